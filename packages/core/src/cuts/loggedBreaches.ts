import type { Crank } from '../rotor/crank.js';
import type { Cut, KnownCut } from '../rotor/cut.js';
import { breachesInTurn } from './cutRules.js';
import { metalNow } from './metalNow.js';

/** A cut that is in the metal and breaks a rule. */
export interface LoggedBreach {
  readonly cut: KnownCut;
  readonly words: readonly string[];
}

/**
 * The rules that logged cuts broke when they were made, each in the metal that it came into. What is in the metal is recorded
 * whatever it breaks; it has to be known by whoever cuts next to it. With which bits and from which side it was made is not asked:
 * somebody made it.
 */
export function loggedBreaches(crank: Crank, cuts: readonly KnownCut[]): LoggedBreach[] {
  const bits = cuts.flatMap((cut: Cut) =>
    'pointAngleDeg' in cut ? [{ bitMm: cut.bitMm, pointAngleDeg: cut.pointAngleDeg, usableDepthMm: Infinity }] : [],
  );
  const words = breachesInTurn(metalNow(crank, []), cuts, { bits, faces: true });
  return cuts.flatMap((cut, i) => (words[i]!.length === 0 ? [] : [{ cut, words: words[i]! }]));
}
