import type { BobPiece, Stacked } from './box.js';

/** Pieces on one half, with how far the whole bob is off its figure. */
export interface HalfStack {
  readonly stack: readonly Stacked[];
  readonly size: number;
  readonly offG: number;
}

interface StackSearch {
  readonly stacks: readonly HalfStack[];
  /** Every stack of this size was looked at, or shut out by a bound. */
  readonly complete: boolean;
}

/** Looks that a search of one size may take: a few tenths of a second. */
const MOST_LOOKS = 2_000_000;
/** Stacks kept of one size. */
const MOST_STACKS = 3000;

/**
 * Every stack of exactly `size` pieces on one half that brings the bob within its limit: a walk over the pieces from the
 * heaviest, cut short where what is left to add can no longer be reached; the last piece is looked up by its mass.
 *
 * @param wantedG what the stack of one half should weigh, g
 * @param slackG how far that may be off either way, g
 */
export function halfStacks(pieces: readonly BobPiece[], size: number, wantedG: number, slackG: number, studMm: number): StackSearch {
  const usable = pieces.filter(({ count }) => count >= 2).sort((a, b) => b.massG - a.massG);
  const found: HalfStack[] = [];
  if (size === 0) return { stacks: Math.abs(wantedG) <= slackG ? [{ stack: [], size: 0, offG: -2 * wantedG }] : [], complete: true };
  if (usable.length === 0) return { stacks: [], complete: true };
  const lightestG = usable.at(-1)!.massG;
  const counts = usable.map(() => 0);
  let looks = 0;
  const keep = (leftG: number): void => {
    const stack = usable.flatMap(({ id }, i): Stacked[] => (counts[i]! > 0 ? [{ pieceId: id, each: counts[i]! }] : []));
    found.push({ stack, size, offG: -2 * leftG });
  };
  const walk = (from: number, left: number, leftG: number, leftMm: number): void => {
    if (looks > MOST_LOOKS) return;
    if (left === 1) {
      for (let i = firstNoHeavier(usable, leftG + slackG, from); i < usable.length && usable[i]!.massG >= leftG - slackG; i += 1) {
        looks += 1;
        if (2 * (counts[i]! + 1) > usable[i]!.count || usable[i]!.thicknessMm > leftMm) continue;
        counts[i]! += 1;
        keep(leftG - usable[i]!.massG);
        counts[i]! -= 1;
      }
      return;
    }
    for (let i = from; i < usable.length; i += 1) {
      const { massG, thicknessMm, count } = usable[i]!;
      looks += 1;
      // Everything after this is lighter still.
      if (left * massG < leftG - slackG) return;
      if (massG + (left - 1) * lightestG > leftG + slackG) continue;
      if (2 * (counts[i]! + 1) > count || thicknessMm > leftMm) continue;
      counts[i]! += 1;
      walk(i, left - 1, leftG - massG, leftMm - thicknessMm);
      counts[i]! -= 1;
    }
  };
  walk(0, size, wantedG, studMm);
  // Of too many, every so manieth: they were found in the order of their heaviest pieces, so these use all of the box.
  const stride = Math.ceil(found.length / MOST_STACKS);
  return { stacks: found.filter((_, i) => i % stride === 0), complete: looks <= MOST_LOOKS && stride <= 1 };
}

/** Least index from `from` on whose piece weighs no more than this; pieces run from heavy to light. */
function firstNoHeavier(pieces: readonly BobPiece[], mostG: number, from: number): number {
  let [low, high] = [from, pieces.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (pieces[middle]!.massG > mostG) low = middle + 1;
    else high = middle;
  }
  return low;
}
