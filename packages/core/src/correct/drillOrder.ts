import type { CrankHole } from '../rotor/correctionHoles.js';

/** Holes in an order that changes bits least, and turns the crank least with each bit: small bits first, front to rear, round the rim. */
export function drillOrder<T extends CrankHole>(holes: readonly T[], counterweightIds: readonly string[]): T[] {
  const place = ({ counterweightId }: T): number => counterweightIds.indexOf(counterweightId);
  return [...holes].sort((x, y) => x.bitMm - y.bitMm || place(x) - place(y) || x.angleDeg - y.angleDeg);
}
