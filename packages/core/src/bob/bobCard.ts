import { group } from 'd3-array';
import { endsElsewhereG, kindsHere, massElsewhereG, type Elsewhere } from '../parts/elsewhere.js';
import { cylinderOf, hasEnds, kindsWeighed, type Measure, type PartKind, type PartSchool } from '../parts/facts.js';
import { halfWidth95G, type VarianceShare, type WeighingError } from '../parts/weighingError.js';
import { massNowG, standardErrorG, type WeighedJob, type WeighedPart } from '../parts/weighParts.js';
import { withStandIns, type Sample } from '../parts/sample.js';
import { setAndBareG } from '../parts/setAndBare.js';
import type { BobChoices } from './bobChoices.js';
import type { EngineLayout } from '../engine/layout.js';
import { missingWeight, type MissingWeight } from '../parts/missingWeight.js';
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
      /**
       * 95 % half width of the common figure, or of the least certain pin, from placements, rounding and the parts that others were read
       * against, g. The scale's own error is not in it: bobs are built on the scale that weighed the parts.
       */
      readonly halfWidth95G: number;
      /** Kinds whose scatter nobody measured: nothing was placed twice, and the scale was never studied. */
      readonly assumedKinds: readonly PartKind[];
    }
  | { readonly kind: 'waiting'; readonly missing: readonly MissingWeight[] };

/** How a job's parts were weighed, and what of them was not. */
export interface HowWeighed {
  readonly partSchool?: PartSchool;
  readonly sample?: Sample;
  readonly elsewhere?: Elsewhere;
}

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
  weighed: WeighedJob,
  { factorRatio, oilG, extras = [] }: Pick<BobChoices, 'factorRatio' | 'oilG'> & Partial<Pick<BobChoices, 'extras'>>,
  agreeWithinG: number,
  { partSchool: school = 'eachPart', sample = 'every', elsewhere = {} }: HowWeighed = {},
): BobCard {
  const job = withStandIns(weighed, sample);
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
  }));
  const figures = pins.map(({ card }) => card.bobWeightG);
  const spreadG = Math.max(...figures) - Math.min(...figures);
  // Pins that carry different numbers of rods can never share a figure, and differ by far more than any tolerance.
  const commonG = spreadG <= agreeWithinG ? figures.reduce((sum, g) => sum + g, 0) / figures.length : null;
  const shares = layout.pins.map((pin) => pin.cylinders.flatMap((cylinder) => sharesOf(job, cylinder, here, factorRatio)));
  const widths = commonG === null ? shares.map((own) => halfWidth95G(varianceShares([own]))) : [halfWidth95G(varianceShares(shares))];
  const assumed = new Set(shares.flat().flatMap(({ kind, error }) => (error.from === 'assumed' ? [kind] : [])));
  return { kind: 'ready', pins, commonG, spreadG, halfWidth95G: Math.max(...widths), assumedKinds: here.filter((kind) => assumed.has(kind)) };
}

/** How an error of a weighing counts in a bob weight: so many times the error of this mean. */
interface Share {
  readonly kind: PartKind;
  readonly measure: Measure;
  readonly times: number;
  readonly error: WeighingError;
}

/**
 * How each weighing of what runs in a cylinder counts in the bob weight: 1 for what turns, f for what goes up and down. A rod's adjusted
 * ends lean on all three of its weighings (rodEnds): big + f·small, with w = (v_b + f·v_s)/V, is w·total + (1 − w)·big + (f − w)·small;
 * where an end follows from the other two, on those two.
 */
function sharesOf(job: WeighedJob, cylinder: number, here: readonly PartKind[], f: number): Share[] {
  return job.parts
    .filter(({ part }) => here.includes(part.kind) && cylinderOf(part) === cylinder)
    .flatMap(({ part: { kind }, errors }) => {
      const share = (measure: Measure, times: number): Share[] => (errors[measure] ? [{ kind, measure, times, error: errors[measure] }] : []);
      if (!hasEnds(kind)) return share('mass', kind === 'bearingPair' ? 1 : f);
      const { total, bigEnd, smallEnd } = errors;
      if (total && bigEnd && smallEnd) {
        const [t, b, s] = [total, bigEnd, smallEnd].map((error) => standardErrorG(error) ** 2) as [number, number, number];
        const w = (b + f * s) / (t + b + s);
        return [...share('total', w), ...share('bigEnd', 1 - w), ...share('smallEnd', f - w)];
      }
      if (bigEnd && smallEnd) return [...share('bigEnd', 1), ...share('smallEnd', f)];
      if (smallEnd) return [...share('total', 1), ...share('smallEnd', f - 1)];
      return [...share('total', f), ...share('bigEnd', 1 - f)];
    });
}

/**
 * Variance of a mean of pins' figures: independent errors by their squares, those that parts share with the one they were read against
 * added up first (handbook section 2: a reference's error is common to its kind and adds up linearly).
 */
function varianceShares(pins: readonly (readonly Share[])[]): VarianceShare[] {
  const all = pins.flat().map((share) => ({ ...share, times: share.times / pins.length }));
  const own = all.map(({ kind, measure, times, error }) => ({
    group: `${kind}.${measure}`,
    varianceG2: (times * error.ownG) ** 2,
    freedom: error.freedom,
  }));
  const shared = group(
    all.filter(({ error }) => error.shared !== null),
    ({ error, measure }) => `${error.shared!.referenceId}.${measure}`,
  );
  const common = [...shared.values()].map((those) => ({
    group: `${those[0]!.kind}.${those[0]!.measure}`,
    varianceG2: those.reduce((sum, { times, error }) => sum + times * error.shared!.g, 0) ** 2,
    freedom: Math.min(...those.map(({ error }) => error.freedom)),
  }));
  return [...own, ...common];
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
    case 'cylinderSets':
    case 'setAndBare': {
      const { bigEndG, smallEndG } = endsOf('rod');
      const set = weighedOf('cylinderSet');
      const cylinderSetG = school === 'setAndBare' ? ((set && setAndBareG(job, set)) ?? Number.NaN) : weightOf('cylinderSet');
      return { cylinder, bigEndG, bearingPairG, smallEndG, cylinderSetG };
    }
    case 'pressedAssemblies': {
      const { bigEndG, smallEndG } = endsOf('pressedAssembly');
      return { cylinder, bigEndG, bearingPairG, pressedEndG: smallEndG, ringSetG: weightOf('ringSet') };
    }
  }
}
