import { least } from 'd3-array';
import type { BobBox, BuiltBob } from './box.js';

/** What comes off and goes on one half. */
export interface HalfChange {
  readonly offIds: readonly string[];
  readonly onIds: readonly string[];
}

/** What to do with a bob that the scale refuses. */
export type BobAdvice =
  /** An exchange of at most two pieces for two a half that brings it inside: alike on both halves, or each its own. */
  | { readonly kind: 'change'; readonly a: HalfChange; readonly b: HalfChange; readonly alike: boolean; readonly wholeThenG: number }
  /** No small exchange does; another stack on each half does, these pieces. */
  | { readonly kind: 'rebuild'; readonly pieces: readonly { readonly pieceId: string; readonly count: number }[]; readonly wholeThenG: number }
  /** No stack of what is in the box and on the bob brings it inside: this is the nearest it comes. */
  | { readonly kind: 'cannot'; readonly nearestG: number }
  /** It was built by hand and weighs too much: which of its pieces would have to come off, nobody wrote down. */
  | { readonly kind: 'byHand'; readonly overG: number };

export interface RefusedBob {
  readonly wholeG: number;
  /** Null where only the whole was weighed. */
  readonly halfAG: number | null;
  readonly halfBG: number | null;
  readonly figureG: number;
  readonly limitG: number;
  readonly agreeWithinG: number;
  readonly bob: BuiltBob | null;
  readonly box: BobBox;
  readonly leftOver: ReadonlyMap<string, number>;
}

/** Exchanges of more pieces than this are another build. */
const MOST_EXCHANGED = 2;
/** Grid on which stacks are counted, g: a piece is known to a hundredth. */
const GRID_G = 0.01;

/**
 * What brings a refused bob inside its limit with halves that agree, the fewest pieces moved first; or that nothing does, proven.
 *
 * Small exchanges are tried exhaustively, up to two pieces off and two on each half. Where none lands inside, every stack that can be made
 * of what is in the box and on the bob, alike on both halves, is counted by sums (bounded knapsack on a grid of a hundredth of a gram):
 * what the clamp weighs follows from the scale and the stack that was meant.
 */
export function adviseBob(refused: RefusedBob): BobAdvice {
  const { wholeG, figureG, bob } = refused;
  if (bob === null && wholeG > figureG) return { kind: 'byHand', overG: wholeG - figureG };
  return smallExchange(refused) ?? anotherStack(refused);
}

interface Option extends HalfChange {
  readonly byG: number;
}

/** Every exchange on one half of up to two pieces off its stack and two from the box. */
function optionsOf({ bob, box: { pieces }, leftOver }: RefusedBob, halves: number): Option[] {
  const massOf = new Map(pieces.map(({ id, massG }) => [id, massG]));
  const sum = (ids: readonly string[]): number => ids.reduce((total, id) => total + (massOf.get(id) ?? 0), 0);
  const stack = (bob?.stack ?? []).flatMap(({ pieceId, each }) => Array.from({ length: Math.min(each, MOST_EXCHANGED) }, () => pieceId));
  const inBox = pieces.flatMap(({ id }) => Array.from({ length: Math.min(MOST_EXCHANGED, Math.floor((leftOver.get(id) ?? 0) / halves)) }, () => id));
  const offs = choicesOf(stack);
  return choicesOf(inBox).flatMap((onIds) =>
    offs.filter((offIds) => !onIds.some((id) => offIds.includes(id))).map((offIds) => ({ offIds, onIds, byG: sum(onIds) - sum(offIds) })),
  );
}

/** None, one or two of these, each set once. */
function choicesOf(ids: readonly string[]): string[][] {
  const seen = new Map<string, string[]>();
  const add = (choice: string[]): void => void seen.set([...choice].sort().join(' '), choice);
  add([]);
  ids.forEach((one, i) => {
    add([one]);
    ids.slice(i + 1).forEach((other) => add([one, other]));
  });
  return [...seen.values()];
}

const moved = ({ offIds, onIds }: HalfChange): number => offIds.length + onIds.length;

function smallExchange(refused: RefusedBob): BobAdvice | null {
  const { wholeG, halfAG, halfBG, figureG, limitG, agreeWithinG, leftOver } = refused;
  interface Found {
    readonly a: Option;
    readonly b: Option;
    readonly wholeThenG: number;
  }
  const found: Found[] = [];
  // Alike on both halves: all that can be said where only the whole was weighed.
  for (const option of optionsOf(refused, 2)) {
    const wholeThenG = wholeG + 2 * option.byG;
    if (Math.abs(wholeThenG - figureG) > limitG) continue;
    if (halfAG !== null && halfBG !== null && Math.abs(halfAG - halfBG) > agreeWithinG) continue;
    found.push({ a: option, b: option, wholeThenG });
  }
  if (halfAG !== null && halfBG !== null) {
    const near = optionsOf(refused, 1);
    const reachG = (limitG + agreeWithinG) / 2;
    const of = (halfG: number): Option[] => near.filter(({ byG }) => Math.abs(halfG + byG - figureG / 2) <= reachG);
    for (const a of of(halfAG))
      for (const b of of(halfBG)) {
        const [aG, bG] = [halfAG + a.byG, halfBG + b.byG];
        if (Math.abs(aG + bG - figureG) > limitG || Math.abs(aG - bG) > agreeWithinG) continue;
        if (!inStock([...a.onIds, ...b.onIds], leftOver)) continue;
        found.push({ a, b, wholeThenG: aG + bG });
      }
  }
  // The fewest pieces first, and of those the nearest: what lands inside is off by no more than the limit, half a piece here.
  const best = least(found, ({ a, b, wholeThenG }) => moved(a) + moved(b) + Math.abs(wholeThenG - figureG) / (2 * limitG));
  if (!best) return null;
  const { a, b, wholeThenG } = best;
  return { kind: 'change', a: bare(a), b: bare(b), alike: a === b, wholeThenG };
}

const bare = ({ offIds, onIds }: Option): HalfChange => ({ offIds, onIds });

function inStock(ids: readonly string[], leftOver: ReadonlyMap<string, number>): boolean {
  return ids.every((id) => ids.filter((one) => one === id).length <= (leftOver.get(id) ?? 0));
}

/** The stack, alike on both halves, that brings the whole nearest to its figure. */
function anotherStack({ wholeG, figureG, limitG, bob, box: { pieces }, leftOver }: RefusedBob): BobAdvice {
  const stack = bob?.stack ?? [];
  const massOf = new Map(pieces.map(({ id, massG }) => [id, massG]));
  const stackG = stack.reduce((sum, { pieceId, each }) => sum + each * (massOf.get(pieceId) ?? 0), 0);
  // What each half weighs without its stack.
  const bareG = wholeG / 2 - stackG;
  const wantedG = figureG / 2 - bareG;
  const counts = new Map(
    pieces.map(({ id }) => [id, Math.floor((leftOver.get(id) ?? 0) / 2) + (stack.find(({ pieceId }) => pieceId === id)?.each ?? 0)]),
  );
  const found = nearestStack(pieces, counts, wantedG);
  const thenG = 2 * (bareG + found.reduce((sum, { pieceId, count }) => sum + count * massOf.get(pieceId)!, 0));
  if (Math.abs(thenG - figureG) > limitG) return { kind: 'cannot', nearestG: thenG };
  return { kind: 'rebuild', pieces: found, wholeThenG: thenG };
}

/** The pieces whose sum comes nearest to a mass, none more often than there are: sums on the grid, each with the fewest pieces that make it. */
function nearestStack(
  pieces: BobBox['pieces'],
  counts: ReadonlyMap<string, number>,
  wantedG: number,
): { readonly pieceId: string; readonly count: number }[] {
  const steps = (g: number): number => Math.round(g / GRID_G);
  const largest = Math.max(0, ...pieces.map(({ massG }) => steps(massG)));
  const top = Math.max(0, steps(wantedG)) + largest;
  const fewest = new Int32Array(top + 1).fill(-1);
  fewest[0] = 0;
  // Of each piece, how many of it the best way to a sum has, as the pieces before it were.
  const layers = pieces.map(({ id, massG }) => {
    const [step, most] = [steps(massG), counts.get(id) ?? 0];
    const used = new Int32Array(top + 1);
    if (step <= 0 || most === 0) return used;
    const before = fewest.slice();
    for (let sum = 0; sum <= top; sum += 1) {
      for (let n = 1; n <= most && n * step <= sum; n += 1) {
        const from = before[sum - n * step]!;
        if (from >= 0 && (fewest[sum]! < 0 || from + n < fewest[sum]!)) {
          fewest[sum] = from + n;
          used[sum] = n;
        }
      }
    }
    return used;
  });
  let at = 0;
  for (let sum = 0; sum <= top; sum += 1) if (fewest[sum]! >= 0 && Math.abs(sum * GRID_G - wantedG) < Math.abs(at * GRID_G - wantedG)) at = sum;
  const found: { pieceId: string; count: number }[] = [];
  for (let k = pieces.length - 1; k >= 0; k -= 1) {
    const count = layers[k]![at]!;
    if (count === 0) continue;
    found.unshift({ pieceId: pieces[k]!.id, count });
    at -= count * steps(pieces[k]!.massG);
  }
  return found;
}
