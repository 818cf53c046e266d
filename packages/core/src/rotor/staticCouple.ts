import { add, scale, subtract, type Vector } from '../units/vector.js';
import { checkPlanes, type PlaneUnbalance, type Planes } from './planes.js';

/** The same unbalance as what pulls the crank aside, and what wobbles it. */
export interface StaticCouple {
  /** U_A + U_B, g·mm: what a knife edge would show. */
  readonly staticGmm: Vector;
  /** Σ u·(z − z₀), g·mm²; points to where the rear plane is too heavy. */
  readonly coupleGmm2: Vector;
  /** The couple as two equal and opposite vectors in the planes, g·mm, as plane B has it. */
  readonly coupleInBGmm: Vector;
}

/**
 * Static and couple part of a two-plane unbalance, about the middle of the planes: S = U_A + U_B and
 * C = (U_B − U_A)·(z_B − z_A)/2, so that S in the middle and the couple together are the two planes again.
 *
 * @throws CoreError from checkPlanes
 */
export function staticAndCouple({ aGmm, bGmm }: PlaneUnbalance, planes: Planes): StaticCouple {
  checkPlanes(planes);
  const half = scale(subtract(bGmm, aGmm), 0.5);
  return { staticGmm: add(aGmm, bGmm), coupleGmm2: scale(half, planes.zBMm - planes.zAMm), coupleInBGmm: half };
}
