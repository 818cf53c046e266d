import { edgeMarginOf, type Counterweight } from './crank.js';

/** Bar that the shop presses in. */
export interface Bar {
  readonly diameterMm: number;
  readonly densityGPerCm3: number;
  /** Of 10 mm of it, in the shop's money; left out where nobody says. */
  readonly pricePerCm?: number | null;
}

/** Tungsten heavy metal, 17 to 18.5 by maker (handbook section 7). */
export const HEAVY_METAL_G_PER_CM3 = 17.5;
/** The thin ones are for the last grams. */
export const USUAL_BARS: readonly Bar[] = [8, 10, 12, 16, 20, 25].map((diameterMm) => ({ diameterMm, densityGPerCm3: HEAVY_METAL_G_PER_CM3 }));

/** What a press fit is bored under the bar, as a share of its diameter: 0.02 to 0.03 mm at 16 mm. */
export const PRESS_FIT_RATIO = 0.0015;
/** A shorter one cannot be pressed in straight. */
export const LEAST_SLUG_MM = 6;

/** Mass of a round bar, g: ρ·π/4·d²·L. */
export const barG = (diameterMm: number, lengthMm: number, densityGPerCm3: number): number =>
  (densityGPerCm3 / 1000) * (Math.PI / 4) * diameterMm ** 2 * lengthMm;

/** Net mass that a slug in a new bore brings, g: (ρ_slug − ρ)·π/4·d²·L, since it takes the place of metal (handbook section 7). */
export function slugNetG(diameterMm: number, lengthMm: number, slugGPerCm3: number, parentGPerCm3: number): number {
  return barG(diameterMm, lengthMm, slugGPerCm3 - parentGPerCm3);
}

/** Pull on a bar at a speed, N: its whole mass m·r·ω², r the radius of its middle. */
export function barForceN(diameterMm: number, lengthMm: number, densityGPerCm3: number, radiusMm: number, speedRpm: number): number {
  const massKg = barG(diameterMm, lengthMm, densityGPerCm3) / 1000;
  return massKg * (radiusMm / 1000) * ((2 * Math.PI * speedRpm) / 60) ** 2;
}

/** The outermost place for something round and parallel to the shaft: there it does most. Null where it fits nowhere. */
export function outermostRadiusMm(counterweight: Counterweight, diameterMm: number): number | null {
  const { rimRadiusMm, depthLimitMm } = counterweight;
  const radiusMm = rimRadiusMm - edgeMarginOf(counterweight) - diameterMm / 2;
  return radiusMm - diameterMm / 2 < rimRadiusMm - depthLimitMm ? null : radiusMm;
}
