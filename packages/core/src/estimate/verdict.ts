import type { Tolerance } from '../rotor/tolerance.js';
import { absolute } from '../units/complex.js';
import type { KnownUnbalance } from './known.js';
import { insideChance } from './insideChance.js';

/** Inside means a chance of at least this that both planes are (handbook section 6, definition 8); outside, of no more than the rest. */
export const SURE_ENOUGH = 0.98;

export type Verdict = 'inside' | 'outside' | 'cannotYetTell';

/** The one rule. */
export function verdictBy(chance: number | null): Verdict {
  if (chance === null) return 'cannotYetTell';
  return chance >= SURE_ENOUGH ? 'inside' : chance <= 1 - SURE_ENOUGH ? 'outside' : 'cannotYetTell';
}

/** Chance that both planes are inside; null where the scatter is not known. A plane off the scale is not inside. */
export function chanceInside(known: KnownUnbalance, tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>): number | null {
  if (known.atLeastGmm.a !== null || known.atLeastGmm.b !== null) return 0;
  if (known.radius95Gmm === null) return null;
  const { aGmm, bGmm } = known.unbalance;
  // Twice the region past the ring is past telling apart from nothing.
  const far = (amount: number, ring: number, radius: number): boolean => amount > ring + 2 * radius;
  if (far(absolute(aGmm), tolerance.aGmm, known.radius95Gmm.aGmm) || far(absolute(bGmm), tolerance.bGmm, known.radius95Gmm.bGmm)) return 0;
  return insideChance(known.unbalance, known.covariance, tolerance);
}
