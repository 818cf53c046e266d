import type { SolveModel } from '../../solve/solveModel.js';
import { bobOf, type BobBox, type BobBuild, type BobClamp, type BobWish, type BuiltBob, type Stacked } from './box.js';

const TIME_S = 5;
/** Two worst bobs closer than this are as good, g. */
const SAME_G = 0.005;
/** Shortfalls closer than this are one piece's, g. */
const SAME_PIECE_G = 0.05;

/**
 * The closest bobs that the box gives when it cannot reach the figures: the least worst deviation, as an integer programme
 * over the whole box; and the pieces that would have closed the gap, from the closest build that is nowhere too heavy.
 */
export async function closestBobs(box: BobBox, wish: BobWish, clamps: readonly BobClamp[], solve: SolveModel): Promise<BobBuild> {
  const either = await leastWorst(box, wish, clamps, solve, 'eitherWay');
  if (either.bobs.length > 0 && either.worstG <= wish.limitG)
    return { kind: 'built', bobs: either.bobs, pieces: either.bobs.reduce((n, bob) => n + piecesOf(bob), 0), fewestProven: false };
  const below = await leastWorst(box, wish, clamps, solve, 'fromBelow');
  const gaps = below.bobs.map(({ offG }) => -offG / 2).filter((g) => 2 * g > wish.limitG);
  return { kind: 'cannot', bobs: either.bobs, closestG: either.worstG, closestProven: either.proven, add: piecesOfGaps(gaps) };
}

const piecesOf = ({ stack }: BuiltBob): number => 2 * stack.reduce((n, { each }) => n + each, 0);

/** One piece for each gap, two of it for each bob. */
function piecesOfGaps(gapsG: readonly number[]): { readonly massG: number; readonly count: number }[] {
  const sorted = [...gapsG].sort((a, b) => b - a);
  const pieces: { massG: number; count: number }[] = [];
  for (const gapG of sorted) {
    const last = pieces.at(-1);
    if (last && last.massG - gapG < SAME_PIECE_G) last.count += 2;
    else pieces.push({ massG: gapG, count: 2 });
  }
  return pieces.map(({ massG, count }) => ({ massG: Math.round(massG * 100) / 100, count }));
}

interface LeastWorst {
  readonly bobs: readonly BuiltBob[];
  readonly worstG: number;
  readonly proven: boolean;
}

async function leastWorst(
  box: BobBox,
  { figuresG, limitG }: BobWish,
  clamps: readonly BobClamp[],
  solve: SolveModel,
  side: 'eitherWay' | 'fromBelow',
): Promise<LeastWorst> {
  const usable = box.pieces.filter(({ count }) => count >= 2);
  const piece = (b: number, p: number): string => `n${b}_${p}`;
  const clamp = (b: number, c: number): string => `y${b}_${c}`;
  const sum = (terms: readonly string[]): string => terms.map((term) => `+ ${term}`).join(' ');
  const rows = figuresG.flatMap((figureG, b) => {
    const mass = sum([
      ...usable.map(({ massG }, p) => `${2 * massG} ${piece(b, p)}`),
      ...clamps.map(({ halfG }, c) => `${2 * halfG} ${clamp(b, c)}`),
    ]);
    const height = `${sum(usable.map(({ thicknessMm }, p) => `${thicknessMm} ${piece(b, p)}`))} ${clamps.map(({ studMm }, c) => `- ${studMm} ${clamp(b, c)}`).join(' ')}`;
    return [
      ` under${b}: ${mass} + t >= ${figureG}`,
      ` over${b}: ${mass} ${side === 'eitherWay' ? '- t' : ''} <= ${side === 'eitherWay' ? figureG : figureG + limitG}`,
      ` one${b}: ${sum(clamps.map((_, c) => clamp(b, c)))} = 1`,
      ` high${b}: ${height} <= 0`,
    ];
  });
  const all = (column: (b: number) => string): string => sum(figuresG.map((_, b) => column(b)));
  rows.push(...usable.map(({ count }, p) => ` p${p}: ${all((b) => piece(b, p))} <= ${Math.floor(count / 2)}`));
  rows.push(...clamps.map(({ count }, c) => ` c${c}: ${all((b) => clamp(b, c))} <= ${count}`));
  const columns = figuresG.flatMap((_, b) => [...usable.map((__, p) => piece(b, p)), ...clamps.map((__, c) => clamp(b, c))]);
  const model = `Minimize\n obj: t\nSubject To\n${rows.join('\n')}\nGeneral\n ${columns.join('\n ')}\nEnd\n`;
  const { status, columns: values } = await solve(model, { timeLimitS: TIME_S, absoluteGap: SAME_G });
  if (status === 'none') return { bobs: [], worstG: Infinity, proven: false };
  const value = (name: string): number => Math.round(values[name] ?? 0);
  const bobs = figuresG.map((figureG, b) => {
    const stack = usable.flatMap(({ id }, p): Stacked[] => (value(piece(b, p)) > 0 ? [{ pieceId: id, each: value(piece(b, p)) }] : []));
    const chosen = clamps.find((_, c) => value(clamp(b, c)) === 1) ?? clamps[0]!;
    return bobOf(b, figureG, chosen, stack, box);
  });
  return { bobs, worstG: Math.max(...bobs.map(({ offG }) => Math.abs(offG))), proven: status === 'optimal' };
}
