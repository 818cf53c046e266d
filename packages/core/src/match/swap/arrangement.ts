/** A kind's parts that can run in any cylinder: their weights, and the place each has now. */
export interface SwapList {
  readonly kind: string;
  /** Weight of the part that is now in each place, g; places are the free cylinders, in order. */
  readonly weightsG: readonly number[];
}

/** Parts that stay together: all are now in the same place. */
export interface KeptPair {
  readonly place: number;
  /** Indices into the lists. */
  readonly lists: readonly number[];
  /** Kept with what does not move: they stay in their place too. */
  readonly stay: boolean;
}

/**
 * The cylinders' sets as they stand, and what may change: `fixedG` is what stays in each place (the piston, and whatever is kept
 * with it), the lists are what can move. Sets of locked cylinders count, but nothing of theirs moves.
 */
export interface SwapProblem {
  readonly fixedG: readonly number[];
  readonly lists: readonly SwapList[];
  readonly kept: readonly KeptPair[];
  /** Weights of sets in which nothing moves, g. */
  readonly lockedG: readonly number[];
  readonly toleranceG: number;
  /** Differences smaller than this are noise, g: 95 % half width of the difference of two sets. */
  readonly noiseG: number;
}

/** For every list and place, the place that its part has now. */
export type Arrangement = readonly (readonly number[])[];

export const asTheyAre = ({ lists, fixedG }: SwapProblem): Arrangement => lists.map(() => fixedG.map((_, place) => place));

/** What an arrangement comes to. */
export interface SwapFigures {
  readonly setsG: readonly number[];
  readonly spreadG: number;
  /** Sets above the lightest by more than the tolerance. */
  readonly cuts: number;
  /** What they lose down to the lightest, g. */
  readonly metalG: number;
  /** Parts that leave their place. */
  readonly moves: number;
}

export function figuresOf(problem: SwapProblem, arrangement: Arrangement): SwapFigures {
  const setsG = setWeights(problem, arrangement);
  const all = [...setsG, ...problem.lockedG];
  const lightestG = Math.min(...all);
  const offs = all.map((g) => g - lightestG).filter((off) => off > problem.toleranceG + DUST_G);
  return {
    setsG,
    spreadG: Math.max(...all) - lightestG,
    cuts: offs.length,
    metalG: offs.reduce((sum, off) => sum + off, 0),
    moves: arrangement.reduce((sum, order) => sum + order.filter((from, place) => from !== place).length, 0),
  };
}

/** Rounding of sums of weights. */
export const DUST_G = 1e-9;

export const setWeights = ({ fixedG, lists }: SwapProblem, arrangement: Arrangement): number[] =>
  fixedG.map((g, place) => lists.reduce((sum, list, k) => sum + list.weightsG[arrangement[k]![place]!]!, g));

/** Kept pairs are still together. */
export const keepsPairs = ({ kept }: SwapProblem, arrangement: Arrangement): boolean =>
  kept.every(({ place, lists, stay }) => {
    const [first, ...others] = lists.map((k) => arrangement[k]!.indexOf(place));
    return others.every((at) => at === first) && (!stay || first === place);
  });

/** The closed form for two things that pair up: heaviest with lightest makes both the heaviest pair lightest and the lightest heaviest. */
export function oppositeOrder(fixedG: readonly number[], weightsG: readonly number[]): number[] {
  const order = (values: readonly number[], sign: 1 | -1): number[] =>
    values.map((_, i) => i).sort((a, b) => sign * (values[a]! - values[b]!) || a - b);
  const places = order(fixedG, -1);
  const parts = order(weightsG, 1);
  const result = new Array<number>(fixedG.length);
  places.forEach((place, rank) => (result[place] = parts[rank]!));
  return result;
}
