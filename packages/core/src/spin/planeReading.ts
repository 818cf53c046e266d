import { checkNumber, CoreError } from '../units/check.js';
import { scale, subtract, sumOf, ZERO, type Vector } from '../units/vector.js';
import type { PlaneTurns } from './turnSummary.js';

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
 * Where the turns scatter alike in all directions, one variance s² is pooled over both components, and
 * n·|error|²/(2s²) follows F with 2 and ν = 2(n − 1) degrees of freedom; with two upper degrees its quantile has the closed
 * form F = (ν/2)(0.05^(−2/ν) − 1). Where they plainly do not (Mauchly's criterion W = det S/(tr S/2)², which in two
 * dimensions lies below w with probability w^((n−2)/2)), the region is Hotelling's ellipse, T² = 2(n−1)/(n−2)·F(2, n−2), and
 * the circle drawn has its longest half axis, √(λ_max·T²/n). Both tend to 2.45·s/√n.
 *
 * @param turnsGmm one vector a turn or a repeated reading, at least 3 where nothing else is known of their scatter
 * @param knownDeviationGmm scatter of one of them in each component, from elsewhere: with fewer than 3 the region is then the
 *   Rayleigh circle √(−2·ln 0.05)·s/√n
 * @throws CoreError for too few turns or a value that is not a number
 */
export function planeReading(turnsGmm: readonly Vector[], knownDeviationGmm: number | null = null): PlaneReading {
  turnsGmm.forEach((turn, i) => {
    checkNumber('A turn', turn.re, {}, `turns.${i}.re`);
    checkNumber('A turn', turn.im, {}, `turns.${i}.im`);
  });
  const n = turnsGmm.length;
  const meanGmm = n === 0 ? ZERO : scale(sumOf(turnsGmm), 1 / n);
  const off = turnsGmm.map((turn) => subtract(turn, meanGmm));
  const moment = (product: (v: Vector) => number): number => off.reduce((sum, v) => sum + product(v), 0) / Math.max(1, n - 1);
  return planeReadingOf(
    { n, meanGmm, xx: moment((v) => v.re * v.re), xy: moment((v) => v.re * v.im), yy: moment((v) => v.im * v.im) },
    knownDeviationGmm,
  );
}

/** planeReading from the mean and sample covariance of the turns, which is all it needs of them. @throws as planeReading */
export function planeReadingOf({ n, meanGmm, xx, xy, yy }: PlaneTurns, knownDeviationGmm: number | null = null): PlaneReading {
  if (n > 0 && n < LEAST_TURNS && knownDeviationGmm !== null) {
    checkNumber('The scatter of a reading', knownDeviationGmm, { above: 0, unit: 'g·mm' }, 'knownDeviationGmm');
    return { n, meanGmm, radius95Gmm: (RAYLEIGH95 * knownDeviationGmm) / Math.sqrt(n) };
  }
  if (n < LEAST_TURNS) throw new CoreError(`${n} turns are too few to know how good a reading is; at least ${LEAST_TURNS} are needed.`, 'turns');
  const variance = (xx + yy) / 2;
  if (variance === 0) return { n, meanGmm, radius95Gmm: 0 };
  const roundness = Math.max(0, xx * yy - xy ** 2) / variance ** 2;
  if (roundness ** ((n - 2) / 2) >= PLAINLY_NOT_ROUND) {
    const pooled = 2 * (n - 1) * (0.05 ** (-1 / (n - 1)) - 1);
    return { n, meanGmm, radius95Gmm: Math.sqrt((variance * pooled) / n) };
  }
  const largestVariance = variance + Math.hypot((xx - yy) / 2, xy);
  const hotelling = (n - 1) * (0.05 ** (-2 / (n - 2)) - 1);
  return { n, meanGmm, radius95Gmm: Math.sqrt((largestVariance * hotelling) / n) };
}

/** Share of a two-dimensional normal that lies outside this many deviations is 5 %: √(−2·ln 0.05). */
export const RAYLEIGH95 = Math.sqrt(-2 * Math.log(0.05));

/** So unlikely a scatter, were it alike in all directions, is taken to be longer one way. */
const PLAINLY_NOT_ROUND = 0.05;

/** Two turns have a scatter, but one so uncertain that it says nothing. */
export const LEAST_TURNS = 3;
