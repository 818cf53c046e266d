import { checkNumber, CoreError } from '../units/check.js';
import { checkVector } from '../units/checkVector.js';
import { add, scale, subtract, ZERO, type Vector } from '../units/vector.js';

/** The two correction planes of a set-up and the radius at which each one's gram figures are given. */
export interface Planes {
  /** The plane nearer the front. */
  readonly zAMm: number;
  readonly zBMm: number;
  readonly radiusAMm: number;
  readonly radiusBMm: number;
}

/** Unbalance in planes A and B, g·mm. */
export interface PlaneUnbalance {
  readonly aGmm: Vector;
  readonly bGmm: Vector;
}

export const BALANCED: PlaneUnbalance = { aGmm: ZERO, bGmm: ZERO };

/**
 * Refuses planes that cannot be balanced in.
 * @throws CoreError when the planes coincide or stand in the wrong order, or a radius is not above zero
 */
export function checkPlanes(planes: Planes): void {
  checkNumber('The position of plane A', planes.zAMm, { min: -5000, max: 5000, unit: 'mm' }, 'planes.zAMm');
  checkNumber('The position of plane B', planes.zBMm, { min: -5000, max: 5000, unit: 'mm' }, 'planes.zBMm');
  checkNumber('The correction radius in plane A', planes.radiusAMm, { above: 0, max: 2000, unit: 'mm' }, 'planes.radiusAMm');
  checkNumber('The correction radius in plane B', planes.radiusBMm, { above: 0, max: 2000, unit: 'mm' }, 'planes.radiusBMm');
  if (planes.zAMm === planes.zBMm)
    throw new CoreError(`Planes A and B are both at ${planes.zAMm} mm; a couple cannot be told between two planes at one place.`, 'planes.zBMm');
  if (planes.zAMm > planes.zBMm) throw new CoreError('Plane A is the one nearer the front: its position has to be the smaller.', 'planes.zAMm');
}

/**
 * What an unbalance at z counts in each plane (handbook section 5), exact for a rigid rotor by equal force and
 * equal moment:
 *
 *   u_A = u·(z_B − z)/(z_B − z_A)      u_B = u·(z − z_A)/(z_B − z_A)
 *
 * Outside the planes (an overhung flywheel) one share is above 1 and the other negative.
 *
 * @param unbalanceGmm g·mm at z
 * @throws CoreError from checkPlanes, or for what is not a number
 * @example toPlanes({ re: 100, im: 0 }, 25, { zAMm: 0, zBMm: 100, radiusAMm: 1, radiusBMm: 1 }) // A 75, B 25
 */
export function toPlanes(unbalanceGmm: Vector, zMm: number, planes: Planes): PlaneUnbalance {
  checkPlanes(planes);
  checkVector('The unbalance', unbalanceGmm, 'unbalanceGmm');
  checkNumber('Its position along the crank', zMm, { unit: 'mm' }, 'zMm');
  const { shareA, shareB } = planeShares(zMm, planes);
  return { aGmm: scale(unbalanceGmm, shareA), bGmm: scale(unbalanceGmm, shareB) };
}

/** Planes that are as near as this are the same, mm. */
const SAME_PLACE_MM = 1;

/** Whether two pairs of planes stand at the same places. */
export const samePlaces = (x: Planes, y: Planes): boolean => Math.abs(x.zAMm - y.zAMm) <= SAME_PLACE_MM && Math.abs(x.zBMm - y.zBMm) <= SAME_PLACE_MM;

/** The two shares of toPlanes, for planes already checked; they add to 1. */
export function planeShares(zMm: number, { zAMm, zBMm }: Planes): { readonly shareA: number; readonly shareB: number } {
  const spanMm = zBMm - zAMm;
  return { shareA: (zBMm - zMm) / spanMm, shareB: (zMm - zAMm) / spanMm };
}

export const addPlanes = (x: PlaneUnbalance, y: PlaneUnbalance): PlaneUnbalance => ({ aGmm: add(x.aGmm, y.aGmm), bGmm: add(x.bGmm, y.bGmm) });
export const subtractPlanes = (x: PlaneUnbalance, y: PlaneUnbalance): PlaneUnbalance => ({
  aGmm: subtract(x.aGmm, y.aGmm),
  bGmm: subtract(x.bGmm, y.bGmm),
});
export const scalePlanes = (x: PlaneUnbalance, factor: number): PlaneUnbalance => ({ aGmm: scale(x.aGmm, factor), bGmm: scale(x.bGmm, factor) });

/** Mean of several. */
export const meanPlanes = (all: readonly PlaneUnbalance[]): PlaneUnbalance => scalePlanes(all.reduce(addPlanes, BALANCED), 1 / all.length);

/**
 * The same unbalance read in another pair of planes: each plane's vector is carried over on its own.
 * @throws CoreError from checkPlanes
 */
export function movePlanes(unbalance: PlaneUnbalance, from: Planes, to: Planes): PlaneUnbalance {
  checkPlanes(from);
  return addPlanes(toPlanes(unbalance.aGmm, from.zAMm, to), toPlanes(unbalance.bGmm, from.zBMm, to));
}
