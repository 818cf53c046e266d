import type { SpinEvent } from '../estimate/events.js';
import type { Crank } from '../rotor/crank.js';
import { BALANCED, toPlanes } from '../rotor/planes.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { fromPolar } from '../units/vector.js';
import { placeBeyond } from './usualPlace.js';

/** Something of the shop's own that it mounts on cranks, an adapter or a dummy damper, whose unbalance was measured by itself. */
export interface OwnPart {
  readonly name: string;
  /** Too heavy by so much at a radius and an angle from its own mark. */
  readonly heavyG: number;
  readonly radiusMm: number;
  readonly angleDeg: number;
  /** What that may be off by. */
  readonly deviationG: number;
  /** How far beyond the outermost counterweight it acts, mm; below zero before the front one. */
  readonly beyondMm: number;
}

/** What is known of them by themselves, as readings of nothing else: by a gain of their own that leaves nothing to learn. */
export const BY_ITSELF = 'by itself';
/** A gain known to a hair. */
export const BY_ITSELF_GAIN = 1e-6;
/** Nothing is known to less than this, g·mm. */
const LEAST_GMM = 0.01;

/** An own part's unbalance as a reading of it alone, for the estimate. */
export function readByItself(part: OwnPart, crank: Pick<Crank, 'counterweights' | 'planes'>): SpinEvent {
  const { name, heavyG, radiusMm, angleDeg, deviationG, beyondMm } = part;
  const deviationGmm = Math.max(LEAST_GMM, deviationG * radiusMm);
  return {
    kind: 'spin',
    id: `${BY_ITSELF}: ${name}`,
    calibration: BY_ITSELF,
    planes: crank.planes,
    mounted: { [name]: 0 },
    hung: BALANCED,
    hungCovariance: null,
    reading: {
      turns: summariseTurns([toPlanes(fromPolar(heavyG * radiusMm, angleDeg), placeBeyond(beyondMm, crank), crank.planes)]),
      of: 'spins',
      display: null,
    },
    scatterGmm: { a: deviationGmm, b: deviationGmm },
  };
}
