import type { CrankHole } from '../rotor/crankHole.js';

/** Holes in an order that changes bits least, and turns the crank least with each bit: rims that are taken down first, since depths count from them; then small bits first, front to rear, round the rim. */
export function drillOrder<T extends CrankHole>(holes: readonly T[], counterweightIds: readonly string[]): T[] {
  const place = ({ counterweightId }: T): number => counterweightIds.indexOf(counterweightId);
  return [...holes].sort((x, y) => Number(!x.rim) - Number(!y.rim) || x.bitMm - y.bitMm || place(x) - place(y) || x.angleDeg - y.angleDeg);
}
