import { checkNumber } from '../units/check.js';

/**
 * Whether the zero has moved over a placement: by more than half a division (handbook section 2). The reading between
 * the two zeros is then doubtful, and a fresh zero is due.
 * @throws CoreError when a zero is no number or the division is not above zero
 */
export function zeroMoved(beforeG: number, afterG: number, divisionG: number): boolean {
  checkNumber('The zero before', beforeG, { unit: 'g' }, 'zeroBeforeG');
  checkNumber('The zero after', afterG, { unit: 'g' }, 'zeroAfterG');
  checkNumber("The scale's division", divisionG, { above: 0, unit: 'g' }, 'divisionG');
  // Zeros are whole divisions; rounding in binary must not turn exactly half of one into more.
  return Math.abs(afterG - beforeG) > divisionG / 2 + 1e-9 * divisionG;
}
