import { hasEnds } from '../parts/facts.js';
import type { WeighedJob, WeighedPart } from '../parts/weighParts.js';
import { Z95 } from '../units/normal.js';

/**
 * Half width of the 95 % interval of a sum of parts' mean weights: 1.96·√Σ(s²/n), s the scatter pooled over the
 * kind (handbook section 2); of what has ends the small end, which is what goes into a set. Means of different parts are independent, so their variances add.
 *
 * @returns g; 0 when no part of a kind has been placed twice, since its scatter is then not known
 */
export function sumHalfWidth95G({ deviationG }: WeighedJob, parts: readonly WeighedPart[]): number {
  const variance = parts.reduce((sum, { part, now }) => {
    const measure = hasEnds(part.kind) ? 'smallEnd' : 'mass';
    const s = deviationG[`${part.kind}.${measure}`] ?? 0;
    const placements = now[measure]?.n;
    return placements === undefined ? sum : sum + s ** 2 / placements;
  }, 0);
  return Z95 * Math.sqrt(variance);
}
