import jStat from 'jstat';
import type { PartMetal } from './partMetals.js';

/** One cut with a tool: what came off, in how long. */
export interface CutSample {
  readonly grams: number;
  readonly seconds: number;
  /** What was cut; null where nobody said, which tells no metal's rate. */
  readonly metal: PartMetal | null;
}

export interface CutRate {
  readonly gramsPerS: number;
  /** Half width of the rate's 95 % interval; null where one cut alone tells it. */
  readonly halfWidth95GPerS: number | null;
  /** How the cuts scatter about it: variance of what comes off in a second, g²/s; null where one cut alone tells it. */
  readonly scatterG2PerS: number | null;
  /** Cuts it was learned from. */
  readonly n: number;
}

/** Newest cuts count most: a bit wears. */
const REMEMBERED_CUTS = 8;

/**
 * What a tool and bit take off a metal in a second, from the newest cuts in it: all their grams over all their seconds.
 *
 * That is the least-squares line through nothing where what a cut takes off scatters with variance σ²·t, as a sum of its seconds does: minimising
 * Σ(gᵢ − R·tᵢ)²/tᵢ gives R = Σg/Σt, σ² = Σ(gᵢ − R·tᵢ)²/tᵢ/(n − 1) and var R = σ²/Σt. Null while nothing was cut in that metal.
 *
 * @param samples of all metals, oldest first; cuts that took nothing off or no time tell nothing
 */
export function cutRate(samples: readonly CutSample[], metal: PartMetal): CutRate | null {
  const newest = samples.filter((one) => one.metal === metal && one.grams > 0 && one.seconds > 0).slice(-REMEMBERED_CUTS);
  const n = newest.length;
  if (n === 0) return null;
  const total = (of: (sample: CutSample) => number): number => newest.reduce((sum, sample) => sum + of(sample), 0);
  const seconds = total((s) => s.seconds);
  const gramsPerS = total((s) => s.grams) / seconds;
  if (n === 1) return { gramsPerS, halfWidth95GPerS: null, scatterG2PerS: null, n };
  const scatterG2PerS = total((s) => (s.grams - gramsPerS * s.seconds) ** 2 / s.seconds) / (n - 1);
  return { gramsPerS, halfWidth95GPerS: jStat.studentt.inv(0.975, n - 1) * Math.sqrt(scatterG2PerS / seconds), scatterG2PerS, n };
}

/** How long a removal takes, with the half width that holds the next such cut 95 times in 100. */
export interface CutTime {
  readonly seconds: number;
  /** Null where one cut alone tells the rate. */
  readonly halfWidth95S: number | null;
}

/**
 * The time of a removal w at rate R: t = w/R. In t seconds g = R·t comes off with variance σ²·t + t²·var R, and an error of g is one of g/R in
 * time (the usual prediction interval of a straight line, here through nothing).
 */
export function cutTime({ gramsPerS, halfWidth95GPerS, scatterG2PerS, n }: CutRate, removalG: number): CutTime {
  const seconds = removalG / gramsPerS;
  if (halfWidth95GPerS === null || scatterG2PerS === null) return { seconds, halfWidth95S: null };
  const t95 = jStat.studentt.inv(0.975, n - 1);
  return { seconds, halfWidth95S: Math.sqrt(t95 ** 2 * scatterG2PerS * seconds + (seconds * halfWidth95GPerS) ** 2) / gramsPerS };
}
