import { pointHeightMm, type HoleMetal } from './hole.js';

/** A hole in a side face, parallel to the shaft. */
export interface AxialHole {
  readonly bitMm: number;
  readonly pointAngleDeg: number;
  readonly depthMm: number;
  readonly axialRadiusMm: number;
  readonly densityGPerCm3: number;
}

/**
 * Metal that a hole parallel to the shaft takes: cylinder and cone, V = π/4·d²·(h + p/3) with p the point's height; every part of
 * it is evenly about the axis at radius r, so that U = ρ·V·r exactly (handbook section 7).
 */
export function axialHole({ bitMm, pointAngleDeg, depthMm, axialRadiusMm, densityGPerCm3 }: AxialHole): HoleMetal {
  const massG = (densityGPerCm3 / 1000) * (Math.PI / 4) * bitMm ** 2 * (depthMm + pointHeightMm(bitMm, pointAngleDeg) / 3);
  return { massG, momentGmm: massG * axialRadiusMm, centroidRadiusMm: axialRadiusMm };
}

/** Depth at which such a hole takes a wanted moment; below zero when even its point takes more. */
export function axialDepthForMomentMm(
  momentGmm: number,
  { bitMm, pointAngleDeg, axialRadiusMm, densityGPerCm3 }: Omit<AxialHole, 'depthMm'>,
): number {
  return momentGmm / ((densityGPerCm3 / 1000) * (Math.PI / 4) * bitMm ** 2 * axialRadiusMm) - pointHeightMm(bitMm, pointAngleDeg) / 3;
}
