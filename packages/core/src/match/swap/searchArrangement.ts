import { figuresOf, keepsPairs, oppositeOrder, setWeights, asTheyAre, type Arrangement, type SwapProblem } from './arrangement.js';

/** What is wanted of an arrangement: smaller is better, compared place by place. */
export type Rank = (problem: SwapProblem, arrangement: Arrangement) => readonly number[];

/** Spread first; then the squares of the sets, which leads down where the spread alone is flat. */
export const bySpread: Rank = (problem, arrangement) => {
  const all = [...setWeights(problem, arrangement), ...problem.lockedG];
  const mean = all.reduce((sum, g) => sum + g, 0) / all.length;
  return [Math.max(...all) - Math.min(...all), all.reduce((sum, g) => sum + (g - mean) ** 2, 0)];
};

/** With the spread no larger than this: fewest cuts, then metal, where a move has to save more than the noise. */
export const byWork =
  (mostSpreadG: number): Rank =>
  (problem, arrangement) => {
    const { spreadG, cuts, metalG, moves } = figuresOf(problem, arrangement);
    return [Math.max(0, spreadG - mostSpreadG), cuts, metalG + problem.noiseG * moves, moves];
  };

const isBetter = (a: readonly number[], b: readonly number[]): boolean => {
  const i = a.findIndex((value, at) => Math.abs(value - b[at]!) > 1e-9);
  return i >= 0 && a[i]! < b[i]!;
};

/** The best of these starts, each improved by exchanges between two places until none helps. */
export function searchArrangement(problem: SwapProblem, starts: readonly Arrangement[], rank: Rank): Arrangement {
  let best = starts[0]!;
  for (const start of starts) {
    const found = descend(problem, start, rank);
    if (isBetter(rank(problem, found), rank(problem, best))) best = found;
  }
  return best;
}

/** Every way of sharing two places' movable parts between them is an exchange: 2^lists of them for each two places. */
function descend(problem: SwapProblem, start: Arrangement, rank: Rank): Arrangement {
  let now = start;
  let value = rank(problem, now);
  const places = problem.fixedG.length;
  for (let improved = true; improved;) {
    improved = false;
    for (let p = 0; p < places; p += 1) {
      for (let q = p + 1; q < places; q += 1) {
        for (let mask = 1; mask < 1 << problem.lists.length; mask += 1) {
          const next = now.map((order, k) => ((mask >> k) & 1 ? exchanged(order, p, q) : order));
          const nextValue = rank(problem, next);
          if (isBetter(nextValue, value) && keepsPairs(problem, next)) {
            now = next;
            value = nextValue;
            improved = true;
          }
        }
      }
    }
  }
  return now;
}

function exchanged(order: readonly number[], p: number, q: number): number[] {
  const next = [...order];
  [next[p], next[q]] = [next[q]!, next[p]!];
  return next;
}

/**
 * Where the search starts: as the parts are; folded in one list after another, heaviest to lightest; and some at random.
 * @param chance even numbers from 0 to 1
 */
export function startsOf(problem: SwapProblem, random: number, chance: () => number): Arrangement[] {
  const now = asTheyAre(problem);
  const shuffled = (): Arrangement =>
    problem.lists.map(() => {
      const keys = problem.fixedG.map(() => chance());
      return problem.fixedG.map((_, place) => place).sort((a, b) => keys[a]! - keys[b]!);
    });
  return [now, folded(problem), ...Array.from({ length: random }, shuffled)].filter((start) => keepsPairs(problem, start));
}

function folded(problem: SwapProblem): Arrangement {
  let sums = [...problem.fixedG];
  const orders = new Map<number, number[]>();
  const byRange = problem.lists.map((_, k) => k).sort((a, b) => rangeOf(problem, b) - rangeOf(problem, a));
  for (const k of byRange) {
    const { weightsG } = problem.lists[k]!;
    const order = oppositeOrder(sums, weightsG);
    sums = sums.map((g, place) => g + weightsG[order[place]!]!);
    orders.set(k, order);
  }
  return problem.lists.map((_, k) => orders.get(k)!);
}

const rangeOf = ({ lists }: SwapProblem, k: number): number => Math.max(...lists[k]!.weightsG) - Math.min(...lists[k]!.weightsG);
