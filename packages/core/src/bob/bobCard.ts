import type { PartKind } from '../job/facts.js';
import { massNowG, type WeighedJob } from '../job/weighParts.js';
import type { EngineLayout } from '../engine/layout.js';
import { missingMass, type MissingWeight } from '../match/cylinderSets.js';
import { missingEnds } from '../match/rodMatch.js';
import { bobWeight, type BobWeight, type RodSet } from './bobWeight.js';

export interface PinBob {
  /** Counted from 1 at the front. */
  readonly pin: number;
  readonly cylinders: readonly number[];
  readonly card: BobWeight;
}

export type BobCard =
  | {
      readonly kind: 'ready';
      readonly pins: readonly PinBob[];
      /** One figure for all pins when they agree within the tolerance, else null: each pin has its own. */
      readonly commonG: number | null;
      readonly spreadG: number;
    }
  | { readonly kind: 'waiting'; readonly missing: readonly MissingWeight[] };

/**
 * The bob weight card of a job from its weighings: each pin from the parts that run on it.
 *
 * One figure (the mean) serves every pin when the pins' figures differ by no more than `agreeWithinG`;
 * otherwise each pin gets its own (handbook section 4).
 *
 * @param agreeWithinG largest minus smallest bob weight that one figure may stand for, g
 * @throws CoreError from bobWeight when a factor, an allowance or a weight makes no sense
 */
export function bobCard(layout: EngineLayout, job: WeighedJob, factorRatio: number, oilG: number, agreeWithinG: number): BobCard {
  const missing = job.parts.flatMap((weighed) => (weighed.part.kind === 'rod' ? missingEnds(weighed) : missingMass(weighed)));
  if (missing.length > 0) return { kind: 'waiting', missing };
  const pins = layout.pins.map((pin, p) => ({
    pin: p + 1,
    cylinders: pin.cylinders,
    card: bobWeight({ rodSets: pin.cylinders.map((cylinder) => rodSetOf(job, cylinder)), oilG, factorRatio }),
  }));
  const figures = pins.map(({ card }) => card.bobWeightG);
  const spreadG = Math.max(...figures) - Math.min(...figures);
  // Pins that carry different numbers of rods can never share a figure, and differ by far more than any tolerance.
  const commonG = spreadG <= agreeWithinG ? figures.reduce((sum, g) => sum + g, 0) / figures.length : null;
  return { kind: 'ready', pins, commonG, spreadG };
}

function rodSetOf(job: WeighedJob, cylinder: number): RodSet {
  const weightOf = (kind: PartKind): number => {
    const weighed = job.parts.find(({ part }) => part.kind === kind && part.cylinder === cylinder);
    return (weighed && massNowG(weighed)) ?? Number.NaN;
  };
  const rod = job.parts.find(({ part }) => part.kind === 'rod' && part.cylinder === cylinder)?.rod;
  const ends = rod && rod.kind !== 'unknown' ? rod : { bigEndG: Number.NaN, smallEndG: Number.NaN };
  return {
    cylinder,
    bigEndG: ends.bigEndG,
    smallEndG: ends.smallEndG,
    bearingPairG: weightOf('bearingPair'),
    pistonG: weightOf('piston'),
    pinG: weightOf('pin'),
    lockPairG: weightOf('lockPair'),
    ringSetG: weightOf('ringSet'),
  };
}
