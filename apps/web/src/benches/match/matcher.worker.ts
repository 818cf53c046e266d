import {
  handOrder,
  leastMetalRods,
  swapSets,
  type HandOrder,
  type HandWay,
  type PadStations,
  type RodPlan,
  type RodToMatch,
  type SwapProblem,
  type SwapProgress,
  type SwapResult,
} from '@tare/core';
import { highsSolver } from '@tare/solver';
import { expose } from 'comlink';
import { randomLcg, randomNormal } from 'd3-random';
import wasmUrl from 'highs/runtime?url';

/** The same work gives the same answer on every screen. */
const SEED = 0.42;
const TIME_LIMIT_S = 5;
const solver = highsSolver(wasmUrl);

const matcher = {
  swap: async (problem: SwapProblem, onProgress: (progress: SwapProgress) => void): Promise<SwapResult> =>
    swapSets(problem, await solver, randomLcg(SEED), { timeLimitS: TIME_LIMIT_S }, onProgress),
  leastMetalRods: async (rods: readonly RodToMatch[], stations: PadStations, toleranceG: number): Promise<RodPlan> =>
    leastMetalRods(rods, stations, toleranceG, await solver),
  handOrder: (rods: readonly RodToMatch[], stations: PadStations, way: HandWay): HandOrder =>
    handOrder(rods, stations, way, randomNormal.source(randomLcg(SEED))(0, 1)),
};
export type Matcher = typeof matcher;

expose(matcher);
