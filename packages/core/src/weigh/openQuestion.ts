import { checkNumber } from '../units/check.js';
import { Z95 } from '../units/normal.js';

/** Where a part stands against a target and a tolerance, at 95 %. */
export type Standing =
  | { readonly kind: 'inside' }
  | { readonly kind: 'outside' }
  /** `placements` more of this part would settle it; null when no sensible number would. */
  | { readonly kind: 'open'; readonly placements: number | null };

const MOST_MORE = 30;

/**
 * Is a part inside `target … target + tolerance`, as far as its placements can tell?
 *
 * The difference d of two means has the half width h = 1.96·s·√(1/n + 1/m), n placements of the part, m of the target.
 * Inside when d + h ≤ T, outside when d − h > T, else open; it is settled when more placements of the part bring h under
 * |T − d|, which the target's own placements can prevent.
 *
 * @param differenceG mean of the part minus the target's mean, g
 * @param deviationG scatter over placements, g
 * @throws CoreError when a number makes no sense
 */
export function standing(differenceG: number, toleranceG: number, deviationG: number, n: number, targetN: number): Standing {
  checkNumber('The difference', differenceG, { unit: 'g' }, 'differenceG');
  checkNumber('The tolerance', toleranceG, { above: 0, unit: 'g' }, 'toleranceG');
  checkNumber('The scatter of placements', deviationG, { min: 0, unit: 'g' }, 'deviationG');
  checkNumber('The placements', n, { min: 1 }, 'n');
  checkNumber("The target's placements", targetN, { min: 1 }, 'targetN');
  const halfWidth = (placements: number): number => Z95 * deviationG * Math.sqrt(1 / placements + 1 / targetN);
  if (differenceG + halfWidth(n) <= toleranceG) return { kind: 'inside' };
  if (differenceG - halfWidth(n) > toleranceG) return { kind: 'outside' };
  const gapG = Math.abs(toleranceG - differenceG);
  for (let more = 1; more <= MOST_MORE; more += 1) {
    if (halfWidth(n + more) < gapG) return { kind: 'open', placements: more };
  }
  return { kind: 'open', placements: null };
}
