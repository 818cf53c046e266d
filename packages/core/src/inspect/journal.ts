import { max, mean, min } from 'd3-array';
import { accept, worstDeviationMm, type Acceptance, type AcceptanceRule, type Limits, type Measured } from './acceptance.js';

/** A journal's diameter at a depth along it and in a direction; several placements of a place are their mean. */
export interface PlaceSize extends Measured {
  readonly depth: number;
  readonly directionDeg: number;
}

/** What a journal has to be, as typed: its size, and how far from round and from parallel it may be. Null where nobody said. */
export interface JournalLimits extends Limits {
  readonly outOfRoundMm: number | null;
  readonly taperMm: number | null;
}

export type JournalAdvice = 'leave' | 'polish' | 'grind' | 'cannotYetTell';

export interface JournalFigures {
  readonly meanMm: number;
  readonly smallestMm: number;
  readonly largestMm: number;
  /** Largest difference of two directions at one depth. */
  readonly outOfRoundMm: number;
  /** Difference of the means at two depths. */
  readonly taperMm: number;
  readonly size: Acceptance;
  readonly round: Acceptance;
  readonly parallel: Acceptance;
  readonly advice: JournalAdvice;
}

const INSIDE: Acceptance = { kind: 'inside' };

/**
 * A journal by its sizes (handbook, journals): mean, taper, out-of-round, and what to do. Its smallest and its largest place both have to lie inside; a
 * difference of two places has √2 of one's deviation. Marks that a polish takes off make "polish" of "leave"; anything outside is ground.
 *
 * @param marked something on it that is felt with a nail, by somebody's word
 */
export function journalFigures(
  sizes: readonly PlaceSize[],
  limits: JournalLimits,
  marked: boolean,
  rule: AcceptanceRule = 'twoSided95',
): JournalFigures | null {
  if (sizes.length === 0) return null;
  const values = sizes.map(({ mm }) => mm);
  const depths = [...new Set(sizes.map(({ depth }) => depth))].map((depth) => sizes.filter((one) => one.depth === depth));
  const outOfRoundMm = max(depths, (own) => max(own, ({ mm }) => mm)! - min(own, ({ mm }) => mm)!)!;
  const means = depths.map((own) => mean(own, ({ mm }) => mm)!);
  const taperMm = max(means)! - min(means)!;
  const deviationMm = worstDeviationMm(sizes);
  const freedom = min(sizes, (one) => one.freedom ?? Infinity)!;
  const [smallest, largest] = [min(values)!, max(values)!];
  const sizeOf = (mm: number): Acceptance => accept({ mm, deviationMm, freedom }, limits, rule);
  const pair = (mm: number, highMm: number | null, share: number): Acceptance =>
    highMm === null ? INSIDE : accept({ mm, deviationMm: deviationMm === null ? null : deviationMm * share, freedom }, { lowMm: null, highMm }, rule);
  const size = worse(sizeOf(smallest), sizeOf(largest));
  const round = pair(outOfRoundMm, limits.outOfRoundMm, Math.SQRT2);
  const perDepth = sizes.length / depths.length;
  const parallel = pair(taperMm, limits.taperMm, Math.sqrt(2 / perDepth));
  const all = [size, round, parallel];
  const advice: JournalAdvice = all.some(({ kind }) => kind === 'outside')
    ? 'grind'
    : all.some(({ kind }) => kind === 'cannotYetTell')
      ? 'cannotYetTell'
      : marked
        ? 'polish'
        : 'leave';
  return { meanMm: mean(values)!, smallestMm: smallest, largestMm: largest, outOfRoundMm, taperMm, size, round, parallel, advice };
}

const ORDER = ['inside', 'cannotYetTell', 'outside'] as const;
const worse = (a: Acceptance, b: Acceptance): Acceptance => (ORDER.indexOf(b.kind) > ORDER.indexOf(a.kind) ? b : a);
