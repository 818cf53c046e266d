import { checkNumber } from '../units/check.js';
import { repeatabilityLimitG, roundingDeviationG } from './repeatability.js';

export interface FitnessQuestion {
  readonly divisionG: number;
  readonly capacityG: number;
  /** Scatter of placements on this instrument; null before any study or live spread. */
  readonly deviationG: number | null;
  /** Largest minus smallest that the job allows. */
  readonly toleranceG: number;
  /** Heaviest thing that will stand on it, fixture and all. */
  readonly heaviestG: number;
  /** Placements of each part that are meant. */
  readonly placements: number;
}

export type Fitness =
  | { readonly kind: 'fit' }
  /** It serves, with this many placements of each part. */
  | { readonly kind: 'fitWith'; readonly placements: number }
  | { readonly kind: 'unfit'; readonly reasons: readonly string[] }
  /** Nothing says no, but nobody has measured how well it repeats. */
  | { readonly kind: 'notStudied' };

/** More placements than this nobody makes; an instrument that needs them is unfit. */
export const MOST_PLACEMENTS = 20;

/**
 * Can this instrument hold this tolerance T? (handbook section 2)
 *
 * No when its division is over T/4, or its capacity does not exceed what stands on it, or r/√n is over T/2 for every
 * sensible n. The placements needed are n = ⌈(2r/T)²⌉. Scatter is never taken below the division's own rounding.
 *
 * @throws CoreError when a quantity is not above zero
 */
export function fitness(question: FitnessQuestion): Fitness {
  const { divisionG, capacityG, deviationG, toleranceG, heaviestG, placements } = question;
  checkNumber('The tolerance', toleranceG, { above: 0, unit: 'g' }, 'toleranceG');
  checkNumber('The capacity', capacityG, { above: 0, unit: 'g' }, 'capacityG');
  checkNumber('The heaviest part', heaviestG, { min: 0, unit: 'g' }, 'heaviestG');
  checkNumber('The placements', placements, { min: 1 }, 'placements');
  const reasons: string[] = [];
  if (divisionG > toleranceG / 4)
    reasons.push(`It counts in ${divisionG} g; for ${toleranceG} g it would have to count in ${Number((toleranceG / 4).toPrecision(3))} g or finer.`);
  if (capacityG <= heaviestG) reasons.push(`It carries ${capacityG} g; what stands on it weighs up to ${Number(heaviestG.toFixed(0))} g.`);
  if (deviationG !== null) {
    const needed = placementsNeeded(Math.max(deviationG, roundingDeviationG(divisionG)), toleranceG);
    if (needed > MOST_PLACEMENTS) reasons.push(`Its readings scatter so much that ${needed} placements of each part would be needed.`);
    if (reasons.length === 0) return needed <= placements ? { kind: 'fit' } : { kind: 'fitWith', placements: needed };
  }
  return reasons.length > 0 ? { kind: 'unfit', reasons } : { kind: 'notStudied' };
}

/** Least n with r/√n ≤ T/2. */
export function placementsNeeded(deviationG: number, toleranceG: number): number {
  const ratio = (2 * repeatabilityLimitG(deviationG)) / toleranceG;
  // A ratio that is a whole square but for rounding must not ask for one placement more.
  return Math.max(1, Math.ceil(ratio ** 2 - 1e-9));
}
