import type { PlaneEstimate } from '../spin/averageSpins.js';
import { toPolar } from '../units/vector.js';

/** No first cut takes less: below it a spin is wasted. */
const LEAST_SHARE = 0.5;

/**
 * How much of what was read may be cut at once so that no plane is taken past nothing: 1 − r/|U|, r the 95 % radius, for the
 * plane that allows least (handbook section 7: no cut may pass the point where its 95 % bound crosses zero). A plane inside its
 * tolerance has nothing to pass.
 */
export function cutShare(planes: readonly (readonly [PlaneEstimate, toleranceGmm: number])[]): number {
  const shares = planes
    .filter(([{ meanGmm }, toleranceGmm]) => toPolar(meanGmm).amount > toleranceGmm)
    .map(([{ meanGmm, radius95Gmm }]) => 1 - radius95Gmm / toPolar(meanGmm).amount);
  return Math.max(LEAST_SHARE, Math.min(1, ...shares));
}
