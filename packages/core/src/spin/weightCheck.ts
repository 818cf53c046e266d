import { over } from '../units/complex.js';
import { add, subtract, toPolar, type Polar, type Vector } from '../units/vector.js';

/** What one spin says of a plane by itself, what hung taken off, with the radius that holds 95 % of spins like it. */
export interface PlaneAlone {
  /** Turns, or repeated readings. */
  readonly n: number;
  readonly meanGmm: Vector;
  readonly radius95Gmm: number;
}

/** A known weight hung on between two spins of the same metal: what the readings made of it. */
export interface WeightCheck {
  readonly hungGmm: Polar;
  readonly readGmm: Polar;
  /** Amount read over amount hung, and how far on the angle was read. */
  readonly gain: Polar;
  /** What the readings' own scatter may make of it, as a share of the weight, 95 %. */
  readonly scatterRatio: number;
  readonly outcome: 'agrees' | 'differs' | 'tooLittle';
}

/** Calibrations good to this share are good enough to plan with: the first cut leaves more. */
const GOOD_ENOUGH_RATIO = 0.05;
/** A weight whose reading may scatter by more of itself than this tells nothing. */
const TOO_LITTLE_RATIO = 0.25;

/**
 * Checks a calibration by a weight that was hung on (or taken off) between two spins. It agrees where what was read differs from
 * what was hung by no more than both spins' scatter and a twentieth of the weight, their squares added.
 *
 * @param added the weight, g·mm in this plane; nothing is known of it where it is zero
 * @param before the two spins of a plane, each with what hung on it taken off
 */
export function weightCheck(before: PlaneAlone, after: PlaneAlone, added: Vector): WeightCheck | null {
  const hungGmm = toPolar(added);
  if (hungGmm.amount === 0) return null;
  const off = subtract(after.meanGmm, before.meanGmm);
  const read = add(added, off);
  const scatterRatio = Math.hypot(before.radius95Gmm, after.radius95Gmm) / hungGmm.amount;
  const offRatio = toPolar(off).amount / hungGmm.amount;
  const agrees = offRatio <= Math.hypot(scatterRatio, GOOD_ENOUGH_RATIO);
  return {
    hungGmm,
    readGmm: toPolar(read),
    gain: toPolar(over(read, added)),
    scatterRatio,
    outcome: scatterRatio > TOO_LITTLE_RATIO ? 'tooLittle' : agrees ? 'agrees' : 'differs',
  };
}
