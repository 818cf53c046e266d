import { BALANCED, checkPlanes, planeShares, type Planes, type PlaneUnbalance } from '../rotor/planes.js';
import { CoreError } from '../units/check.js';
import { add, scale, subtract, type Vector } from '../units/vector.js';

/** One plane's vector over the turns of a spin: how many, their mean in g·mm, and their sample covariance (n − 1), (g·mm)². */
export interface PlaneTurns {
  readonly n: number;
  readonly meanGmm: Vector;
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

/**
 * What the turns of a spin say together: all that any figure needs of them, however many there were.
 *
 * The covariance is that of the four numbers (A re, A im, B re, B im), sample (n − 1), (g·mm)²: the upper triangle row by row,
 * ten numbers, all zero for a single turn.
 */
export interface TurnSummary {
  readonly n: number;
  readonly mean: PlaneUnbalance;
  readonly covariance: readonly number[];
}

/** Places of the upper triangle, row by row. */
const PLACES = [0, 1, 2, 3].flatMap((row) => [0, 1, 2, 3].slice(row).map((column) => [row, column] as const));
const placeOf = (row: number, column: number): number => PLACES.findIndex(([r, c]) => r === Math.min(row, column) && c === Math.max(row, column));

const numbersOf = ({ aGmm, bGmm }: PlaneUnbalance): readonly number[] => [aGmm.re, aGmm.im, bGmm.re, bGmm.im];

/**
 * Mean and sample covariance of a spin's turns, or of repeated readings.
 * @param turns one vector a turn and plane, g·mm, at least one
 * @throws CoreError for none, or for one that is not a number
 */
export function summariseTurns(turns: readonly PlaneUnbalance[]): TurnSummary {
  const n = turns.length;
  if (n === 0) throw new CoreError('A spin needs at least one turn.', 'turns');
  const values = turns.map(numbersOf);
  const bad = values.findIndex((turn) => !turn.every(Number.isFinite));
  if (bad >= 0) throw new CoreError(`Turn ${bad + 1} is not a number.`, `turns.${bad}`);
  const means = [0, 1, 2, 3].map((k) => values.reduce((sum, turn) => sum + turn[k]!, 0) / n);
  const covariance = PLACES.map(
    ([i, j]) => values.reduce((sum, turn) => sum + (turn[i]! - means[i]!) * (turn[j]! - means[j]!), 0) / Math.max(1, n - 1),
  );
  return { n, mean: { aGmm: { re: means[0]!, im: means[1]! }, bGmm: { re: means[2]!, im: means[3]! } }, covariance };
}

/**
 * The same turns stated in another pair of planes. Moving is linear with real shares, A′ = a₁·A + b₁·B and B′ = a₂·A + b₂·B, so
 * mean and covariance move exactly: Σ′ = M·Σ·Mᵀ, each component by itself.
 * @throws CoreError from checkPlanes
 */
export function moveTurns({ n, mean, covariance }: TurnSummary, from: Planes, to: Planes): TurnSummary {
  checkPlanes(from);
  checkPlanes(to);
  const [ofA, ofB] = [planeShares(from.zAMm, to), planeShares(from.zBMm, to)];
  const blend = (shareA: number, shareB: number): Vector => add(scale(mean.aGmm, shareA), scale(mean.bGmm, shareB));
  // Row of M for each of the four numbers: which of the old ones it takes, and how much of each.
  const rows = [
    [ofA.shareA, 0, ofB.shareA, 0],
    [0, ofA.shareA, 0, ofB.shareA],
    [ofA.shareB, 0, ofB.shareB, 0],
    [0, ofA.shareB, 0, ofB.shareB],
  ];
  const moved = PLACES.map(([i, j]) =>
    rows[i]!.reduce(
      (sum, p, k) => sum + (p === 0 ? 0 : rows[j]!.reduce((part, q, l) => part + (q === 0 ? 0 : p * q * covariance[placeOf(k, l)]!), 0)),
      0,
    ),
  );
  return { n, mean: { aGmm: blend(ofA.shareA, ofB.shareA), bGmm: blend(ofA.shareB, ofB.shareB) }, covariance: moved };
}

/** One plane of the turns, less what hung on the crank in it, g·mm. */
export function turnsInPlane({ n, mean, covariance }: TurnSummary, plane: 'aGmm' | 'bGmm', hung: PlaneUnbalance = BALANCED): PlaneTurns {
  const at = plane === 'aGmm' ? 0 : 2;
  const of = (row: number, column: number): number => covariance[placeOf(row, column)]!;
  return { n, meanGmm: subtract(mean[plane], hung[plane]), xx: of(at, at), xy: of(at, at + 1), yy: of(at + 1, at + 1) };
}
