import { checkNumber, CoreError } from '../units/check.js';
import { scale, subtract, sumOf, toPolar, type Vector } from '../units/vector.js';

/** One plane's unbalance as read over many turns. */
export interface PlaneReading {
  readonly n: number;
  /** Mean over the turns, g·mm; points to where the crank is heavy. */
  readonly meanGmm: Vector;
  /** Radius of a circle round the mean that holds the true mean with 95 % confidence, g·mm. */
  readonly radius95Gmm: number;
}

/**
 * Mean of a plane's vector over turns and its 95 % region.
 *
 * The region of a two-dimensional mean is Hotelling's ellipse, T² = 2(n−1)/(n−2)·F(2, n−2); the F quantile with two
 * upper degrees of freedom has the closed form F = (ν/2)(0.05^(−2/ν) − 1), ν = n − 2. The circle drawn here has the
 * ellipse's longest half axis, √(λ_max·T²/n), so that it is never too small. It tends to 2.45·s/√n.
 *
 * @param turnsGmm one vector a turn, at least 4
 * @throws CoreError for fewer turns or a value that is not a number
 */
export function planeReading(turnsGmm: readonly Vector[]): PlaneReading {
  const n = turnsGmm.length;
  if (n < LEAST_TURNS) throw new CoreError(`${n} turns are too few to know how good a reading is; at least ${LEAST_TURNS} are needed.`, 'turns');
  turnsGmm.forEach((turn, i) => {
    checkNumber('A turn', turn.re, {}, `turns.${i}.re`);
    checkNumber('A turn', turn.im, {}, `turns.${i}.im`);
  });
  const meanGmm = scale(sumOf(turnsGmm), 1 / n);
  const off = turnsGmm.map((turn) => subtract(turn, meanGmm));
  const moment = (product: (v: Vector) => number): number => off.reduce((sum, v) => sum + product(v), 0) / (n - 1);
  const xx = moment((v) => v.re * v.re);
  const yy = moment((v) => v.im * v.im);
  const xy = moment((v) => v.re * v.im);
  const largestVariance = (xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy);
  const hotelling = (n - 1) * (0.05 ** (-2 / (n - 2)) - 1);
  return { n, meanGmm, radius95Gmm: Math.sqrt((largestVariance * hotelling) / n) };
}

/** With three turns the 95 % factor is already over a hundred; four is the least that says anything. */
export const LEAST_TURNS = 4;

export type Verdict = 'inside' | 'outside' | 'cannotYetTell';

export interface Judgement {
  readonly verdict: Verdict;
  /** Turns over which the same scatter would settle it; null when it is settled or no number of turns would. */
  readonly turnsToSettle: number | null;
}

/**
 * Inside only when the whole 95 % region is inside the tolerance, outside likewise (handbook section 6).
 *
 * When the region straddles the ring, turns needed follow from r ∝ 1/√n: n·(r/|amount − tolerance|)².
 *
 * @throws CoreError when the tolerance is not above zero
 */
export function judge(reading: PlaneReading, toleranceGmm: number): Judgement {
  checkNumber('The tolerance', toleranceGmm, { above: 0, unit: 'g·mm' }, 'toleranceGmm');
  const { amount } = toPolar(reading.meanGmm);
  if (amount + reading.radius95Gmm <= toleranceGmm) return { verdict: 'inside', turnsToSettle: null };
  if (amount - reading.radius95Gmm > toleranceGmm) return { verdict: 'outside', turnsToSettle: null };
  const gapGmm = Math.abs(amount - toleranceGmm);
  const turns = Math.ceil(reading.n * (reading.radius95Gmm / gapGmm) ** 2);
  return { verdict: 'cannotYetTell', turnsToSettle: Number.isFinite(turns) && turns < MOST_TURNS ? turns : null };
}

/** Beyond this many turns drift, not scatter, limits a reading; more turns then settle nothing. */
const MOST_TURNS = 5000;
