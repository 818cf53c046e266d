import { degToRad } from '../units/angle.js';
import type { Crank, Counterweight } from './crank.js';

/** A bar of heavy metal pressed into a counterweight's side face, parallel to the shaft: spinning cannot throw it out. */
export interface Slug {
  /** Of its axis from the shaft's. */
  readonly radiusMm: number;
  readonly densityGPerCm3: number;
}

/** Bar that the shop presses in. */
export interface Bar {
  readonly diameterMm: number;
  readonly densityGPerCm3: number;
}

/** Tungsten heavy metal, 17 to 18.5 by maker (handbook section 7). */
export const HEAVY_METAL_G_PER_CM3 = 17.5;
export const USUAL_BARS: readonly Bar[] = [12, 16, 20, 25].map((diameterMm) => ({ diameterMm, densityGPerCm3: HEAVY_METAL_G_PER_CM3 }));

/** What a press fit is bored under the bar, as a share of its diameter: 0.02 to 0.03 mm at 16 mm. */
export const PRESS_FIT_RATIO = 0.0015;
/** A shorter one cannot be pressed in straight. */
export const LEAST_SLUG_MM = 6;

/** Net mass that a slug brings, g: (ρ_slug − ρ)·π/4·d²·L, since it takes the place of metal (handbook section 7). */
export function slugNetG(diameterMm: number, lengthMm: number, slugGPerCm3: number, parentGPerCm3: number): number {
  return ((slugGPerCm3 - parentGPerCm3) / 1000) * (Math.PI / 4) * diameterMm ** 2 * lengthMm;
}

/** Pull on a slug at a speed, N: its whole mass m·r·ω². */
export function slugForceN(diameterMm: number, lengthMm: number, { radiusMm, densityGPerCm3 }: Slug, speedRpm: number): number {
  const massKg = (densityGPerCm3 / 1e6) * (Math.PI / 4) * diameterMm ** 2 * lengthMm;
  return massKg * (radiusMm / 1000) * ((2 * Math.PI * speedRpm) / 60) ** 2;
}

/** The outermost place for a slug of this bore: there it does most. Null where it fits nowhere. */
export function outermostRadiusMm({ rimRadiusMm, depthLimitMm }: Counterweight, diameterMm: number, marginMm: number): number | null {
  const radiusMm = rimRadiusMm - marginMm - diameterMm / 2;
  return radiusMm - diameterMm / 2 < rimRadiusMm - depthLimitMm ? null : radiusMm;
}

/** A bore or hole as seen along the shaft. */
interface Seen {
  readonly angleDeg: number;
  readonly bitMm: number;
  readonly depthMm: number;
  readonly slug?: Slug | null | undefined;
}

/** Metal left between a slug's bore and another hole of its counterweight, seen along the shaft, mm; below zero they meet. */
export function webToSlugMm(slug: Seen & { readonly slug: Slug }, other: Seen, rimRadiusMm: number): number {
  const turn = degToRad(other.angleDeg - slug.angleDeg);
  const { radiusMm } = slug.slug;
  const walls = (slug.bitMm + other.bitMm) / 2;
  if (other.slug) return Math.sqrt(radiusMm ** 2 + other.slug.radiusMm ** 2 - 2 * radiusMm * other.slug.radiusMm * Math.cos(turn)) - walls;
  // A radial hole is a strip from the rim inward: beside it the distance is across, below its end it is to the end.
  const [along, across] = [radiusMm * Math.cos(turn), Math.abs(radiusMm * Math.sin(turn))];
  const endMm = rimRadiusMm - other.depthMm - other.bitMm / 2;
  return along >= endMm ? across - walls : Math.hypot(endMm - along, across) - walls;
}

/** Net moment of a slug, g·mm. */
export const slugMomentGmm = (crank: Pick<Crank, 'densityGPerCm3'>, bitMm: number, depthMm: number, slug: Slug): number =>
  slugNetG(bitMm, depthMm, slug.densityGPerCm3, crank.densityGPerCm3) * slug.radiusMm;
