import { useMutation, useQuery, useQueryClient, type UseMutationResult, type UseQueryResult } from '@tanstack/react-query';
import type { Machine, MachineChange, MachineHall, NewCalibration, NewMachine, RecordingSummary } from '@tare/contract';
import { request, sendGzipped } from './client.js';
import type { ProblemError } from './problem.js';
import { retryUnreachable } from './queries.js';

const KEY = ['machines'];

/** Has the machines read again: a spin with a known weight on it may have checked one. */
export function useRereadMachines(): () => Promise<void> {
  const queries = useQueryClient();
  return () => queries.invalidateQueries({ queryKey: KEY });
}

export const useMachines = (): UseQueryResult<MachineHall, ProblemError> =>
  useQuery({ queryKey: KEY, queryFn: () => request<MachineHall>('GET', 'machines') });

type MachineEntry =
  { readonly made: NewMachine } | { readonly change: MachineChange; readonly id: string } | { readonly calibration: NewCalibration };

/** Puts a machine into the shop, changes one, or keeps a calibration. */
export function useMachineEntry(): UseMutationResult<unknown, ProblemError, MachineEntry> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (entry) => {
      if ('made' in entry) return request<Machine>('POST', 'machines', entry.made);
      if ('change' in entry) return request<Machine>('PUT', `machines/${entry.id}`, entry.change);
      return request('POST', 'machines/calibrations', entry.calibration);
    },
    retry: retryUnreachable,
    onSuccess: () => queries.invalidateQueries({ queryKey: KEY }),
  });
}

/** What a recording says before any calibration. @throws ProblemError */
export const processRecording = (machineId: string, file: File): Promise<RecordingSummary> => sendGzipped(`machines/${machineId}/process`, file);
