import type { DrillErrors } from './drillErrors.js';

/** A drill misses by more than this many of its deviations once in some four hundred cuts. */
const DEVIATIONS = 3;
/** Less than this is not worth anybody's time. */
const LEAST_MM = 1;

/** Whether a depth lies farther from what was planned than the drill misses: misread, mistyped, or really so. */
export function isWorthMeasuringAgain(plannedMm: number, measuredMm: number, { depthMm }: Pick<DrillErrors, 'depthMm'>): boolean {
  return Math.abs(measuredMm - plannedMm) > Math.max(LEAST_MM, DEVIATIONS * depthMm);
}
