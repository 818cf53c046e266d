import type { Crank } from './crank.js';
import { standingHoles, turnedMm, type CrankHole } from './crankHole.js';

/** A crank as it is: its rims as far as they were turned down, and every hole that stands in it. */
export interface MetalNow {
  readonly crank: Crank;
  readonly holes: readonly CrankHole[];
}

/** The crank after all of these, in order; the holes that it came with stand in it too. */
export function metalNow(crank: Crank, cut: readonly CrankHole[]): MetalNow {
  const counterweights = crank.counterweights.map((counterweight) => {
    const goneMm = turnedMm(cut, counterweight.id);
    return goneMm === 0
      ? counterweight
      : { ...counterweight, rimRadiusMm: counterweight.rimRadiusMm - goneMm, depthLimitMm: counterweight.depthLimitMm - goneMm };
  });
  return { crank: { ...crank, counterweights }, holes: standingHoles([...(crank.found ?? []), ...cut]) };
}

/** The same hole with the rim it is measured from, where that is not as it came: what it takes can then be told without the others. */
export function measuredFrom<T extends CrankHole>(asItCame: Crank, now: Crank, hole: T): T {
  const radiusIn = ({ counterweights }: Crank): number | null => counterweights.find(({ id }) => id === hole.counterweightId)?.rimRadiusMm ?? null;
  const rimRadiusMm = radiusIn(asItCame) === radiusIn(now) ? null : radiusIn(now);
  return (hole.rimRadiusMm ?? null) === rimRadiusMm ? hole : { ...hole, rimRadiusMm };
}
