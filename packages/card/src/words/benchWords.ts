import type { BobBuild, HandOrder, PartKind, RodScatter } from '@tare/core';
import { count, KIND_NAMES, timesIn100 } from './names.js';
import { fixed } from './numbers.js';

/* Sentences of the benches that carry a count: each is tried with none, one and two. */

/** "3", "1 and 4", "1, 2 and 4". */
export const listed = (names: readonly (string | number)[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;

/** "cylinder 3", "cylinders 1 and 4". */
export const cylindersWords = (cylinders: readonly number[]): string => `${cylinders.length === 1 ? 'cylinder' : 'cylinders'} ${listed(cylinders)}`;

/** Cylinders that swaps leave alone. */
export function leftOutWords(cylinders: readonly number[]): string {
  const words = cylindersWords(cylinders);
  const [are, their, them] = cylinders.length === 1 ? ['is', 'its set', 'it'] : ['are', 'their sets', 'them'];
  return `${words.charAt(0).toUpperCase()}${words.slice(1)} ${are} left out of swaps: a part of ${them} is damaged or to be replaced, so ${their} will change.`;
}

/** What somebody who grinds end by end can expect. @param scatter of the means that are cut by; null where nothing was placed twice */
export function handOrderWords(
  { medianRounds, rounds95, endedRatio }: HandOrder,
  first: string,
  toleranceG: number,
  scatter: RodScatter | null,
): string {
  const by = scatter === null ? 'Nobody has studied the fixture. With a perfect one' : `With the fixture’s scatter of ${fixed(scatter.endG, 3)} g`;
  if (medianRounds === null)
    return `${by} this does not end within a dozen rounds, ${timesIn100(1 - endedRatio)}. Place the rods more often instead of grinding more, or widen the ${fixed(toleranceG, 2)} g.`;
  if (medianRounds === 0) return `${by} the rods read inside as they are. Nothing has to be ground.`;
  const most = rounds95 === null ? 'and sometimes it never ends' : `at most ${rounds95}`;
  return `${by} expect ${count(medianRounds, 'round')} of ${first}s and totals, ${most}. Both ends at once take one round.`;
}

/** How many pieces the bobs take, or what the box lacks. */
export function buildWords(found: BobBuild, limitG: number): string {
  if (found.kind === 'built')
    return `${count(found.pieces, 'piece')} in all. ${found.fewestProven ? 'No build from this box has fewer.' : 'Whether another build has fewer is not proven.'}`;
  const closest = `From this box the bobs come no closer than ${fixed(found.closestG, 2)} g${found.closestProven ? '' : ' (not proven)'}. ± ${fixed(limitG, 2)} g is asked.`;
  const add = found.add.map((piece) => `${count(piece.count, 'piece')} of ${fixed(piece.massG, 2)} g`);
  return add.length === 0 ? `${closest} The clamps alone are too heavy: use lighter ones.` : `${closest} Add ${listed(add)}.`;
}

/** What the shop's box holds. */
export const boxWords = (clamps: number, pieces: number): string => `${count(clamps, 'kind')} of clamp, ${count(pieces, 'kind')} of piece`;

/** Parts of which more placements on this scale tell nothing. */
export const unsettledWords = (kind: PartKind, cylinders: readonly number[], toleranceG: number): string =>
  `More placements on this scale would not settle whether ${KIND_NAMES[kind][cylinders.length === 1 ? 'one' : 'many'].toLowerCase()} ${listed(cylinders)} ${cylinders.length === 1 ? 'lies' : 'lie'} within ${fixed(toleranceG, 2)} g.`;

/** How many of the swaps that were found are taken. */
export const takeSwapsWords = (taken: number, found: number): string =>
  taken === found ? (found === 1 ? 'Take this swap' : `Take all ${found} swaps`) : `Take ${taken} of ${count(found, 'swap')}`;

/** Parts that run elsewhere than they came from. */
export const swappedWords = (parts: number): string =>
  parts === 0 ? 'Every part is back in its own cylinder.' : `${count(parts, 'part')} changed places.`;
