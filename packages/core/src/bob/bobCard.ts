import { endsElsewhereG, kindsHere, massElsewhereG, type Elsewhere } from '../parts/elsewhere.js';
import { cylinderOf, hasEnds, kindsWeighed, type Measure, type PartKind, type PartSchool } from '../parts/facts.js';
import { massNowG, weighingOf, type WeighedJob, type WeighedPart } from '../parts/weighParts.js';
import type { BobChoices } from './bobChoices.js';
import type { EngineLayout } from '../engine/layout.js';
import { missingWeight, type MissingWeight } from '../parts/missingWeight.js';
import { Z95 } from '../units/normal.js';
import { bobWeight, type BobWeight, type RodSet } from './bobWeight.js';

export interface PinBob {
  /** Counted from 1 at the front. */
  readonly pin: number;
  readonly cylinders: readonly number[];
  readonly card: BobWeight;
  /** Standard error of its bob weight from the scatter of the readings, g. */
  readonly standardErrorG: number;
}

export type BobCard =
  | {
      readonly kind: 'ready';
      readonly pins: readonly PinBob[];
      /** One figure for all pins when they agree within the tolerance, else null: each pin has its own. */
      readonly commonG: number | null;
      readonly spreadG: number;
      /** 95 % half width of the common figure, or of the least certain pin, from the readings' scatter alone: not the scale's own error, g. */
      readonly halfWidth95G: number;
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
export function bobCard(
  layout: EngineLayout,
  job: WeighedJob,
  { factorRatio, oilG, extras = [] }: Pick<BobChoices, 'factorRatio' | 'oilG'> & Partial<Pick<BobChoices, 'extras'>>,
  agreeWithinG: number,
  school: PartSchool = 'eachPart',
  elsewhere: Elsewhere = {},
): BobCard {
  const here = kindsHere(school, elsewhere);
  const missing = [
    ...job.parts.filter(({ part }) => here.includes(part.kind)).flatMap(missingWeight),
    ...kindsWeighed(school).flatMap((kind) =>
      here.includes(kind) || isKnown(kind, elsewhere) ? [] : [{ kind, cylinder: 0, why: 'elsewhere' as const }],
    ),
  ];
  if (missing.length > 0) return { kind: 'waiting', missing };
  const pins = layout.pins.map((pin, p) => ({
    pin: p + 1,
    cylinders: pin.cylinders,
    card: bobWeight({ rodSets: pin.cylinders.map((cylinder) => rodSetOf(job, cylinder, school, elsewhere)), extras, oilG, factorRatio }),
    standardErrorG: Math.sqrt(pin.cylinders.reduce((sum, cylinder) => sum + rodVarianceG2(job, cylinder, school, factorRatio), 0)),
  }));
  const figures = pins.map(({ card }) => card.bobWeightG);
  const spreadG = Math.max(...figures) - Math.min(...figures);
  // Pins that carry different numbers of rods can never share a figure, and differ by far more than any tolerance.
  const commonG = spreadG <= agreeWithinG ? figures.reduce((sum, g) => sum + g, 0) / figures.length : null;
  const errors = pins.map(({ standardErrorG }) => standardErrorG);
  const standardErrorG = commonG === null ? Math.max(...errors) : Math.hypot(...errors) / errors.length;
  return { kind: 'ready', pins, commonG, spreadG, halfWidth95G: Z95 * standardErrorG };
}

/**
 * Variance of one rod's share in a bob weight, g². Independent means add: 1 for what turns, f² for what goes up and down.
 * A rod's adjusted ends lean on all three of its weighings (rodEnds): big + f·small, with w = (v_b + f·v_s)/V, is
 * w·total + (1 − w)·big + (f − w)·small; where an end follows from the other two, on those two.
 */
function rodVarianceG2(job: WeighedJob, cylinder: number, school: PartSchool, factorRatio: number): number {
  return job.parts
    .filter(({ part }) => kindsWeighed(school).includes(part.kind) && cylinderOf(part) === cylinder)
    .reduce((sum, { part: { kind }, now }) => {
      const variance = (measure: Measure): number | null => weighingOf(kind, now, measure, job.deviationG)?.varianceG2 ?? null;
      if (hasEnds(kind)) return sum + endsVarianceG2(variance('total'), variance('bigEnd'), variance('smallEnd'), factorRatio);
      return sum + (variance('mass') ?? 0) * (kind === 'bearingPair' ? 1 : factorRatio ** 2);
    }, 0);
}

function endsVarianceG2(total: number | null, big: number | null, small: number | null, f: number): number {
  if (total !== null && big !== null && small !== null) {
    const w = (big + f * small) / (total + big + small);
    return w ** 2 * total + (1 - w) ** 2 * big + (f - w) ** 2 * small;
  }
  if (big !== null && small !== null) return big + f ** 2 * small;
  if (total !== null && small !== null) return total + (1 - f) ** 2 * small;
  if (total !== null && big !== null) return f ** 2 * total + (1 - f) ** 2 * big;
  return 0;
}

/** Whether what a kind that is not weighed here weighs is known all the same. */
const isKnown = (kind: PartKind, elsewhere: Elsewhere): boolean =>
  (hasEnds(kind) ? endsElsewhereG(elsewhere) : massElsewhereG(kind, elsewhere)) !== null;

function rodSetOf(job: WeighedJob, cylinder: number, school: PartSchool, elsewhere: Elsewhere): RodSet {
  const weighedOf = (kind: PartKind): WeighedPart | undefined => job.parts.find(({ part }) => part.kind === kind && cylinderOf(part) === cylinder);
  const weightOf = (kind: PartKind): number => {
    const weighed = weighedOf(kind);
    return (weighed ? massNowG(weighed) : massElsewhereG(kind, elsewhere)) ?? Number.NaN;
  };
  const endsOf = (kind: PartKind): { readonly bigEndG: number; readonly smallEndG: number } => {
    const rod = weighedOf(kind)?.rod ?? (kind === 'rod' ? endsElsewhereG(elsewhere) : null);
    return rod && 'bigEndG' in rod ? rod : { bigEndG: Number.NaN, smallEndG: Number.NaN };
  };
  const bearingPairG = weightOf('bearingPair');
  switch (school) {
    case 'eachPart': {
      const { bigEndG, smallEndG } = endsOf('rod');
      const [pistonG, pinG, lockPairG, ringSetG] = [weightOf('piston'), weightOf('pin'), weightOf('lockPair'), weightOf('ringSet')];
      return { cylinder, bigEndG, bearingPairG, smallEndG, pistonG, pinG, lockPairG, ringSetG };
    }
    case 'cylinderSets': {
      const { bigEndG, smallEndG } = endsOf('rod');
      return { cylinder, bigEndG, bearingPairG, smallEndG, cylinderSetG: weightOf('cylinderSet') };
    }
    case 'pressedAssemblies': {
      const { bigEndG, smallEndG } = endsOf('pressedAssembly');
      return { cylinder, bigEndG, bearingPairG, pressedEndG: smallEndG, ringSetG: weightOf('ringSet') };
    }
  }
}
