/** One cut with a tool: what came off, in how long. */
export interface CutSample {
  readonly grams: number;
  readonly seconds: number;
}

export interface CutRate {
  readonly gramsPerS: number;
  /** Cuts it was learned from. */
  readonly n: number;
}

/** Newest cuts count most: a bit wears. */
const REMEMBERED_CUTS = 8;

/**
 * What a tool and bit take off in a second, from its newest cuts: all their grams over all their seconds, so that long cuts,
 * which are timed best, weigh most. Null while nothing was cut.
 *
 * @param samples oldest first; cuts that took nothing off or no time tell nothing
 */
export function cutRate(samples: readonly CutSample[]): CutRate | null {
  const newest = samples.filter(({ grams, seconds }) => grams > 0 && seconds > 0).slice(-REMEMBERED_CUTS);
  if (newest.length === 0) return null;
  const total = (of: (sample: CutSample) => number): number => newest.reduce((sum, sample) => sum + of(sample), 0);
  return { gramsPerS: total((s) => s.grams) / total((s) => s.seconds), n: newest.length };
}
