import { checkNumber, CoreError } from '../../units/check.js';
import { asTheyAre, figuresOf, keepsPairs, oppositeOrder, type Arrangement, type SwapFigures, type SwapProblem } from './arrangement.js';
import { bySpread, byWork, searchArrangement, startsOf } from './searchArrangement.js';
import type { SolvedModel, SolveModel } from '../../solve/solveModel.js';
import { arrangementOf, spreadModel, workModel } from './swapModel.js';

/** A better arrangement, with what is proven of it. */
export interface SwapResult {
  readonly arrangement: Arrangement;
  readonly before: SwapFigures;
  readonly after: SwapFigures;
  /** The least spread found; the arrangement's own is no more than 1 % of the present spread, or the noise, above it. */
  readonly leastSpreadG: number;
  /** No arrangement has a smaller spread than this, g. */
  readonly boundG: number;
  /** The least spread is proven to within 1 % of the present spread, or the noise. */
  readonly spreadProven: boolean;
  /** Fewest cuts, then metal, then moves are proven too, for a spread as small as that. */
  readonly workProven: boolean;
  /** Nothing gains more than the noise: leave the parts where they are. */
  readonly worthIt: boolean;
}

export interface SwapProgress {
  readonly word: string;
  /** The best so far, so that a stop keeps it. */
  readonly best: SwapResult;
}

export interface SwapLimits {
  /** For the proof of the spread, and again for that of the work. */
  readonly timeLimitS: number;
}

/** The solver keeps its constraints to 1e−6 each; a spread is the difference of a few of them. */
const SOLVER_DUST_G = 1e-5;

/** A gap below this share of the present spread is none. */
const PROVEN_GAP_RATIO = 0.009;
const RANDOM_STARTS = 24;

/**
 * Assigns pins, locks, rings to pistons so that the sets' spread is least; then, with a spread no larger than that (to 1 %
 * of the present one, or the noise), fewest cuts, least metal, fewest moves (handbook section 3: swap before any cutting).
 *
 * Two lists have a closed form for the spread, heaviest with lightest. More are a small integer programme: a search by
 * exchanges finds a good arrangement at once, and the solver improves on it and proves how good it is.
 *
 * @param chance even numbers from 0 to 1, for the search's starts
 * @throws CoreError when a number makes no sense or nothing can move
 */
export async function swapSets(
  problem: SwapProblem,
  solve: SolveModel,
  chance: () => number,
  { timeLimitS }: SwapLimits,
  onProgress: (progress: SwapProgress) => void = () => undefined,
): Promise<SwapResult> {
  checkProblem(problem);
  const now = asTheyAre(problem);
  const before = figuresOf(problem, now);
  const gapG = Math.max(PROVEN_GAP_RATIO * before.spreadG, problem.noiseG, 1e-6);
  const starts = startsOf(problem, RANDOM_STARTS, chance);
  let best = searchArrangement(problem, starts, bySpread);
  let boundG = 0;
  let leastG = figuresOf(problem, best).spreadG;
  const result = (workProven: boolean): SwapResult => {
    const after = figuresOf(problem, best);
    return {
      arrangement: best,
      before,
      after,
      boundG,
      leastSpreadG: leastG,
      spreadProven: leastG - boundG <= gapG + SOLVER_DUST_G,
      workProven,
      worthIt: isWorthIt(before, after, problem),
    };
  };
  onProgress({ word: 'searched by exchanges', best: result(false) });

  if (problem.lists.length === 1 && problem.kept.length === 0 && problem.lockedG.length === 0) {
    best = [oppositeOrder(problem.fixedG, problem.lists[0]!.weightsG)];
    boundG = figuresOf(problem, best).spreadG;
  } else if (figuresOf(problem, best).spreadG > gapG) {
    const solved = await tried(solve)(spreadModel(problem, figuresOf(problem, best).spreadG + 1e-6), { timeLimitS, absoluteGap: gapG });
    const found = arrangementOf(problem, solved);
    if (found && figuresOf(problem, found).spreadG < figuresOf(problem, best).spreadG) best = found;
    if (solved.status === 'optimal') boundG = Math.max(0, solved.objective - gapG);
  }
  leastG = figuresOf(problem, best).spreadG;
  onProgress({ word: 'least spread', best: result(false) });

  const mostG = leastG + gapG;
  best = searchArrangement(problem, [best, now, ...starts], byWork(mostG));
  onProgress({ word: 'fewest cuts and moves', best: result(false) });
  const solved = await tried(solve)(workModel(problem, mostG), { timeLimitS, absoluteGap: Math.max(problem.noiseG / 2, 1e-6) });
  const found = arrangementOf(problem, solved);
  if (found && keepsPairs(problem, found)) best = searchArrangement(problem, [best, found], byWork(mostG));
  return result(solved.status === 'optimal');
}

/** A solver that gives up proves nothing; what the exchanges found stands, and is said not to be proven. */
const tried =
  (solve: SolveModel): SolveModel =>
  (model, options) =>
    solve(model, options).catch(() => NOTHING_FOUND);
const NOTHING_FOUND: SolvedModel = { status: 'none', objective: 0, columns: {}, duals: {} };

function isWorthIt(before: SwapFigures, after: SwapFigures, { noiseG }: SwapProblem): boolean {
  return after.moves > 0 && (after.cuts < before.cuts || before.spreadG - after.spreadG > noiseG || before.metalG - after.metalG > noiseG);
}

function checkProblem(problem: SwapProblem): void {
  checkNumber('The matching tolerance', problem.toleranceG, { above: 0, unit: 'g' }, 'toleranceG');
  checkNumber('The noise', problem.noiseG, { min: 0, unit: 'g' }, 'noiseG');
  if (problem.fixedG.length < 2 || problem.lists.length === 0) throw new CoreError('Fewer than two cylinders have anything that can move.', 'fixedG');
  problem.fixedG.forEach((g, i) => checkNumber(`What stays in place ${i + 1}`, g, { min: 0, unit: 'g' }, `fixedG.${i}`));
  problem.lockedG.forEach((g, i) => checkNumber('The weight of a locked set', g, { min: 0, unit: 'g' }, `lockedG.${i}`));
  for (const list of problem.lists) {
    if (list.weightsG.length !== problem.fixedG.length) throw new CoreError(`There is not one ${list.kind} for every cylinder.`, 'lists');
    list.weightsG.forEach((g, i) => checkNumber(`A weight of ${list.kind}`, g, { unit: 'g' }, `lists.${list.kind}.${i}`));
  }
}
