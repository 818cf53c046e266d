import { asTheyAre, figuresOf, oppositeOrder, swapSets, type Arrangement, type SolveModel, type SwapProblem } from '@tare/core';
import { randomLcg } from 'd3-random';
import fc from 'fast-check';
import { highsSolver } from './highsSolver.js';

let solve: SolveModel;
beforeAll(async () => {
  solve = await highsSolver();
});

const problem = (fixedG: number[], lists: number[][], more: Partial<SwapProblem> = {}): SwapProblem => ({
  fixedG,
  lists: lists.map((weightsG, i) => ({ kind: `list ${i}`, weightsG })),
  kept: [],
  lockedG: [],
  toleranceG: 1,
  noiseG: 0,
  ...more,
});
const swap = (p: SwapProblem) => swapSets(p, solve, randomLcg(0.4), { timeLimitS: 10 });

/** Every order of so many things. */
function orders(n: number): number[][] {
  if (n === 0) return [[]];
  return orders(n - 1).flatMap((rest) => Array.from({ length: n }, (_, at) => [...rest.slice(0, at), n - 1, ...rest.slice(at)]));
}

/** All arrangements of a small problem, tried one by one. */
function all(p: SwapProblem): Arrangement[] {
  const own = orders(p.fixedG.length);
  return p.lists.reduce<Arrangement[]>((made) => made.flatMap((a) => own.map((order) => [...a, order])), [[]]);
}
const leastSpread = (p: SwapProblem): number => Math.min(...all(p).map((a) => figuresOf(p, a).spreadG));

describe('swapSets', () => {
  it('reaches 14 where folding the lists in one after another stays at 17 (independent computation)', async () => {
    const result = await swap(
      problem(
        [21, 2, 28, 25],
        [
          [7, 5, 1, 0],
          [0, 7, 0, 7],
        ],
      ),
    );
    expect(result.after.spreadG).toBeCloseTo(14, 9);
    expect(result.spreadProven).toBe(true);
  });
  it('needs two cuts where the opposite order needs three, with the same spread (independent computation)', async () => {
    const p = problem([5, 2, 11, 14], [[3, 5, 4, 2]]);
    expect(figuresOf(p, [oppositeOrder(p.fixedG, p.lists[0]!.weightsG)])).toMatchObject({ cuts: 3, spreadG: 9 });
    expect((await swap(p)).after).toMatchObject({ cuts: 2, spreadG: 9, moves: 0 });
  });
  it('agrees with every arrangement tried, for four sets of three lists', async () => {
    const weight = fc.integer({ min: 0, max: 30 }).map((tenths) => tenths / 10);
    const list = fc.array(weight, { minLength: 4, maxLength: 4 });
    await fc.assert(
      fc.asyncProperty(list, list, list, async (fixedG, a, b) => {
        const p = problem(fixedG, [a, b]);
        const result = await swap(p);
        const present = figuresOf(p, asTheyAre(p)).spreadG;
        const slack = Math.max(0.01 * present, 1e-6) + 1e-6;
        expect(result.leastSpreadG).toBeLessThanOrEqual(leastSpread(p) + slack);
        expect(result.boundG).toBeLessThanOrEqual(leastSpread(p) + 1e-6);
        const fewest = Math.min(
          ...all(p)
            .map((x) => figuresOf(p, x))
            .filter((f) => f.spreadG <= result.leastSpreadG + slack)
            .map((f) => f.cuts),
        );
        expect(result.after.cuts).toBe(fewest);
        expect(result.spreadProven && result.workProven).toBe(true);
      }),
      { seed: 8, numRuns: 25 },
    );
  });
  it('two lists: heaviest with lightest is the least spread there is', () => {
    const list = fc.array(fc.integer({ min: 0, max: 50 }), { minLength: 5, maxLength: 5 });
    fc.assert(
      fc.property(list, list, (fixedG, a) => {
        const p = problem(fixedG, [a]);
        expect(figuresOf(p, [oppositeOrder(fixedG, a)]).spreadG).toBe(leastSpread(p));
      }),
      { seed: 3, numRuns: 40 },
    );
  });
  it('keeps pairs together, leaves locked sets alone, and counts them', async () => {
    const lists = [
      [3, 1, 2, 0],
      [1, 2, 0, 3],
    ];
    const kept = await swap(problem([10, 14, 12, 11], lists, { kept: [{ place: 1, lists: [0, 1], stay: false }] }));
    expect(kept.arrangement[0]!.indexOf(1)).toBe(kept.arrangement[1]!.indexOf(1));
    const stays = await swap(problem([10, 14, 12, 11], lists, { kept: [{ place: 1, lists: [0], stay: true }] }));
    expect(stays.arrangement[0]![1]).toBe(1);
    const locked = await swap(problem([10, 14, 12, 11], lists, { lockedG: [30] }));
    const lightest = Math.min(...locked.after.setsG);
    expect(locked.after.spreadG).toBeCloseTo(30 - lightest, 9);
    // The locked set is heaviest whatever happens: the best there is lifts the lightest.
    expect(lightest).toBe(
      Math.max(...all(problem([10, 14, 12, 11], lists)).map((a) => Math.min(...figuresOf(problem([10, 14, 12, 11], lists), a).setsG))),
    );
  });
  it('proposes nothing that gains less than the noise, and moves no part for it', async () => {
    const p = problem([600, 600.1, 600.05], [[140, 140.02, 139.98]], { toleranceG: 0.5, noiseG: 0.2 });
    const result = await swap(p);
    expect(result.worthIt).toBe(false);
    expect(result.after.moves).toBe(0);
  });
  it('swapping back is where it was', async () => {
    const p = problem(
      [612.4, 611.2, 613.9, 612.8],
      [
        [148.1, 147.6, 148.4, 147.9],
        [46.2, 46, 46.1, 46.3],
      ],
    );
    const { arrangement, after } = await swap(p);
    const swapped: SwapProblem = {
      ...p,
      lists: p.lists.map((list, k) => ({ ...list, weightsG: arrangement[k]!.map((from) => list.weightsG[from]!) })),
    };
    expect(figuresOf(swapped, asTheyAre(swapped)).spreadG).toBeCloseTo(after.spreadG, 9);
    const back = arrangement.map((order) => order.map((_, part) => order.indexOf(part)));
    expect(figuresOf(swapped, back).setsG.map((g) => g.toFixed(9))).toEqual(figuresOf(p, asTheyAre(p)).setsG.map((g) => g.toFixed(9)));
  });
  it('tells the best so far as it goes on, each no worse than the one before', async () => {
    const chance = randomLcg(0.7);
    const fixedG = Array.from({ length: 8 }, () => 612 + 3 * chance());
    const lists = [0, 1, 2].map(() => Array.from({ length: 8 }, () => 40 + chance()));
    const spreads: number[] = [];
    const words: string[] = [];
    await swapSets(problem(fixedG, lists), solve, chance, { timeLimitS: 3 }, ({ word, best }) => {
      words.push(word);
      spreads.push(best.leastSpreadG);
    });
    expect(words).toEqual(['searched by exchanges', 'least spread', 'fewest cuts and moves']);
    expect(spreads).toEqual([...spreads].sort((a, b) => b - a));
  });
  it('refuses what is no problem, by name', async () => {
    await expect(swap(problem([1], [[1]]))).rejects.toThrow('Fewer than two cylinders');
    await expect(swap(problem([1, 2], [[1]]))).rejects.toThrow('not one list 0 for every cylinder');
    await expect(swap(problem([1, 2], [[1, Number.NaN]]))).rejects.toThrow('A weight of list 0');
  });
});
