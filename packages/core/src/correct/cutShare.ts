import { toPolar } from '../units/vector.js';
import type { TrackedPlane } from './trackedPlane.js';

/** How much of each plane's unbalance is to be cut, 0…1. */
export interface CutShares {
  readonly a: number;
  readonly b: number;
}

/** Of 100 tries 97 lie within so many deviations, √(−2·ln 0.03); of those outside, only one side is past nothing. */
const RADIUS_97 = Math.sqrt(-2 * Math.log(0.03));
/** What the holes themselves will miss by, as a share of what they take, before they are chosen. */
const HOLES_MISS_RATIO = 0.03;

/**
 * How much of what is there may be cut at once so that a plane is not taken past nothing by more than its tolerance: with r the
 * 97 % radius of what is known and of what the holes will miss, 1 − (r − tolerance)/|U| (handbook section 7: no cut may pass the
 * point where its 95 % bound crosses zero; less than a tolerance past it does no harm). A plane of which too little is known to
 * cut anything has share 0: its share is spun for, not drilled for.
 */
export function cutShare({ unbalanceGmm, deviationGmm }: TrackedPlane, toleranceGmm: number): number {
  const { amount } = toPolar(unbalanceGmm);
  const radius = RADIUS_97 * Math.hypot(deviationGmm, HOLES_MISS_RATIO * amount);
  return amount === 0 ? 0 : Math.max(0, 1 - Math.max(0, radius - toleranceGmm) / amount);
}
