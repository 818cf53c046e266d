import { diameterOf, isBrought, isRimCut, type Cut } from '../rotor/cut.js';

const stageOf = (cut: Cut): number => (isRimCut(cut) ? 0 : cut.kind === 'weld' ? 1 : cut.kind === 'bar' ? 2 : 3);

/**
 * Cuts in the order in which they are made: rims that are taken down first, since depths count from them; then welds and bars, that
 * the drilling leans on; then small bits first, front to rear, round the rim, so that bits are changed and the crank is turned least.
 */
export function drillOrder<C extends Cut>(cuts: readonly C[], counterweightIds: readonly string[]): C[] {
  const place = ({ counterweightId }: C): number => counterweightIds.indexOf(counterweightId);
  const wide = (cut: C): number => (isRimCut(cut) ? 0 : diameterOf(cut));
  return [...cuts].sort((x, y) => stageOf(x) - stageOf(y) || wide(x) - wide(y) || place(x) - place(y) || x.angleDeg - y.angleDeg);
}

/**
 * Whether the crank is spun before this one of a plan in order: what was welded or pressed in is known only then, and what is drilled
 * after it cannot be put back (handbook section 7: a weld or bar that others lean on comes first and is spun).
 */
export const isSpunBefore = (cuts: readonly Cut[], index: number): boolean => index > 0 && isBrought(cuts[index - 1]!) && !isBrought(cuts[index]!);
