import type { Arrangement, SwapProblem } from './arrangement.js';
import type { SolvedModel } from '../../solve/solveModel.js';

/** Weights in a model are counted from about the middle of the sets, so that its numbers are small and its sums exact. */
function centreOf({ fixedG, lists }: SwapProblem): number {
  const total = [...fixedG, ...lists.flatMap((list) => list.weightsG)].reduce((sum, g) => sum + g, 0);
  return total / Math.max(1, fixedG.length);
}

const binary = (list: number, part: number, place: number): string => `x${list}_${part}_${place}`;
const plus = (factor: number, name: string): string => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} ${name}`;

/**
 * The integer programme of the least spread: x = 1 where a part goes to a place; every part once, every place once in each
 * list; all sets between lo and hi.
 */
export function spreadModel(problem: SwapProblem, mostSpreadG: number): string {
  return write('hi - lo', [...frame(problem, mostSpreadG)], problem);
}

/**
 * The integer programme of the least work with the spread no larger than given: cuts first, then metal, where each move costs
 * what is noise. y = 1 where a set is cut, r is what it loses.
 */
export function workModel(problem: SwapProblem, mostSpreadG: number): string {
  const { toleranceG, noiseG, lists, fixedG, lockedG } = problem;
  const cylinders = fixedG.length + lockedG.length;
  const most = mostSpreadG + toleranceG;
  const rows = fixedG.flatMap((_, place) => cutRows(`${place}`, setTerms(problem, place), problem, most));
  const locked = lockedG.flatMap((g, i) => cutRows(`k${i}`, { terms: '', constantG: g - centreOf(problem) }, problem, most));
  const names = [...fixedG.map((_, place) => `${place}`), ...lockedG.map((_, i) => `k${i}`)];
  // One cut outweighs all metal and all moves together.
  const cutCost = 1 + cylinders * most + noiseG * lists.length * fixedG.length;
  const stays = lists.flatMap((_, k) => fixedG.map((__, place) => plus(-noiseG, binary(k, place, place))));
  const objective = [...names.map((n) => `+ ${cutCost} y${n} + r${n}`), ...(noiseG > 0 ? stays : [])].join(' ');
  return write(
    objective,
    [...frame(problem, mostSpreadG), ...rows, ...locked],
    problem,
    names.map((n) => `y${n}`),
  );
}

function cutRows(name: string, { terms, constantG }: SetTerms, { toleranceG }: SwapProblem, most: number): string[] {
  // Outside the tolerance above the lightest, it is cut; and then it loses its way down to the lightest.
  return [
    ` c${name}: ${terms} - lo - ${most} y${name} <= ${toleranceG - constantG}`,
    ` m${name}: ${terms} - lo - r${name} + ${most} y${name} <= ${most - constantG}`,
  ];
}

interface SetTerms {
  readonly terms: string;
  readonly constantG: number;
}

function setTerms(problem: SwapProblem, place: number): SetTerms {
  const terms = problem.lists.flatMap((list, k) => list.weightsG.map((g, part) => plus(g, binary(k, part, place)))).join(' ');
  return { terms, constantG: problem.fixedG[place]! - centreOf(problem) };
}

/** Assignment, kept pairs, and all sets between lo and hi. */
function frame(problem: SwapProblem, mostSpreadG: number): string[] {
  const { fixedG, lists, kept, lockedG } = problem;
  const places = fixedG.map((_, place) => place);
  const rows: string[] = [` within: hi - lo <= ${mostSpreadG}`];
  for (const place of places) {
    const { terms, constantG } = setTerms(problem, place);
    rows.push(` u${place}: ${terms} - hi <= ${-constantG}`, ` l${place}: ${terms} - lo >= ${-constantG}`);
  }
  lockedG.forEach((g, i) => {
    rows.push(` hu${i}: hi >= ${g - centreOf(problem)}`, ` hl${i}: lo <= ${g - centreOf(problem)}`);
  });
  lists.forEach((_, k) => {
    for (const a of places) {
      rows.push(
        ` p${k}_${a}: ${places.map((b) => binary(k, a, b)).join(' + ')} = 1`,
        ` q${k}_${a}: ${places.map((b) => binary(k, b, a)).join(' + ')} = 1`,
      );
    }
  });
  kept.forEach(({ place, lists: together, stay }, i) => {
    if (stay) rows.push(...together.map((k) => ` s${i}_${k}: ${binary(k, place, place)} = 1`));
    for (const other of together.slice(1)) {
      for (const to of places) rows.push(` t${i}_${other}_${to}: ${binary(together[0]!, place, to)} - ${binary(other, place, to)} = 0`);
    }
  });
  return rows;
}

function write(objective: string, rows: readonly string[], { lists, fixedG }: SwapProblem, more: readonly string[] = []): string {
  const binaries = lists.flatMap((_, k) => fixedG.flatMap((__, a) => fixedG.map((___, b) => binary(k, a, b))));
  return [
    'Minimize',
    ` work: ${objective}`,
    'Subject To',
    ...rows,
    'Bounds',
    ' hi free',
    ' lo free',
    'Binaries',
    ` ${[...binaries, ...more].join(' ')}`,
    'End',
    '',
  ].join('\n');
}

/** The arrangement that a solved model means; null when it has none. */
export function arrangementOf({ fixedG, lists }: SwapProblem, { columns, status }: SolvedModel): Arrangement | null {
  if (status === 'none') return null;
  return lists.map((_, k) => fixedG.map((__, place) => fixedG.findIndex((___, part) => (columns[binary(k, part, place)] ?? 0) > 0.5)));
}
