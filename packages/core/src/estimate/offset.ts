import { plus, trace, type FourNumbers } from './fourNumbers.js';
import { chanceBeyond } from './laws.js';
import { squaredDistance } from './states.js';

/** What of a covariance was estimated from few readings. */
export interface EstimatedShare {
  /** As it was estimated, 4 × 4. */
  readonly plain: readonly number[];
  /** As it counts in the covariance: taken larger, for the normal laws. */
  readonly counted: readonly number[];
  /** Its degrees of freedom. */
  readonly freedom: number;
}

/** Past this share of a covariance the law is that of what was estimated. */
const MOST = 0.5;

/**
 * νᴴ·S⁻¹·ν over the planes that gave a number, and how often an honest reading lies so far off (handbook section 6, Surprise and 9b):
 * χ² of two or four; where most of S is a scatter that was estimated with ν degrees, as among readings of one state, that of the
 * plain S against F(4, ν).
 * @param estimated what of the covariance was estimated; null where all of it is known
 */
export function chanceOfOffset(
  off: FourNumbers,
  covariance: readonly number[],
  seen: readonly [boolean, boolean],
  estimated: EstimatedShare | null,
): { readonly distance: number; readonly chance: number } {
  const numbers = seen[0] && seen[1] ? 4 : 2;
  if (estimated && Number.isFinite(estimated.freedom) && trace(estimated.counted) > MOST * trace(covariance)) {
    const plain = plus(plus(covariance, estimated.counted, -1), estimated.plain);
    const distance = squaredDistance(off, plain, seen);
    return { distance, chance: chanceBeyond(distance, numbers, estimated.freedom) };
  }
  const distance = squaredDistance(off, covariance, seen);
  return { distance, chance: chanceBeyond(distance, numbers, Infinity) };
}
