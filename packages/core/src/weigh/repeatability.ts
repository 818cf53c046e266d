import { checkNumber } from '../units/check.js';
import { Z95 } from '../units/normal.js';

/**
 * 95 % repeatability limit: two single readings of one part differ by more than this only one time in twenty.
 *
 * r = 1.96·√2·s (handbook section 2; ISO 5725-6). A mean of n readings has r/√n.
 *
 * @param deviationG standard deviation over placements, g
 * @param placements of each part
 * @throws CoreError when the deviation is negative or no number
 * @example repeatabilityLimitG(0.1) // 0.277
 */
export function repeatabilityLimitG(deviationG: number, placements = 1): number {
  checkNumber('The scatter of placements', deviationG, { min: 0, unit: 'g' }, 'deviationG');
  checkNumber('The number of placements', placements, { min: 1 }, 'placements');
  return (Z95 * Math.SQRT2 * deviationG) / Math.sqrt(placements);
}

/**
 * Least scatter that a scale of this division can show: its rounding, division/√12 (rectangular distribution).
 * Ten equal readings do not make a perfect scale.
 */
export function roundingDeviationG(divisionG: number): number {
  return checkNumber("The scale's division", divisionG, { above: 0, unit: 'g' }, 'divisionG') / Math.sqrt(12);
}
