import type { JobSheet } from '@tare/contract';
import { USUAL_DIVISION_G } from '@tare/core';

/** In what steps the scale counts that a part was read on last; of any part where none is named. What lies nearer to a target is on it. */
export function divisionOf({ readings, scales }: Pick<JobSheet, 'readings' | 'scales'>, partId?: string): number {
  const last = readings.findLast((reading) => partId === undefined || reading.partId === partId);
  return (last?.instrumentId ? scales[last.instrumentId]?.divisionG : undefined) ?? USUAL_DIVISION_G;
}
