import { randomLcg, randomNormal } from 'd3-random';
import type { Tolerance } from '../rotor/tolerance.js';
import { degToRad, normaliseAngleDeg, turnBetweenDeg } from '../units/angle.js';
import { CoreError } from '../units/check.js';
import { absolute } from '../units/complex.js';
import { cholesky } from './cholesky.js';
import { worked, type EstimateInput, type KnownUnbalance, type Mounted, type Worked } from './estimate.js';
import { chanceInside } from './verdict.js';

/** Two readings nearer than this to one another say little of what turns: their condition is cot(δ/4), 3.7 at 60° (handbook of set-ups). */
export const LEAST_TURN_DEG = 60;

export interface IndexedPosition {
  /** How far the part is turned from its own zero. */
  readonly deg: number;
  readonly known: KnownUnbalance;
  /** The larger of both planes' amounts, as a share of its tolerance. */
  readonly worstShare: number;
  /** Chance that both planes are inside; null where the scatter is not known. */
  readonly inside: number | null;
  /** Chance that no other position is better. */
  readonly bestChance: number;
  readonly wasRead: boolean;
}

export type IndexAnswer =
  | {
      readonly kind: 'turn';
      /** The position to read next. */
      readonly toDeg: number;
      /** How far that is from any that was read; small where the holes allow no better. */
      readonly turnDeg: number;
    }
  | {
      readonly kind: 'predicted';
      /** As they were asked for. */
      readonly positions: readonly IndexedPosition[];
      readonly best: IndexedPosition;
      /** Positions that were read; with two nothing checks them. */
      readonly read: number;
    };

/** Draws behind the chance to be best; the seed is fixed, so the same record says the same. */
const DRAWS = 4000;
const SEED = 0.36;

/**
 * Where a part that can be turned sits best.
 *
 * The total is B + R(φ)·P in both planes, P of what turns with the part and B of everything else. Both come from the estimate over all
 * spins, so that more readings than two are a least squares by themselves. Every allowed position is predicted with its region; the
 * best has the smallest worst share of the tolerance; how likely it truly is the best is counted over draws of B and P together, since
 * the positions' predictions share them.
 *
 * @param mounted what the next spin has mounted, the part among it
 * @param allowedDeg positions that its holes allow, from its own zero
 * @throws CoreError for a part that is not mounted, or no positions
 */
export function indexPart(
  input: EstimateInput,
  mounted: Mounted,
  part: string,
  allowedDeg: readonly number[],
  tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>,
): IndexAnswer {
  if (!(part in mounted)) throw new CoreError('That part is not mounted: only what turns with the crank can be turned on it.', 'part');
  if (allowedDeg.length === 0) throw new CoreError('There is no position that the part may be turned to.', 'allowedDeg');
  const state = worked(input);
  const read = readPositions(input, part);
  const group = state.groups.find(({ parts }) => parts.includes(part));
  // A part that was always turned with something else is not known apart from it.
  const isKnown =
    group?.parts.length === 1 && read.some((one) => read.some((other) => Math.abs(turnBetweenDeg(one, other)) >= LEAST_TURN_DEG - 1e-6));
  if (!isKnown) return nextTurn(read, allowedDeg);
  const chances = bestChances(state, mounted, part, allowedDeg, tolerance);
  const positions = allowedDeg.map((deg, i): IndexedPosition => {
    const known = state.knownWith({ ...mounted, [part]: deg })!;
    return {
      deg,
      known,
      worstShare: worstShareOf([absolute(known.unbalance.aGmm), absolute(known.unbalance.bGmm)], tolerance),
      inside: chanceInside(known, tolerance),
      bestChance: chances[i]!,
      wasRead: read.some((one) => Math.abs(turnBetweenDeg(one, deg)) < SAME_DEG),
    };
  });
  const best = positions.reduce((x, y) => (y.worstShare < x.worstShare ? y : x));
  return { kind: 'predicted', positions, best, read: read.length };
}

/** Positions nearer than this are one, °. */
const SAME_DEG = 0.5;

/** Each position in which a spin that counts had the part, once. */
function readPositions({ events }: EstimateInput, part: string): number[] {
  const read: number[] = [];
  for (const event of events) {
    const deg = event.kind === 'spin' ? event.mounted[part] : undefined;
    if (deg !== undefined && !read.some((one) => Math.abs(turnBetweenDeg(one, deg)) < SAME_DEG)) read.push(normaliseAngleDeg(deg));
  }
  return read;
}

/** The position farthest from every one that was read: opposite the only one, where the holes allow that. */
function nextTurn(read: readonly number[], allowedDeg: readonly number[]): IndexAnswer {
  const away = (deg: number): number => (read.length === 0 ? 0 : Math.min(...read.map((one) => Math.abs(turnBetweenDeg(one, deg)))));
  const toDeg = allowedDeg.reduce((x, y) => (away(y) > away(x) + 1e-9 ? y : x));
  return { kind: 'turn', toDeg, turnDeg: away(toDeg) };
}

const worstShareOf = ([a, b]: readonly [number, number], tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>): number =>
  Math.max(a / tolerance.aGmm, b / tolerance.bGmm);

/** How often each position is the best, over draws of what turns with the part and of everything else, together. */
function bestChances(
  { together }: Worked,
  mounted: Mounted,
  part: string,
  allowedDeg: readonly number[],
  tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>,
): number[] {
  const { [part]: _, ...rest } = mounted;
  const { mean, covariance } = together([rest, { [part]: 0 }]);
  const m = mean.length;
  const hair = 1e-9 * mean.reduce((sum, _value, i) => sum + covariance[i * m + i]!, 0) + 1e-9;
  const l = cholesky(
    covariance.map((value, i) => (i % (m + 1) === 0 ? value + hair : value)),
    m,
  );
  const normal = randomNormal.source(randomLcg(SEED))();
  const turns = allowedDeg.map((deg) => [Math.cos(degToRad(deg)), Math.sin(degToRad(deg))] as const);
  const wins = allowedDeg.map(() => 0);
  const [z, x] = [new Float64Array(m), new Float64Array(m)];
  for (let draw = 0; draw < DRAWS; draw += 1) {
    for (let i = 0; i < m; i += 1) {
      z[i] = normal();
      x[i] = mean[i]!;
      for (let j = 0; j <= i; j += 1) x[i]! += l[i * m + j]! * z[j]!;
    }
    let [best, least] = [0, Infinity];
    for (const [k, [cos, sin]] of turns.entries()) {
      // B + R(φ)·P in each plane.
      const amount = (at: 0 | 2): number =>
        Math.hypot(x[at]! + cos * x[4 + at]! - sin * x[5 + at]!, x[at + 1]! + sin * x[4 + at]! + cos * x[5 + at]!);
      const share = worstShareOf([amount(0), amount(2)], tolerance);
      if (share < least) [best, least] = [k, share];
    }
    wins[best]! += 1;
  }
  return wins.map((n) => n / DRAWS);
}
