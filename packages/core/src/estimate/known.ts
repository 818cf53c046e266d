import { type PlaneUnbalance } from '../rotor/planes.js';
import { fromFour, planeOfFour } from './fourNumbers.js';
import { radius95Of } from './laws.js';
import type { EstimatedShare } from './offset.js';
import type { StateReading } from './reading.js';
import { sandwich, type ReadStep, type States } from './states.js';

/** What is known of an unbalance in two planes. */
export interface KnownUnbalance {
  /** g·mm, in the planes of the estimate; points to where it is heavy. */
  readonly unbalance: PlaneUnbalance;
  /** 4 × 4, (g·mm)². Where nothing is known of the scatter, that of a working deviation, by which no chance is said. */
  readonly covariance: readonly number[];
  /** Radius of the 95 % region in each plane, g·mm; null where the scatter is not known at all. */
  readonly radius95Gmm: { readonly aGmm: number; readonly bGmm: number } | null;
  /** Where the last reading of a plane was off the scale: what it is at least, g·mm. */
  readonly atLeastGmm: { readonly a: number | null; readonly b: number | null };
}

/** The last state that was read. */
export interface LastRead {
  readonly step: ReadStep;
  readonly reading: StateReading;
  /** Whether anything is known of how its readings scatter. */
  readonly scatterKnown: boolean;
}

/** What rows take out of the state: parts at a place, turned. */
export function knownOf(states: States, last: LastRead | null, rows: Float64Array): KnownUnbalance {
  const n = states.size;
  const { mean, covariance } = states.known;
  const four = [0, 1, 2, 3].map((i) => mean.reduce((sum, value, j) => sum + rows[i * n + j]! * value, 0));
  const spread = Array.from(sandwich(rows, covariance, 4, n));
  const turns = last ? turnsIn(states, last, rows) : null;
  return {
    unbalance: fromFour(four),
    covariance: spread,
    radius95Gmm: last?.scatterKnown === false ? null : { aGmm: radiusIn('aGmm', spread, turns), bGmm: radiusIn('bGmm', spread, turns) },
    atLeastGmm: last?.reading.atLeastGmm ?? { a: null, b: null },
  };
}

/** What of the region came of the last state's turns. */
function turnsIn(states: States, { step, reading: { turns } }: LastRead, rows: Float64Array): EstimatedShare | null {
  if (!turns || !step.seen[0] || !step.seen[1]) return null;
  const weights = states.weightsOf(step, rows);
  const weighed = (covariance: readonly number[]): number[] => Array.from(sandwich(weights, covariance, 4, 4));
  return { plain: weighed(turns.plain), counted: weighed(turns.counted), freedom: turns.freedom };
}

const radiusIn = (plane: 'aGmm' | 'bGmm', spread: readonly number[], turns: EstimatedShare | null): number =>
  radius95Of(
    planeOfFour(spread, plane),
    turns ? [{ covariance: planeOfFour(turns.plain, plane), counted: planeOfFour(turns.counted, plane), freedom: turns.freedom }] : [],
  );
