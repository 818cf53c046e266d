import type { Measure, PartKind, SingleKind } from '@tare/core';
import { chanceFor } from '../chance.js';

/** What is put on the stand-in scale: a part of a job, and what people meant to take off it so far. */
export interface Placed {
  /** Label of the job, such as "job-12": it seeds the true weights of its parts. */
  readonly job: string;
  readonly kind: PartKind;
  readonly cylinder: number;
  readonly measure: Measure;
  /** What each cut was meant to take, in order. */
  readonly cuts: readonly { readonly mass?: number; readonly bigEnd?: number; readonly smallEnd?: number }[];
}

/** Nominal weight of each single kind in a middling engine, and the scatter of a set, g. */
const NOMINAL: Readonly<Record<SingleKind, { readonly g: number; readonly scatterG: number }>> = {
  piston: { g: 560, scatterG: 1.6 },
  pin: { g: 140, scatterG: 0.4 },
  lockPair: { g: 2.4, scatterG: 0.05 },
  ringSet: { g: 44, scatterG: 0.2 },
  rod: { g: 620, scatterG: 2.2 },
  bearingPair: { g: 42, scatterG: 0.15 },
};

/** What is weighed as one is made of; in the small end of a pressed assembly hang the piston and its pin. */
const WITHIN: Readonly<Record<'cylinderSet' | 'pressedAssembly', readonly SingleKind[]>> = {
  cylinderSet: ['piston', 'pin', 'lockPair', 'ringSet'],
  pressedAssembly: ['piston', 'pin'],
};
const SMALL_END_SHARE = 0.29;
/** How much a practised hand stops short of what it meant to take, g. */
const CUT_SHORT_G = 0.12;

/** The true weight that nobody in the shop knows. */
export function trueWeightG(placed: Placed): number {
  const { kind, measure } = placed;
  const within = kind === 'cylinderSet' || kind === 'pressedAssembly' ? WITHIN[kind] : [];
  const carriedG = within.reduce((sum, single) => sum + receivedG(placed, single).totalG, 0);
  const own = kind === 'cylinderSet' ? { totalG: 0, smallEndG: 0 } : receivedG(placed, kind === 'pressedAssembly' ? 'rod' : kind);
  const totalG = own.totalG + carriedG;
  const smallEndG = own.smallEndG + carriedG;
  const taken = (which: 'mass' | 'bigEnd' | 'smallEnd'): number => takenG(placed, which);
  switch (measure) {
    case 'mass':
      return totalG - taken('mass');
    case 'smallEnd':
      return smallEndG - taken('smallEnd');
    case 'bigEnd':
      return totalG - smallEndG - taken('bigEnd');
    case 'total':
      return totalG - taken('bigEnd') - taken('smallEnd');
  }
}

/** A single part as it came in. */
function receivedG({ job, cylinder }: Placed, kind: SingleKind): { readonly totalG: number; readonly smallEndG: number } {
  const size = chanceFor(job, 'size').between(0.8, 1.3);
  const chance = chanceFor(job, kind, cylinder);
  const { g, scatterG } = NOMINAL[kind];
  const totalG = g * size + chance.normal(scatterG);
  return { totalG, smallEndG: totalG * SMALL_END_SHARE + chance.normal(scatterG / 3) };
}

/** What really came off in all cuts together: each stops a little short of what it meant. */
function takenG({ job, kind, cylinder, cuts }: Placed, which: 'mass' | 'bigEnd' | 'smallEnd'): number {
  return cuts.reduce((sum, cut, i) => {
    const meantG = cut[which] ?? 0;
    // An end gains what a cut beyond the other bore's centre lifts.
    if (meantG <= 0) return sum + meantG;
    return sum + Math.max(0, meantG - Math.abs(chanceFor(job, kind, cylinder, which, i).normal(CUT_SHORT_G)));
  }, 0);
}
