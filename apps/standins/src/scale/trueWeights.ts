import type { Measure, PartKind } from '@tare/core';
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

/** Nominal weight of each kind in a middling engine, and the scatter of a set, g. */
const NOMINAL: Readonly<Record<PartKind, { readonly g: number; readonly scatterG: number }>> = {
  piston: { g: 560, scatterG: 1.6 },
  pin: { g: 140, scatterG: 0.4 },
  lockPair: { g: 2.4, scatterG: 0.05 },
  ringSet: { g: 44, scatterG: 0.2 },
  rod: { g: 620, scatterG: 2.2 },
  bearingPair: { g: 42, scatterG: 0.15 },
};
const SMALL_END_SHARE = 0.29;
/** How much a practised hand stops short of what it meant to take, g. */
const CUT_SHORT_G = 0.12;

/** The true weight that nobody in the shop knows. */
export function trueWeightG({ job, kind, cylinder, measure, cuts }: Placed): number {
  const size = chanceFor(job, 'size').between(0.8, 1.3);
  const chance = chanceFor(job, kind, cylinder);
  const { g, scatterG } = NOMINAL[kind];
  const total = g * size + chance.normal(scatterG);
  const smallEnd = total * SMALL_END_SHARE + chance.normal(scatterG / 3);
  const taken = (which: 'mass' | 'bigEnd' | 'smallEnd'): number =>
    cuts.reduce((sum, cut, i) => sum + Math.max(0, (cut[which] ?? 0) - Math.abs(chanceFor(job, kind, cylinder, which, i).normal(CUT_SHORT_G))), 0);
  switch (measure) {
    case 'mass':
      return total - taken('mass');
    case 'smallEnd':
      return smallEnd - taken('smallEnd');
    case 'bigEnd':
      return total - smallEnd - taken('bigEnd');
    case 'total':
      return total - taken('bigEnd') - taken('smallEnd');
  }
}
