import { checkNumber } from '../units/check.js';

/**
 * Centrifugal force of an unbalance: F = U·10⁻⁶·ω², ω = 2π·n/60 (handbook section 5).
 *
 * @param unbalanceGmm amount in g·mm, not negative
 * @param speedRpm rpm, not negative
 * @returns newtons
 * @throws CoreError when a quantity is negative or not a number
 * @example unbalanceForceN(456, 7000) // 245 N
 */
export function unbalanceForceN(unbalanceGmm: number, speedRpm: number): number {
  checkNumber('The unbalance', unbalanceGmm, { min: 0, unit: 'g·mm' }, 'unbalanceGmm');
  checkNumber('The speed', speedRpm, { min: 0, max: 100000, unit: 'rpm' }, 'speedRpm');
  const omegaRadPerS = (2 * Math.PI * speedRpm) / 60;
  return unbalanceGmm * 1e-6 * omegaRadPerS ** 2;
}
