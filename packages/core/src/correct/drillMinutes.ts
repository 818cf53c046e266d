import type { CrankHole } from '../rotor/correctionHoles.js';
import { holeMetal } from '../rotor/correctionHoles.js';
import type { Crank } from '../rotor/crank.js';

/** Minutes of drilling: a first guess, steel under a floor drill; a shop's own figures belong in their place. */
export const DRILL_MINUTES = { setUp: 3, setUpAgain: 2, bitChange: 1.5, perGram: 0.2, pilot: 1.5, slug: 15 } as const;
/** Forged and alloy steel is drilled with a pilot hole above this bit; cast iron is drilled straight. */
const PILOT_ABOVE_MM = 10;
const CAST_BELOW_G_PER_CM3 = 7.5;

/** Minutes that these holes take: each is set up and drilled, above 10 mm in steel with a pilot, and bits are changed once each. */
export function drillMinutes(crank: Crank, holes: readonly CrankHole[]): number {
  const bits = new Set(holes.map(({ bitMm }) => bitMm)).size;
  // A deepened hole needs no centre and no pilot.
  return holes.reduce(
    (sum, hole) =>
      sum +
      (hole.was ? DRILL_MINUTES.setUpAgain : DRILL_MINUTES.setUp) +
      (hole.slug ? DRILL_MINUTES.slug : DRILL_MINUTES.perGram * holeMetal(crank, hole).massG) +
      (!hole.was && hole.bitMm > PILOT_ABOVE_MM && crank.densityGPerCm3 >= CAST_BELOW_G_PER_CM3 ? DRILL_MINUTES.pilot : 0),
    bits * DRILL_MINUTES.bitChange,
  );
}
