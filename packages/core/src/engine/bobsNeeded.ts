import { fromPolar, scale, sumOf, toPolar, type Polar } from '../units/vector.js';
import { checkLayout, type EngineLayout } from './layout.js';

export interface BobsNeeded {
  readonly needed: boolean;
  /** Σ e^{iθ} over rods: the pins' force sum, dimensionless. */
  readonly forceSum: Polar;
  /** Σ z·e^{iθ} over rods, mm; about the mean position of the rods. */
  readonly coupleSumMm: Polar;
  readonly reason: string;
}

/**
 * A sum is taken to vanish below one part in 10⁶ of the sum of its terms' sizes: angles such as 120° leave
 * rounding near 10⁻¹⁶, and a pin 0.0001° off its angle is no reason to hang bob weights.
 */
const VANISHES = 1e-6;

/**
 * Whether bob weights are needed to spin this crank (handbook section 4).
 *
 * With equal masses on every rod's pin at z_j and θ_j, they are not needed when both Σ e^{iθ_j} and
 * Σ z_j·e^{iθ_j} vanish: the pins then cancel whatever hangs on them. Sums run over rods, so a pin with two
 * rods counts twice. The couple is taken about the rods' mean z; when the force sum vanishes that choice
 * does not matter.
 *
 * @throws CoreError from checkLayout
 */
export function bobsNeeded(layout: EngineLayout): BobsNeeded {
  checkLayout(layout);
  const rods = layout.pins.flatMap((pin) => pin.cylinders.map(() => pin));
  const meanZMm = rods.reduce((sum, rod) => sum + rod.zMm, 0) / rods.length;
  const force = sumOf(rods.map((rod) => fromPolar(1, rod.angleDeg)));
  const couple = sumOf(rods.map((rod) => scale(fromPolar(1, rod.angleDeg), rod.zMm - meanZMm)));
  const forceSum = toPolar(force);
  const coupleSumMm = toPolar(couple);
  const leverSumMm = rods.reduce((sum, rod) => sum + Math.abs(rod.zMm - meanZMm), 0);
  const forceVanishes = forceSum.amount <= VANISHES * rods.length;
  const coupleVanishes = coupleSumMm.amount <= VANISHES * leverSumMm;
  const needed = !(forceVanishes && coupleVanishes);
  return { needed, forceSum, coupleSumMm, reason: reasonFor(forceVanishes, coupleVanishes) };
}

function reasonFor(forceVanishes: boolean, coupleVanishes: boolean): string {
  if (forceVanishes && coupleVanishes) return 'Equal masses on the pins cancel in force and in couple, so the crank is spun bare.';
  if (forceVanishes) return 'The pins cancel in force but leave a couple, so bob weights stand in for the parts.';
  if (coupleVanishes) return 'The pins leave a force, so bob weights stand in for the parts.';
  return 'The pins leave a force and a couple, so bob weights stand in for the parts.';
}
