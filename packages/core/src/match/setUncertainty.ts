import { hasEnds } from '../parts/facts.js';
import { halfWidth95G } from '../parts/weighingError.js';
import type { WeighedPart } from '../parts/weighParts.js';

/**
 * Half width of the 95 % interval of a sum of parts' mean weights as it differs from another such sum: of what has ends the small end,
 * which is what goes into a set, or the total where only that was weighed. Means of different parts are independent, so their variances
 * add; what all parts of a kind share with the one they were read against cancels between two sets.
 *
 * @returns g
 */
export function sumHalfWidth95G(parts: readonly WeighedPart[]): number {
  return halfWidth95G(
    parts.flatMap(({ part, errors }) => {
      const measure = !hasEnds(part.kind) ? 'mass' : errors.smallEnd ? 'smallEnd' : 'total';
      const error = errors[measure];
      return error ? [{ group: `${part.kind}.${measure}`, varianceG2: error.ownG ** 2, freedom: error.freedom }] : [];
    }),
  );
}
