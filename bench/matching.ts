import {
  asTheyAre,
  equalRods,
  figuresOf,
  handOrder,
  leastMetalRods,
  oppositeOrder,
  swapSets,
  type Arrangement,
  type RodToMatch,
  type SwapProblem,
} from '@tare/core';
import { highsSolver } from '@tare/solver';
import { randomLcg, randomNormal } from 'd3-random';
import { figure, timed, type Figure } from './figures.js';

const even = randomLcg(0.31);
const normal = randomNormal.source(even)(0, 1);

/** Scatter of pistons, pins, rings, locks as sets come, g; as many lists as are asked for. */
const SCATTER_G = [1.6, 0.4, 0.2, 0.05];

function randomSets(cylinders: number, lists: number): SwapProblem {
  const weights = SCATTER_G.slice(0, lists).map((scatterG) =>
    Array.from({ length: cylinders }, () => 100 + Math.round(normal() * scatterG * 30) / 30),
  );
  return {
    fixedG: weights[0]!,
    lists: weights.slice(1).map((weightsG, i) => ({ kind: `list ${i}`, weightsG })),
    kept: [],
    lockedG: [],
    toleranceG: 1,
    noiseG: 0.05,
  };
}

/** Exact assignment: time, and the proven gap as a share of the present spread. */
export async function swapTimes(): Promise<Figure[]> {
  const solve = await highsSolver();
  const figures: Figure[] = [];
  for (const [cylinders, lists] of [
    [4, 2],
    [8, 4],
    [12, 4],
    [16, 4],
  ] as const) {
    const gaps: number[] = [];
    let proven = 0;
    const name = `swap ${cylinders} × ${lists}`;
    figures.push(
      await timed(name, 8, async () => {
        const result = await swapSets(randomSets(cylinders, lists), solve, even, { timeLimitS: 2 });
        gaps.push((100 * Math.max(0, result.leastSpreadG - result.boundG)) / result.before.spreadG);
        proven += result.spreadProven ? 1 : 0;
      }),
    );
    figures.push(figure(`${name}, gap of the present spread`, '%', gaps), figure(`${name}, proven of 9`, '', [proven]));
  }
  return figures;
}

/** The spread that is reached, as a share of the lightest-as-is, over 1,000 random sets of eight: by search, and by sorting each list against the sums before it. */
export async function swapSpread(): Promise<Figure[]> {
  const sorted: number[] = [];
  const found: number[] = [];
  const silent = (): Promise<{ status: 'none'; objective: number; columns: Record<string, number>; duals: Record<string, number> }> =>
    Promise.resolve({ status: 'none', objective: Number.NaN, columns: {}, duals: {} });
  for (let i = 0; i < 1000; i += 1) {
    const problem = randomSets(8, 4);
    const asIs = figuresOf(problem, asTheyAre(problem)).spreadG;
    sorted.push((100 * figuresOf(problem, sortedOpposite(problem)).spreadG) / asIs);
    // The exchanges alone: the integer programme is timed above.
    found.push((100 * (await swapSets(problem, silent, even, { timeLimitS: 0 })).leastSpreadG) / asIs);
  }
  return [figure('spread of as is, each list sorted opposite', '%', sorted), figure('spread of as is, found', '%', found)];
}

function sortedOpposite(problem: SwapProblem): Arrangement {
  let sums = [...problem.fixedG];
  return problem.lists.map(({ weightsG }) => {
    const order = oppositeOrder(sums, weightsG);
    sums = sums.map((g, place) => g + weightsG[order[place]!]!);
    return order;
  });
}

const STATIONS = { bigRatio: 1.15, smallRatio: -0.12 };

/** Rods: metal of the linear programme against making all equal, and the rounds of the hand order against one, over 1,000 random sets. */
export async function rodFigures(): Promise<Figure[]> {
  const solve = await highsSolver();
  const metal: number[] = [];
  const rounds: number[] = [];
  const times: number[] = [];
  for (let i = 0; i < 1000; i += 1) {
    const rods = Array.from({ length: 8 }, (_, j): RodToMatch => ({
      id: String(j),
      damaged: false,
      bigEndG: 445 + 2 * normal(),
      smallEndG: 182 + normal(),
    }));
    const started = performance.now();
    const plan = await leastMetalRods(rods, STATIONS, 0.5, solve);
    times.push(performance.now() - started);
    metal.push((100 * plan.metalG) / equalRods(rods, STATIONS).metalG);
    rounds.push(
      (handOrder(rods, STATIONS, { toleranceG: 0.1, divisionG: 0.01, scatter: { endG: 0, totalG: 0 }, first: 'bigEnd' }, normal).medianRounds ??
        Infinity) - 1,
    );
  }
  return [
    figure('rods, least metal within 0.5 g', 'ms', times),
    figure('rods, metal of making all equal', '%', metal),
    figure('rods, rounds saved against the hand order, perfect cuts', '', rounds),
  ];
}
