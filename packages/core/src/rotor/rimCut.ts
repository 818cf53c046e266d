import { degToRad } from '../units/angle.js';
import { checkNumber } from '../units/check.js';
import type { HoleMetal } from './hole.js';

/** A stretch of a rim that is taken down. */
export interface RimStretch {
  readonly rimRadiusMm: number;
  readonly widthMm: number;
  /** To both sides of its middle. */
  readonly halfArcDeg: number;
  readonly depthMm: number;
  readonly densityGPerCm3: number;
}

/**
 * Metal that leaves when a rim of radius R and width w is turned or ground down by t over ± α:
 *
 *   m = δ·w·α·(R² − (R − t)²)      U = δ·w·(2/3)·sin α·(R³ − (R − t)³), along the middle
 *
 * from ∬ r·dr·dφ and ∬ r²·cos φ·dr·dφ over the stretch. A whole turn (α = 180°) takes mass and no unbalance.
 * @throws CoreError when the rim would be turned through, or a quantity makes no sense
 */
export function rimStretch({ rimRadiusMm, widthMm, halfArcDeg, depthMm, densityGPerCm3 }: RimStretch): HoleMetal {
  checkNumber('The depth that the rim is taken down', depthMm, { above: 0, max: rimRadiusMm * 0.9, unit: 'mm' }, 'depthMm');
  const densityGPerMm3 = densityGPerCm3 / 1000;
  const innerMm = rimRadiusMm - depthMm;
  const alpha = degToRad(halfArcDeg);
  const massG = densityGPerMm3 * widthMm * alpha * (rimRadiusMm ** 2 - innerMm ** 2);
  const momentGmm = densityGPerMm3 * widthMm * (2 / 3) * Math.sin(alpha) * (rimRadiusMm ** 3 - innerMm ** 3);
  return { massG, momentGmm, centroidRadiusMm: momentGmm / massG };
}

/** Depth at which a stretch of rim takes a wanted moment: R − ∛(R³ − 3U/(2·δ·w·sin α)); NaN when there is not so much. */
export function rimDepthForMomentMm(momentGmm: number, { rimRadiusMm, widthMm, halfArcDeg, densityGPerCm3 }: Omit<RimStretch, 'depthMm'>): number {
  const cubed = rimRadiusMm ** 3 - (3 * momentGmm) / ((2 * densityGPerCm3 * widthMm * Math.sin(degToRad(halfArcDeg))) / 1000);
  return cubed < 0 ? Number.NaN : rimRadiusMm - Math.cbrt(cubed);
}
