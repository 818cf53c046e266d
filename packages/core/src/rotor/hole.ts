import { checkNumber, CoreError } from '../units/check.js';
import { degToRad } from '../units/angle.js';

/** A radial hole drilled into a round rim. */
export interface RadialHole {
  readonly rimRadiusMm: number;
  /** Diameter of the bit. */
  readonly bitMm: number;
  /** Full angle of the drill's point, 118° by custom. */
  readonly pointAngleDeg: number;
  /** From the rim's crown to the drill's corner, where the full diameter ends. */
  readonly depthMm: number;
  /** Density of the metal, g/cm³. */
  readonly densityGPerCm3: number;
}

export interface HoleMetal {
  readonly massG: number;
  /** First moment about the shaft along the hole's direction, g·mm: the unbalance that leaves with the metal. */
  readonly momentGmm: number;
  /** Radius of the removed metal's mass centre, mm. */
  readonly centroidRadiusMm: number;
}

export const STEEL_G_PER_CM3 = 7.85;
export const CAST_IRON_G_PER_CM3 = 7.1;
export const POINT_ANGLE_DEG = 118;

const MM3_PER_CM3 = 1000;

/** Gauss–Chebyshev nodes; the integrand is analytic, 24 leave no error above rounding for any bit under 0.8 R. */
const NODES = 24;

/**
 * Metal that a radial hole takes: cylinder plus cone, entered through the curved rim.
 *
 * With x along the hole from the shaft, y around the rim and a = d/2, the metal over a point at distance ρ from the
 * hole's axis reaches from the drill's surface x_b = R − h − (a − ρ)/tan(p/2) up to the rim x_t = √(R² − y²):
 *
 *   m = δ·∬ (x_t − x_b) dA        U = δ·∬ (x_t² − x_b²)/2 dA
 *
 * over the disc ρ ≤ a. The moment has a closed form, since ∬ x_t² dA = πa²R² − πa⁴/4 and x_b is linear in ρ:
 * ∬ x_b² dA = 2π·(b²a²/2 + 2bka³/3 + k²a⁴/4), b = R − h − ak, k = 1/tan(p/2). Of the mass only ∬ x_t dA =
 * 2∫ √(a² − y²)·√(R² − y²) dy is elliptic; Gauss–Chebyshev quadrature of the second kind carries the first root as
 * its weight. Derived here from first principles; handbook section 7 states the integral.
 *
 * @throws CoreError when a quantity makes no sense, the hole would pass the shaft, or the drill's corner is not yet below the rim all round
 */
export function radialHole(hole: RadialHole): HoleMetal {
  const { rimRadiusMm, depthMm } = hole;
  const densityGPerMm3 = checkNumber('The density', hole.densityGPerCm3, { above: 0, max: 25, unit: 'g/cm³' }, 'densityGPerCm3') / MM3_PER_CM3;
  checkNumber('The rim radius', rimRadiusMm, { above: 0, max: 2000, unit: 'mm' }, 'rimRadiusMm');
  const a = checkNumber('The bit', hole.bitMm, { above: 0, max: 100, unit: 'mm' }, 'bitMm') / 2;
  const k = 1 / Math.tan(degToRad(checkNumber('The point angle', hole.pointAngleDeg, { min: 60, max: 180, unit: '°' }, 'pointAngleDeg')) / 2);
  checkNumber('The depth', depthMm, { above: 0, unit: 'mm' }, 'depthMm');
  if (a >= rimRadiusMm * 0.8) throw new CoreError(`A ${hole.bitMm} mm bit is too large for a rim of ${rimRadiusMm} mm radius.`, 'bitMm');
  const leastMm = rimSagMm(rimRadiusMm, hole.bitMm);
  if (depthMm < leastMm) {
    throw new CoreError(
      `At ${depthMm} mm a ${hole.bitMm} mm bit has not cut its full circle in a rim of ${rimRadiusMm} mm radius; the least depth is ${leastMm.toFixed(2)} mm.`,
      'depthMm',
    );
  }
  const b = rimRadiusMm - depthMm - a * k;
  if (b <= 0) throw new CoreError(`A hole ${depthMm} mm deep would reach the shaft's axis.`, 'depthMm');

  const bottomArea = Math.PI * a ** 2 * (rimRadiusMm - depthMm) - (Math.PI * a ** 3 * k) / 3;
  const massG = densityGPerMm3 * (rimIntegral(rimRadiusMm, a) - bottomArea);
  const momentGmm = densityGPerMm3 * momentIntegral(rimRadiusMm, a, k, depthMm);
  return { massG, momentGmm, centroidRadiusMm: momentGmm / massG };
}

/**
 * The moment alone of a hole that is known to make sense: the closed form of radialHole, without the mass's quadrature. For the
 * planner, which asks hundreds of thousands of times.
 */
export function holeMomentGmm({ rimRadiusMm, bitMm, pointAngleDeg, depthMm, densityGPerCm3 }: RadialHole): number {
  const k = 1 / Math.tan(degToRad(pointAngleDeg) / 2);
  return (densityGPerCm3 / MM3_PER_CM3) * momentIntegral(rimRadiusMm, bitMm / 2, k, depthMm);
}

/** How far the rim falls away under the edge of a bit: R − √(R² − (d/2)²), mm. */
export function rimSagMm(rimRadiusMm: number, bitMm: number): number {
  return rimRadiusMm - Math.sqrt(rimRadiusMm ** 2 - (bitMm / 2) ** 2);
}

/** Height of the drill's point below its corner, mm: (d/2)/tan(p/2). Travel from tip touch is depth plus this. */
export function pointHeightMm(bitMm: number, pointAngleDeg: number): number {
  return bitMm / 2 / Math.tan(degToRad(pointAngleDeg) / 2);
}

/** ∬ (x_t² − x_b²)/2 dA over the disc, mm⁴, in closed form. */
function momentIntegral(rimRadiusMm: number, a: number, k: number, depthMm: number): number {
  const b = rimRadiusMm - depthMm - a * k;
  const topSquared = Math.PI * a ** 2 * rimRadiusMm ** 2 - (Math.PI * a ** 4) / 4;
  const bottomSquared = 2 * Math.PI * ((b ** 2 * a ** 2) / 2 + (2 * b * k * a ** 3) / 3 + (k ** 2 * a ** 4) / 4);
  return (topSquared - bottomSquared) / 2;
}

/** 2∫ √(a² − y²)·√(R² − y²) dy over −a…a, mm³. */
function rimIntegral(rimRadiusMm: number, a: number): number {
  let sum = 0;
  for (let i = 1; i <= NODES; i += 1) {
    const theta = (i * Math.PI) / (NODES + 1);
    sum += Math.sin(theta) ** 2 * Math.sqrt(rimRadiusMm ** 2 - (a * Math.cos(theta)) ** 2);
  }
  return 2 * a ** 2 * (Math.PI / (NODES + 1)) * sum;
}

export type DepthForMoment =
  | { readonly kind: 'depth'; readonly depthMm: number }
  /** Even the shallowest full circle takes more. */
  | { readonly kind: 'tooLittle'; readonly leastMm: number }
  /** Even the deepest hole takes less. */
  | { readonly kind: 'tooMuch' };

/**
 * Depth at which a hole of this bit takes a wanted moment: the inverse of radialHole in depth, by Newton's method on
 * the closed form (dU/dh = δ·∬ x_b dA, always positive, so the root is single).
 *
 * @param hole a hole already checked by the rules of radialHole
 * @param limitMm deepest allowed
 */
export function depthForMoment(momentGmm: number, hole: Omit<RadialHole, 'depthMm'>, limitMm: number): DepthForMoment {
  const { rimRadiusMm } = hole;
  const leastMm = rimSagMm(rimRadiusMm, hole.bitMm);
  const densityGPerMm3 = hole.densityGPerCm3 / MM3_PER_CM3;
  const a = hole.bitMm / 2;
  const k = 1 / Math.tan(degToRad(hole.pointAngleDeg) / 2);
  const excess = (depthMm: number): number => densityGPerMm3 * momentIntegral(rimRadiusMm, a, k, depthMm) - momentGmm;
  if (excess(limitMm) < 0) return { kind: 'tooMuch' };
  if (excess(leastMm) > 0) return { kind: 'tooLittle', leastMm };
  let depthMm = (leastMm + limitMm) / 2;
  for (let i = 0; i < MOST_STEPS; i += 1) {
    const slope = densityGPerMm3 * (Math.PI * a ** 2 * (rimRadiusMm - depthMm) - (Math.PI * a ** 3 * k) / 3);
    const next = Math.min(limitMm, Math.max(leastMm, depthMm - excess(depthMm) / slope));
    if (Math.abs(next - depthMm) < SETTLED * rimRadiusMm) return { kind: 'depth', depthMm: next };
    depthMm = next;
  }
  throw new CoreError(`The depth of a ${hole.bitMm} mm hole for ${momentGmm.toFixed(1)} g·mm did not settle.`, 'momentGmm');
}

/** Newton's method on a smooth rising function settles in about five steps; sixty means the input is broken. */
const MOST_STEPS = 60;
/** A depth has settled when it moves by less than this share of the rim radius (a tenth of a nanometre on 85 mm). */
const SETTLED = 1e-12;
