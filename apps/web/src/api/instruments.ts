import { useQuery, type UseQueryResult } from '@tanstack/react-query';
import type { Instrument, InstrumentCupboard } from '@tare/contract';
import { pooledDeviation, roundingDeviationG, summariseReadings } from '@tare/core';
import { ask } from './client.js';
import type { ProblemError } from './problem.js';

export const useInstruments = (): UseQueryResult<InstrumentCupboard, ProblemError> =>
  useQuery({ queryKey: ['instruments'], queryFn: () => ask('GET instruments', {}) });

/** Scatter of an instrument from its latest repeatability study, never below its rounding; null before any. */
export function studiedDeviationG({ id, spec }: Instrument, { studies }: InstrumentCupboard): number | null {
  const latest = studies.filter((study) => study.instrumentId === id && study.kind === 'repeatability').at(-1);
  const pooled = latest ? pooledDeviation([summariseReadings(latest.readingsG)]) : null;
  return pooled === null ? null : Math.max(pooled.deviationG, roundingDeviationG(spec.divisionG));
}
