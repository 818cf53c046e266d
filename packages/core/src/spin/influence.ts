import { absolute, conjugate, over, times } from '../units/complex.js';
import { CoreError } from '../units/check.js';
import { add, scale, subtract, sumOf, ZERO, type Vector } from '../units/vector.js';
import { supportsMoved, type Supports } from '../rotor/supports.js';
import { samePlaces, type Planes, type PlaneUnbalance } from '../rotor/planes.js';

/** What the two supports say at once per turn, in any one unit: left (nearer the front) and right. */
export interface SupportReading {
  readonly left: Vector;
  readonly right: Vector;
}

/** Mean of both supports' vectors over the turns of a spin. @throws CoreError for no turns */
export function meanReading(turns: readonly SupportReading[]): SupportReading {
  if (turns.length === 0) throw new CoreError('There is no turn to take a mean of.', 'turns');
  const mean = (side: keyof SupportReading): Vector => scale(sumOf(turns.map((turn) => turn[side])), 1 / turns.length);
  return { left: mean('left'), right: mean('right') };
}

/** A run with known weights on the rotor, g·mm in planes A and B; nothing on it is zero. */
export interface TrialRun {
  readonly trial: PlaneUnbalance;
  readonly reading: SupportReading;
}

/** Influence coefficients: reading per g·mm, H in reading = H·U (handbook section 6). */
export interface Influence {
  readonly leftOfA: Vector;
  readonly leftOfB: Vector;
  readonly rightOfA: Vector;
  readonly rightOfB: Vector;
}

export interface InfluenceResult {
  readonly influence: Influence;
  /** The rotor's own unbalance, without any trial weight, g·mm; points to where it is heavy. */
  readonly unbalance: PlaneUnbalance;
  /** Largest over least gain of H: 1 is best. */
  readonly condition: number;
  readonly conditionWords: string;
  /** Root of the mean square by which the runs miss the fit, as a share of the largest reading; null for just three runs, which always fit. */
  readonly misfitRatio: number | null;
}

/** Beyond this the planes are hardly told apart; an error of reading grows by as much on its way into the planes. */
const FAIR_CONDITION = 5;
const POOR_CONDITION = 20;

/**
 * Influence coefficients and the rotor's unbalance from runs with and without known weights, in any order, weights left on or
 * taken off (handbook section 6).
 *
 * reading_k = c₀ + H·T_k is linear in c₀ and H: with three runs it is solved, with more by least squares (normal equations of
 * [1, T_A, T_B], complex). Then U = H⁻¹·c₀.
 *
 * @param runs at least three, whose weights between them tell plane A, plane B and nothing apart
 * @throws CoreError when they do not, or when both supports hear the planes alike
 */
export function influenceOf(runs: readonly TrialRun[]): InfluenceResult {
  if (runs.length < 3)
    throw new CoreError(`${runs.length} runs are too few: one as it is, and one with a weight in each plane, are the least.`, 'runs');
  const rows = runs.map(({ trial }) => [{ re: 1, im: 0 }, trial.aGmm, trial.bGmm]);
  // Weights in g·mm stand beside a plain 1: brought to about 1, the sums lose nothing.
  const sizeGmm = Math.max(...runs.flatMap(({ trial }) => [absolute(trial.aGmm), absolute(trial.bGmm)]));
  if (sizeGmm === 0) throw new CoreError('None of the runs has a trial weight on it.', 'runs');
  const scaled = rows.map(([one, a, b]) => [one!, scale(a!, 1 / sizeGmm), scale(b!, 1 / sizeGmm)]);
  const fit = (of: (run: TrialRun) => Vector): Vector[] => {
    const solved = leastSquares(
      scaled,
      runs.map((run) => of(run)),
    );
    if (!solved)
      throw new CoreError('These runs do not tell the planes apart: put one weight in plane A and one in plane B, each in a run of its own.', 'runs');
    return solved;
  };
  const [left, right] = [fit(({ reading }) => reading.left), fit(({ reading }) => reading.right)];
  const influence: Influence = {
    leftOfA: scale(left[1]!, 1 / sizeGmm),
    leftOfB: scale(left[2]!, 1 / sizeGmm),
    rightOfA: scale(right[1]!, 1 / sizeGmm),
    rightOfB: scale(right[2]!, 1 / sizeGmm),
  };
  const condition = conditionOf(influence);
  if (!(condition < MOST_CONDITION))
    throw new CoreError('Both supports hear plane A and plane B alike: the planes are too close, or one sensor says nothing.', 'runs');
  return {
    influence,
    unbalance: unbalanceOf({ left: left[0]!, right: right[0]! }, influence),
    condition,
    conditionWords: wordsOf(condition),
    misfitRatio: runs.length === 3 ? null : misfit(scaled, runs, left, right),
  };
}

const MOST_CONDITION = 1e6;

function wordsOf(condition: number): string {
  if (condition <= FAIR_CONDITION) return 'The planes are told apart well.';
  if (condition <= POOR_CONDITION)
    return `The planes are told apart, but an error of reading can grow up to ${Math.round(condition)} times on its way into them. Planes farther apart would do better.`;
  return `The planes are hardly told apart: an error of reading can grow up to ${Math.round(condition)} times. Move the planes apart, or see to the sensors.`;
}

/** U = H⁻¹·reading, g·mm. @throws CoreError where H cannot be turned round */
export function unbalanceOf({ left, right }: SupportReading, h: Influence): PlaneUnbalance {
  const determinant = subtract(times(h.leftOfA, h.rightOfB), times(h.leftOfB, h.rightOfA));
  if (absolute(determinant) === 0) throw new CoreError('Both supports hear the planes alike.', 'influence');
  return {
    aGmm: over(subtract(times(left, h.rightOfB), times(h.leftOfB, right)), determinant),
    bGmm: over(subtract(times(h.leftOfA, right), times(left, h.rightOfA)), determinant),
  };
}

/** H·U: what the supports say of an unbalance. */
export function readingOf({ aGmm, bGmm }: PlaneUnbalance, h: Influence): SupportReading {
  return {
    left: add(times(h.leftOfA, aGmm), times(h.leftOfB, bGmm)),
    right: add(times(h.rightOfA, aGmm), times(h.rightOfB, bGmm)),
  };
}

/** Largest over least singular value of H: from the eigenvalues of HᴴH, (t ± √(t² − 4d))/2. */
export function conditionOf(h: Influence): number {
  const squares = [h.leftOfA, h.leftOfB, h.rightOfA, h.rightOfB].reduce((sum, one) => sum + absolute(one) ** 2, 0);
  const determinant = absolute(subtract(times(h.leftOfA, h.rightOfB), times(h.leftOfB, h.rightOfA)));
  const root = Math.sqrt(Math.max(0, squares ** 2 - 4 * determinant ** 2));
  // (t + root)/2 over (t − root)/2, the lower written so that nothing cancels.
  return (squares + root) / 2 / determinant;
}

/** Solves the complex normal equations of three unknowns; null where they have no one answer. */
function leastSquares(rows: readonly (readonly Vector[])[], values: readonly Vector[]): Vector[] | null {
  const at = (i: number, j: number): Vector => rows.reduce((sum, row) => add(sum, times(conjugate(row[i]!), row[j]!)), ZERO);
  const m = [0, 1, 2].map((i) => [at(i, 0), at(i, 1), at(i, 2), rows.reduce((sum, row, k) => add(sum, times(conjugate(row[i]!), values[k]!)), ZERO)]);
  for (let column = 0; column < 3; column += 1) {
    const best = [0, 1, 2].slice(column).reduce((a, b) => (absolute(m[b]![column]!) > absolute(m[a]![column]!) ? b : a));
    if (absolute(m[best]![column]!) < SINGULAR) return null;
    [m[column], m[best]] = [m[best]!, m[column]!];
    for (let row = 0; row < 3; row += 1) {
      if (row === column) continue;
      const factor = over(m[row]![column]!, m[column]![column]!);
      m[row] = m[row]!.map((value, k) => subtract(value, times(factor, m[column]![k]!)));
    }
  }
  return m.map((row, i) => over(row[3]!, row[i]!));
}

/** Of rows brought to about 1: below this two of them say the same. */
const SINGULAR = 1e-9;

function misfit(rows: readonly (readonly Vector[])[], runs: readonly TrialRun[], left: readonly Vector[], right: readonly Vector[]): number {
  const model = (row: readonly Vector[], c: readonly Vector[]): Vector => row.reduce((sum, one, i) => add(sum, times(one, c[i]!)), ZERO);
  const off = runs.flatMap(({ reading }, k) => [
    absolute(subtract(reading.left, model(rows[k]!, left))),
    absolute(subtract(reading.right, model(rows[k]!, right))),
  ]);
  const largest = Math.max(...runs.flatMap(({ reading }) => [absolute(reading.left), absolute(reading.right)]));
  return Math.sqrt(off.reduce((sum, one) => sum + one ** 2, 0) / off.length) / largest;
}

/** A calibration holds at speeds within a tenth of its own: nearer a resonance the supports answer otherwise. */
const holdsAtSpeed = (calibratedRpm: number, speedRpm: number): boolean => Math.abs(speedRpm / calibratedRpm - 1) <= 0.1;

/** How far a gain by trial weights may be off, as a share: on this rotor, on another of its class, elsewhere (handbook section 6, definition 2). */
export const GAIN_BY_TRIALS = { here: 0.02, sameClass: 0.06, elsewhere: 0.15 } as const;

/** Where a calibration was made, seen from a job: in other planes, on other supports, or at a speed more than a tenth away, it is a guess; in another set-up of this job it is of another rotor of its class. */
export function calibratedWhere(
  calibration: {
    readonly jobId: string | null;
    readonly setUpId?: string | null;
    readonly planes: Planes;
    readonly speedRpm: number;
    readonly supports?: Supports | null;
  },
  job: { readonly id: string; readonly setUpId?: string | null; readonly planes: Planes; readonly supports?: Supports | null },
  speedRpm: number,
): keyof typeof GAIN_BY_TRIALS {
  if (
    !samePlaces(calibration.planes, job.planes) ||
    !holdsAtSpeed(calibration.speedRpm, speedRpm) ||
    supportsMoved(calibration.supports, job.supports)
  )
    return 'elsewhere';
  return calibration.jobId === job.id && (calibration.setUpId ?? null) === (job.setUpId ?? null) ? 'here' : 'sameClass';
}
