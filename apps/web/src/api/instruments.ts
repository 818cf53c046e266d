import { useMutation, useQuery, useQueryClient, type UseMutationResult, type UseQueryResult } from '@tanstack/react-query';
import type { Instrument, InstrumentCupboard } from '@tare/contract';
import { pooledDeviation, roundingDeviationG, summariseReadings } from '@tare/core';
import { request } from './client.js';
import type { ProblemError } from './problem.js';
import { retryUnreachable } from './queries.js';

const KEY = ['instruments'];

export const useInstruments = (): UseQueryResult<InstrumentCupboard, ProblemError> =>
  useQuery({ queryKey: KEY, queryFn: () => request<InstrumentCupboard>('GET', 'instruments') });

/** An entry about an instrument; the cupboard is read again once it is in. */
export function useInstrumentEntry(): UseMutationResult<unknown, ProblemError, { method: 'POST' | 'PUT'; path: string; body: unknown }> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ method, path, body }) => request<unknown>(method, path, body),
    retry: retryUnreachable,
    onSuccess: () => queries.invalidateQueries({ queryKey: KEY }),
  });
}

/** Scatter of an instrument from its latest repeatability study, never below its rounding; null before any. */
export function studiedDeviationG({ id, spec }: Instrument, { studies }: InstrumentCupboard): number | null {
  const latest = studies.filter((study) => study.instrumentId === id && study.kind === 'repeatability').at(-1);
  const pooled = latest ? pooledDeviation([summariseReadings(latest.readingsG)]) : null;
  return pooled === null ? null : Math.max(pooled.deviationG, roundingDeviationG(spec.divisionG));
}
