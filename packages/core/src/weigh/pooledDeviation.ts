import type { ReadingSummary } from './summariseReadings.js';

/** Scatter of one kind of part's placements, pooled over the parts. */
export interface PooledDeviation {
  readonly deviationG: number;
  readonly degreesOfFreedom: number;
}

/**
 * Pooled standard deviation over parts that were each placed a few times:
 * s = √(Σ(n_i − 1)·s_i² / Σ(n_i − 1)) (handbook section 2).
 *
 * @returns null when no part has two placements: scatter cannot be known from single readings
 */
export function pooledDeviation(summaries: readonly ReadingSummary[]): PooledDeviation | null {
  let sumOfSquares = 0;
  let degreesOfFreedom = 0;
  for (const { n, deviationG } of summaries) {
    if (deviationG === null) continue;
    sumOfSquares += (n - 1) * deviationG ** 2;
    degreesOfFreedom += n - 1;
  }
  return degreesOfFreedom === 0 ? null : { deviationG: Math.sqrt(sumOfSquares / degreesOfFreedom), degreesOfFreedom };
}
