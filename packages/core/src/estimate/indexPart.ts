import { randomLcg, randomNormal } from 'd3-random';
import type { Tolerance } from '../rotor/tolerance.js';
import { degToRad, isSamePosition, normaliseAngleDeg, turnBetweenDeg } from '../units/angle.js';
import { CoreError } from '../units/check.js';
import { absolute } from '../units/complex.js';
import { cholesky } from './cholesky.js';
import { worked, type Worked } from './estimate.js';
import type { EstimateInput, Mounted } from './events.js';
import type { KnownUnbalance } from './known.js';
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
 * spins, so that more readings than two are a least squares by themselves. A spin without
 * the part tells as much as a second position. Every allowed position is predicted with its region; the best has the smallest worst share of the tolerance; how likely it truly is the best is counted over draws of B and P together, since
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
  const isFarApart = read.some((one) => read.some((other) => Math.abs(turnBetweenDeg(one, other)) >= LEAST_TURN_DEG - 1e-6));
  const isKnown = group?.parts.length === 1 && (isFarApart || (isReadWithout(input, part) && isTold(state, part)));
  if (!isKnown) return nextTurn(read, allowedDeg);
  const chances = bestChances(
    state,
    mounted,
    [part],
    allowedDeg.map((deg) => [deg]),
    tolerance,
    DRAWS,
  );
  const positions = allowedDeg.map((deg, i): IndexedPosition => {
    const known = state.knownWith({ ...mounted, [part]: deg })!;
    return {
      deg,
      known,
      worstShare: worstShareOf([absolute(known.unbalance.aGmm), absolute(known.unbalance.bGmm)], tolerance),
      inside: chanceInside(known, tolerance),
      bestChance: chances[i]!,
      wasRead: read.some((one) => isSamePosition(one, deg)),
    };
  });
  const best = positions.reduce((x, y) => (y.worstShare < x.worstShare ? y : x));
  return { kind: 'predicted', positions, best, read: read.length };
}

/** A spin that counts had everything but the part: what it added is known without turning it. */
const isReadWithout = ({ events }: EstimateInput, part: string): boolean => events.some((event) => event.kind === 'spin' && !(part in event.mounted));

/** A part that no reading told apart is known no better than this, g·mm. */
const TOLD_WITHIN_GMM = 5000;

function isTold({ knownWith }: Worked, part: string): boolean {
  const { covariance } = knownWith({ [part]: 0 })!;
  return Math.sqrt(Math.max(covariance[0]!, covariance[10]!)) < TOLD_WITHIN_GMM;
}

/** Each position in which a spin that counts had the part, once. */
function readPositions({ events }: EstimateInput, part: string): number[] {
  const read: number[] = [];
  for (const event of events) {
    const deg = event.kind === 'spin' ? event.mounted[part] : undefined;
    if (deg !== undefined && !read.some((one) => isSamePosition(one, deg))) read.push(normaliseAngleDeg(deg));
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

/** Parts turned together, each to one of its positions. */
export interface IndexedPair {
  readonly degs: readonly [number, number];
  readonly known: KnownUnbalance;
  readonly worstShare: number;
  readonly inside: number | null;
  readonly bestChance: number;
}

export type PairAnswer =
  | { readonly kind: 'turn'; readonly part: string; readonly toDeg: number; readonly turnDeg: number }
  | { readonly kind: 'predicted'; readonly pairs: readonly IndexedPair[]; readonly best: IndexedPair };

/** Draws behind the chance of a pair: there are as many pairs as positions times positions. */
const PAIR_DRAWS = 1000;

/**
 * Where two parts that can both be turned sit best, together: the total is B + R(φ)·P + R(ψ)·Q in both planes, and every pair of
 * positions is predicted as for one part. Each has to be known by itself: two readings of it at least 60° apart, the other as it was or
 * turned otherwise. What is asked for next is the part of which less is known.
 *
 * @param parts each with the positions that its holes allow
 * @throws CoreError for a part that is not mounted, twice the same one, or no positions
 */
export function indexPair(
  input: EstimateInput,
  mounted: Mounted,
  parts: readonly [IndexedPart, IndexedPart],
  tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>,
): PairAnswer {
  const [one, other] = parts;
  if (one.part === other.part) throw new CoreError('Two parts are turned against one another: name another one.', 'part');
  const answers = parts.map(({ part, allowedDeg }) => [part, indexPart(input, mounted, part, allowedDeg, tolerance)] as const);
  for (const [part, answer] of answers) if (answer.kind === 'turn') return { ...answer, part };
  const state = worked(input);
  const degs = one.allowedDeg.flatMap((x) => other.allowedDeg.map((y) => [x, y] as const));
  const chances = bestChances(state, mounted, [one.part, other.part], degs, tolerance, PAIR_DRAWS);
  const pairs = degs.map(([x, y], i): IndexedPair => {
    const known = state.knownWith({ ...mounted, [one.part]: x, [other.part]: y })!;
    return {
      degs: [x, y],
      known,
      worstShare: worstShareOf([absolute(known.unbalance.aGmm), absolute(known.unbalance.bGmm)], tolerance),
      inside: chanceInside(known, tolerance),
      bestChance: chances[i]!,
    };
  });
  return { kind: 'predicted', pairs, best: pairs.reduce((x, y) => (y.worstShare < x.worstShare ? y : x)) };
}

/** A part that can be turned, and to where. */
export interface IndexedPart {
  readonly part: string;
  readonly allowedDeg: readonly number[];
}

/** How often each setting of some parts is the best, over draws of what turns with each and of everything else, together. */
function bestChances(
  { together }: Worked,
  mounted: Mounted,
  parts: readonly string[],
  settings: readonly (readonly number[])[],
  tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>,
  draws: number,
): number[] {
  const rest = Object.fromEntries(Object.entries(mounted).filter(([part]) => !parts.includes(part)));
  const { mean, covariance } = together([rest, ...parts.map((part) => ({ [part]: 0 }))]);
  const m = mean.length;
  const hair = 1e-9 * mean.reduce((sum, _value, i) => sum + covariance[i * m + i]!, 0) + 1e-9;
  const l = cholesky(
    covariance.map((value, i) => (i % (m + 1) === 0 ? value + hair : value)),
    m,
  );
  const normal = randomNormal.source(randomLcg(SEED))();
  const turns = settings.map((degs) => degs.map((deg) => [Math.cos(degToRad(deg)), Math.sin(degToRad(deg))] as const));
  const wins = settings.map(() => 0);
  const [z, x] = [new Float64Array(m), new Float64Array(m)];
  for (let draw = 0; draw < draws; draw += 1) {
    for (let i = 0; i < m; i += 1) {
      z[i] = normal();
      x[i] = mean[i]!;
      for (let j = 0; j <= i; j += 1) x[i]! += l[i * m + j]! * z[j]!;
    }
    let [best, least] = [0, Infinity];
    for (const [k, setting] of turns.entries()) {
      // B + ΣR(φ)·P in each plane.
      const amount = (at: 0 | 2): number => {
        let [re, im] = [x[at]!, x[at + 1]!];
        for (const [i, [cos, sin]] of setting.entries()) {
          const from = 4 * (i + 1) + at;
          re += cos * x[from]! - sin * x[from + 1]!;
          im += sin * x[from]! + cos * x[from + 1]!;
        }
        return Math.hypot(re, im);
      };
      const share = worstShareOf([amount(0), amount(2)], tolerance);
      if (share < least) [best, least] = [k, share];
    }
    wins[best]! += 1;
  }
  return wins.map((n) => n / draws);
}
