import { useMutation, useQuery, useQueryClient, type UseMutationResult, type UseQueryResult } from '@tanstack/react-query';
import type { ReachAnswer, ShopDevice } from '@tare/contract';
import { ask } from './client.js';
import type { ProblemError } from './problem.js';

const DEVICES = ['devices'];
const REACH = ['reach'];

export const useDevices = (): UseQueryResult<ShopDevice[], ProblemError> => useQuery({ queryKey: DEVICES, queryFn: () => ask('GET devices', {}) });

/** How other devices get here. */
export const useReach = (): UseQueryResult<ReachAnswer, ProblemError> => useQuery({ queryKey: REACH, queryFn: () => ask('GET reach', {}) });

/** Asks for this device to be let in. */
export function useJoin(): UseMutationResult<ShopDevice, ProblemError, { readonly name: string; readonly code: string }> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body) => ask('POST devices', { body: { id: crypto.randomUUID(), ...body } }),
    // Everything was refused before.
    onSuccess: () => queries.invalidateQueries(),
  });
}

export function useRevoke(): UseMutationResult<unknown, ProblemError, { readonly deviceId: string; readonly personId: string }> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ deviceId, personId }) => ask('POST devices/:deviceId/revocation', { ids: { deviceId }, body: { personId } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: DEVICES }),
  });
}

export function useNewCode(): UseMutationResult<unknown, ProblemError, { readonly personId: string }> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body) => ask('POST devices/new-code', { body }),
    onSuccess: () => queries.invalidateQueries({ queryKey: REACH }),
  });
}
