import { absolute, conjugate, over, times } from '../units/complex.js';
import type { PlaneUnbalance } from '../rotor/planes.js';
import { add, subtract, ZERO, type Vector } from '../units/vector.js';
import { unbalanceOf, type Influence, type SupportReading, type TrialRun } from './influence.js';

/** What a plane's mean is off by, beyond the scatter of its turns: deviations in each component, g·mm. */
export interface PlaneSpread {
  /** From spin to spin: remounting, drift; null where nobody knows. */
  readonly runGmm: number | null;
  /** Alike in every spin read by the same coefficients. */
  readonly commonGmm: number;
}

/** One figure for each plane, g·mm. */
export interface PerPlane {
  readonly aGmm: number;
  readonly bGmm: number;
}

/**
 * Deviation of both planes' components when each support's reading is off by a share of itself: |δU_p|² = Σ_s |H⁻¹_ps|²·
 * (ratio·|c_s|)², since the two sensors err apart.
 *
 * @param ratio deviation of a sensor's gain in each component; 0.03 is 3 % of amount as much as 1.7° of angle
 */
export function sensorSpread(reading: SupportReading, influence: Influence, ratio: number): PerPlane {
  const byLeft = unbalanceOf({ left: reading.left, right: ZERO }, influence);
  const byRight = unbalanceOf({ left: ZERO, right: reading.right }, influence);
  return {
    aGmm: ratio * Math.hypot(absolute(byLeft.aGmm), absolute(byRight.aGmm)),
    bGmm: ratio * Math.hypot(absolute(byLeft.bGmm), absolute(byRight.bGmm)),
  };
}

/**
 * How much of one run's scatter comes again through the coefficients: √(uᵀ·C·ū), C the lower block of (XᴴX)⁻¹ with the rows
 * [1, T_A, T_B] that the coefficients were fitted to. An error δH of H moves the answer by H⁻¹·δH·U; seen in the planes, each
 * run's reading scatters alike, so that this factor times a run's deviation is the deviation of U.
 *
 * With one run bare and one weight in each plane it is √(|u_A/T_A + u_B/T_B|² + |u_A/T_A|² + |u_B/T_B|²): trial weights as
 * large as the unbalance keep it near 1, small ones let it grow.
 */
export function calibrationFactor(runs: readonly TrialRun[], { aGmm, bGmm }: PlaneUnbalance): number {
  // The weights' own moments about their mean: eliminating the 1 leaves the lower block alone.
  const mid = (of: (run: TrialRun) => Vector): Vector =>
    over(
      runs.reduce((sum, run) => add(sum, of(run)), ZERO),
      { re: runs.length, im: 0 },
    );
  const [midA, midB] = [mid(({ trial }) => trial.aGmm), mid(({ trial }) => trial.bGmm)];
  let [aa, bb, ab]: [number, number, Vector] = [0, 0, ZERO];
  for (const { trial } of runs) {
    const [a, b] = [subtract(trial.aGmm, midA), subtract(trial.bGmm, midB)];
    aa += absolute(a) ** 2;
    bb += absolute(b) ** 2;
    ab = add(ab, times(conjugate(a), b));
  }
  const determinant = aa * bb - absolute(ab) ** 2;
  const cross = times(times(ab, aGmm), conjugate(bGmm)).re;
  return Math.sqrt(Math.max(0, (bb * absolute(aGmm) ** 2 + aa * absolute(bGmm) ** 2 - 2 * cross) / determinant));
}
