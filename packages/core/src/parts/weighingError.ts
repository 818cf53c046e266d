import jStat from 'jstat';
import { Z95 } from '../units/normal.js';
import type { ReadingFact } from './facts.js';
import type { ScaleFacts } from './scaleFacts.js';

/** Of a scale that nobody described: the usual bench scale's. */
export const USUAL_DIVISION_G = 0.1;

/** The scatter assumed where nothing was placed twice and the scale was never studied: one division of the usual bench scale. */
export const ASSUMED_DEVIATION_G = 0.1;

/** How far a mean of placements may be off, one standard deviation, g. */
export interface WeighingError {
  /** By itself: its placements and the scale's rounding. 0 for the part that the scale is tared on, whose error all others share. */
  readonly ownG: number;
  /** What it shares with every part that was read against the same one; null for a weight outright. */
  readonly shared: { readonly referenceId: string; readonly g: number } | null;
  /** Degrees of freedom of the scatter: ∞ where it is a study's, an assumption or the scale's rounding. */
  readonly freedom: number;
  /** From where the scatter is known. */
  readonly from: 'placements' | 'study' | 'assumed';
}

/** What the readings of a kind and measure scatter by where they were repeated. */
export interface PooledScatter {
  readonly deviationG: number;
  readonly degreesOfFreedom: number;
}

/**
 * Standard uncertainty of a mean by its own placements (handbook section 2): s/√n with s pooled over the kind, else of the scale's study,
 * else assumed; and never less than division/√12 of the scale it was read on, since rounding does not average out.
 *
 * @param readings at least one, of one part in one measure
 */
export function ownError(
  readings: readonly Pick<ReadingFact, 'instrumentId'>[],
  pooled: PooledScatter | null,
  scales: Readonly<Record<string, ScaleFacts>>,
): Omit<WeighingError, 'shared'> {
  const used = readings.map(({ instrumentId }) => (instrumentId ? scales[instrumentId] : undefined));
  const divisionG = Math.max(...used.map((scale) => scale?.divisionG ?? USUAL_DIVISION_G));
  const studied = used.flatMap((scale) => scale?.deviationG ?? []);
  const from = pooled !== null ? 'placements' : studied.length > 0 ? 'study' : 'assumed';
  const s = pooled?.deviationG ?? (studied.length > 0 ? Math.max(...studied) : ASSUMED_DEVIATION_G);
  const [placedG, roundingG] = [s / Math.sqrt(readings.length), divisionG / Math.sqrt(12)];
  return {
    ownG: Math.max(placedG, roundingG),
    freedom: from === 'placements' && placedG > roundingG ? (pooled?.degreesOfFreedom ?? Infinity) : Infinity,
    from,
  };
}

/** A share of a figure's variance, with how well it is known. */
export interface VarianceShare {
  /** What shares one estimate of scatter: parts of one kind in one measure. */
  readonly group: string;
  readonly varianceG2: number;
  readonly freedom: number;
}

/**
 * Half width that holds the truth with 95 % of a figure whose variance is the sum of these: t·√ΣV, with Welch's and Satterthwaite's
 * effective degrees of freedom (ΣV)²/Σ(V²/ν) over the groups that were estimated apart.
 */
export function halfWidth95G(shares: readonly VarianceShare[]): number {
  const groups = new Map<string, { varianceG2: number; freedom: number }>();
  for (const { group, varianceG2, freedom } of shares) {
    const before = groups.get(group);
    groups.set(group, { varianceG2: (before?.varianceG2 ?? 0) + varianceG2, freedom: Math.min(before?.freedom ?? Infinity, freedom) });
  }
  const all = [...groups.values()];
  const total = all.reduce((sum, { varianceG2 }) => sum + varianceG2, 0);
  const inverse = all.reduce((sum, { varianceG2, freedom }) => sum + varianceG2 ** 2 / freedom, 0);
  const freedom = inverse > 0 ? total ** 2 / inverse : Infinity;
  // Beyond a thousand the two laws are one to three figures.
  return (freedom < 1000 ? jStat.studentt.inv(0.975, freedom) : Z95) * Math.sqrt(total);
}
