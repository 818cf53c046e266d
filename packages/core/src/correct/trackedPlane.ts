import type { Vector } from '../units/vector.js';

/** What is known of one plane by all of it. */
export interface TrackedPlane {
  /** The true unbalance now, g·mm; points to where the crank is heavy. */
  readonly unbalanceGmm: Vector;
  readonly deviationGmm: number;
  /** What the machine makes of 1 g·mm: 1∠0° when its calibration is right. */
  readonly gain: Vector;
  /** Of the gain in each component, as a share. */
  readonly gainDeviation: number;
}
