import { equalRods, leastMetalRods, type RodToMatch, type SolveModel } from '@tare/core';
import fc from 'fast-check';
import { highsSolver } from './highsSolver.js';

let solve: SolveModel;
beforeAll(async () => {
  solve = await highsSolver();
});

const STATIONS = { bigRatio: 1.15, smallRatio: -0.12 };
const ends = fc.record({ bigEndG: fc.double({ min: 440, max: 446, noNaN: true }), smallEndG: fc.double({ min: 180, max: 183, noNaN: true }) });
const sets = fc
  .array(ends, { minLength: 2, maxLength: 8 })
  .map((all) => all.map((rod, i): RodToMatch => ({ id: String(i), damaged: false, ...rod })));

/** Least of b + s ≥ 0 that brings one rod between the target and the tolerance above it, by the corners of the feasible region. */
function leastOfRod({ bigEndG, smallEndG }: RodToMatch, big: number, small: number, toleranceG: number): number {
  const { bigRatio: x, smallRatio: y } = STATIONS;
  // Rows of n·(b, s) = c: both axes, and both edges of both ends' bands.
  const lines: [number, number, number][] = [
    [1, 0, 0],
    [0, 1, 0],
    [x, y, bigEndG - big],
    [x, y, bigEndG - big - toleranceG],
    [1 - x, 1 - y, smallEndG - small],
    [1 - x, 1 - y, smallEndG - small - toleranceG],
  ];
  let least = Infinity;
  for (const [i, [a, b, c]] of lines.entries()) {
    for (const [d, e, f] of lines.slice(i + 1)) {
      const determinant = a * e - b * d;
      if (Math.abs(determinant) < 1e-9) continue;
      const [m, n] = [(c * e - b * f) / determinant, (a * f - c * d) / determinant];
      const [afterBig, afterSmall] = [bigEndG - m * x - n * y - big, smallEndG - m * (1 - x) - n * (1 - y) - small];
      const inside = [m, n, afterBig, afterSmall, toleranceG - afterBig, toleranceG - afterSmall].every((v) => v >= -1e-9);
      if (inside) least = Math.min(least, m + n);
    }
  }
  return least;
}

describe('leastMetalRods', () => {
  it('is the closed form at zero band', async () => {
    await fc.assert(
      fc.asyncProperty(sets, async (rods) => {
        const closed = equalRods(rods, STATIONS);
        const programme = await leastMetalRods(rods, STATIONS, 1e-9, solve);
        expect(programme.metalG).toBeCloseTo(closed.metalG, 4);
      }),
      { seed: 4, numRuns: 40 },
    );
  });
  it('never takes more with a band, and brings both ends inside it', async () => {
    await fc.assert(
      fc.asyncProperty(sets, fc.double({ min: 0.05, max: 2, noNaN: true }), async (rods, toleranceG) => {
        const plan = await leastMetalRods(rods, STATIONS, toleranceG, solve);
        expect(plan.metalG).toBeLessThanOrEqual(equalRods(rods, STATIONS).metalG + 1e-4);
        for (const end of ['bigEndG', 'smallEndG'] as const) {
          const after = plan.removals.map((r) => r.after[end]);
          expect(Math.max(...after) - Math.min(...after)).toBeLessThanOrEqual(toleranceG + 1e-5);
        }
        expect(plan.removals.every((r) => r.bigPadG >= 0 && r.smallPadG >= 0)).toBe(true);
      }),
      { seed: 6, numRuns: 40 },
    );
  });
  it('agrees with a search over targets, each rod solved at the corners of its own four bounds', async () => {
    const rods: RodToMatch[] = [
      { id: 'a', damaged: false, bigEndG: 445, smallEndG: 182 },
      { id: 'b', damaged: false, bigEndG: 446.4, smallEndG: 181.6 },
      { id: 'c', damaged: false, bigEndG: 445.3, smallEndG: 183.1 },
    ];
    const [toleranceG, stepG] = [0.5, 0.02];
    let least = Infinity;
    for (let big = 444; big <= 445.3; big += stepG) {
      for (let small = 180.8; small <= 182.2; small += stepG) {
        const metal = rods.reduce((sum, rod) => sum + leastOfRod(rod, big, small, toleranceG), 0);
        least = Math.min(least, metal);
      }
    }
    const plan = await leastMetalRods(rods, STATIONS, toleranceG, solve);
    expect(plan.metalG).toBeLessThanOrEqual(least + 1e-6);
    // A grid this fine misses the best target by half a step at each end of each rod at most.
    expect(plan.metalG).toBeGreaterThan(least - rods.length * 2 * stepG);
  });
  it('lets a damaged rod lie below the band, and takes nothing off it', async () => {
    const rods: RodToMatch[] = [
      { id: 'cracked', damaged: true, bigEndG: 430, smallEndG: 170 },
      { id: 'a', damaged: false, bigEndG: 445, smallEndG: 182 },
      { id: 'b', damaged: false, bigEndG: 446, smallEndG: 182.2 },
    ];
    const plan = await leastMetalRods(rods, STATIONS, 0.1, solve);
    expect(plan.removals[0]).toMatchObject({ bigPadG: 0, smallPadG: 0 });
    expect(plan.target.bigEndG).toBeGreaterThan(440);
  });
});
