import { loggedCut, type JobSheet } from '@tare/contract';
import { alongCut, metalNow, metalsOf, type Cut, type HoleMetal, type MetalNow } from '@tare/core';

/** The crank's metal after these entries of its log. */
export const metalAfter = ({ spec }: JobSheet, holes: JobSheet['holes']): MetalNow => metalNow(spec.crank, holes.map(loggedCut));

/** What each of these cuts takes, one after the other, in metal as it is. */
export const takenBy = (metal: MetalNow, cuts: readonly Cut[]): HoleMetal[] => metalsOf(metal, cuts).map((taken, i) => alongCut(taken, cuts[i]!));

/** What every logged cut took, by its id, each after all that was cut before it. */
export function cutMetals(sheet: JobSheet): ReadonlyMap<string, HoleMetal> {
  const cuts = sheet.holes.map(loggedCut);
  const taken = takenBy(metalNow(sheet.spec.crank, []), cuts);
  return new Map(cuts.map(({ id }, i) => [id, taken[i]!]));
}
