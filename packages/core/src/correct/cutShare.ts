import { toPolar } from '../units/vector.js';
import type { TrackedPlane } from './trackedPlane.js';

/** How much of each plane's unbalance is to be cut, 0…1. */
export interface CutShares {
  readonly a: number;
  readonly b: number;
}

/** A plan goes past nothing by more than the tolerance no oftener than this in a plane (handbook section 6, definition 9e). */
export const MOST_OVERSHOT = 0.0025;
/** One side of a normal law beyond so many deviations holds that share. */
const DEVIATIONS = 2.807;
/** What the holes will miss by along the unbalance, as a share of what they take, before they are chosen; once they are, they are tried. */
const HOLES_MISS_RATIO = 0.015;
/** Shares are spoken of, and planned, in steps of a twentieth. */
export const SHARE_STEPS = 20;

/**
 * The largest share f of what is there, in steps of a twentieth, so that a plane is past nothing by more than its tolerance in no more
 * than 0.25 of 100: (1 − f)·|U| + tolerance ≥ 2.807·√(σ² + (0.015·f·|U|)²), σ of what is known (the gain's error and the scatter are in
 * it). A plane of which too little is known to cut anything has share 0: its share is spun for, not drilled for.
 * @param mostShare no more than this in any case, 0…1
 */
export function cutShare({ unbalanceGmm, deviationGmm }: TrackedPlane, toleranceGmm: number, mostShare = 1): number {
  const { amount } = toPolar(unbalanceGmm);
  if (amount === 0) return 0;
  for (let step = Math.ceil(SHARE_STEPS * mostShare - 1e-9); step > 0; step -= 1) {
    const share = Math.min(mostShare, step / SHARE_STEPS);
    const deviation = Math.hypot(deviationGmm, HOLES_MISS_RATIO * share * amount);
    if ((1 - share) * amount + toleranceGmm >= DEVIATIONS * deviation) return share;
  }
  return 0;
}
