import { median, medianAbsoluteDeviation } from 'simple-statistics';
import { checkNumber } from '../units/check.js';

/** A reading this many robust deviations from the median is flagged. */
export const STRAY_AT = 3.5;
/** Turns a median absolute deviation into a standard deviation for a normal distribution: 1/Φ⁻¹(3/4). */
const MAD_TO_DEVIATION = 1.4826;

/**
 * Which readings of one part stand far from the rest: flagged and shown, never dropped (handbook section 2).
 *
 * stray when |x − median| > 3.5 · max(1.4826·MAD, one division). Needs three readings: of two, neither is the stray one.
 *
 * @param readingsG placements in g
 * @param divisionG the scale's division, above zero; the floor keeps equal readings from making the next one a stray
 * @returns a flag for each reading, in their order
 * @throws CoreError when the division is not above zero
 */
export function strayReadings(readingsG: readonly number[], divisionG: number): boolean[] {
  checkNumber("The scale's division", divisionG, { above: 0, unit: 'g' }, 'divisionG');
  if (readingsG.length < 3) return readingsG.map(() => false);
  const values = [...readingsG];
  const middle = median(values);
  const deviation = Math.max(MAD_TO_DEVIATION * medianAbsoluteDeviation(values), divisionG);
  return values.map((g) => Math.abs(g - middle) > STRAY_AT * deviation);
}
