import { useQuery, useQueryClient, type UseQueryResult } from '@tanstack/react-query';
import type { MachineHall, RecordingSummary } from '@tare/contract';
import { ask, sendGzipped } from './client.js';
import type { ProblemError } from './problem.js';

const KEY = ['machines'];

/** Has the machines read again: a spin with a known weight on it may have checked one. */
export function useRereadMachines(): () => Promise<void> {
  const queries = useQueryClient();
  return () => queries.invalidateQueries({ queryKey: KEY });
}

export const useMachines = (): UseQueryResult<MachineHall, ProblemError> => useQuery({ queryKey: KEY, queryFn: () => ask('GET machines', {}) });

/** What a recording says before any calibration. @throws ProblemError */
export const processRecording = (machineId: string, file: File, onProgress: (ratio: number) => void): Promise<RecordingSummary> =>
  sendGzipped(`machines/${machineId}/process`, file, null, onProgress);
