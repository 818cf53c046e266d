import { max, mean, min, sampleStandardDeviation } from 'simple-statistics';
import { checkNumber, CoreError } from '../units/check.js';
import { strayReadings } from './strayReadings.js';

/** What several placements of one part say about its weight. */
export interface ReadingSummary {
  readonly n: number;
  readonly meanG: number;
  /** Largest minus smallest placement. */
  readonly spreadG: number;
  /** Sample standard deviation over placements (n − 1); null for a single placement. */
  readonly deviationG: number | null;
  /** s/√n; null for a single placement. */
  readonly standardErrorG: number | null;
  /** Placements that stand far from the rest, g; left out where there are none. They are in the mean all the same. */
  readonly straysG?: readonly number[];
}

/** Of a scale that nobody described. */
const USUAL_DIVISION_G = 0.1;

/**
 * Mean, spread and standard error of captured placements.
 *
 * mean = Σx/n, s = √(Σ(x − mean)²/(n − 1)), standard error = s/√n (handbook section 2; ISO 5725 for the terms).
 *
 * @param readingsG placements in g, at least one, voided ones already left out
 * @throws CoreError when there is no reading or one is not a number
 * @example summariseReadings([612.4, 612.6, 612.5]).meanG // 612.5
 */
export function summariseReadings(readingsG: readonly number[]): ReadingSummary {
  if (readingsG.length === 0) throw new CoreError('There is no reading to average.', 'readingsG');
  readingsG.forEach((g, i) => checkNumber('A reading', g, { unit: 'g' }, `readingsG.${i}`));
  const values = [...readingsG];
  const deviationG = values.length < 2 ? null : sampleStandardDeviation(values);
  const strays = strayReadings(values, USUAL_DIVISION_G);
  const straysG = values.filter((_, i) => strays[i]);
  return {
    n: values.length,
    meanG: mean(values),
    spreadG: max(values) - min(values),
    deviationG,
    standardErrorG: deviationG === null ? null : deviationG / Math.sqrt(values.length),
    ...(straysG.length === 0 ? {} : { straysG }),
  };
}
