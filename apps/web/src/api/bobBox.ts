import { useMutation, useQuery, useQueryClient, type UseMutationResult, type UseQueryResult } from '@tanstack/react-query';
import type { BobBoxChange, BobBoxEntry, Shop, ShopUsual } from '@tare/contract';
import { request } from './client.js';
import type { ProblemError } from './problem.js';
import { retryUnreachable } from './queries.js';

const KEY = ['bob-box'];

export const useBobBox = (): UseQueryResult<BobBoxEntry, ProblemError> =>
  useQuery({ queryKey: KEY, queryFn: () => request<BobBoxEntry>('GET', 'bob-box') });

export function useBobBoxChange(): UseMutationResult<BobBoxEntry, ProblemError, BobBoxChange> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (change) => request<BobBoxEntry>('PUT', 'bob-box', change),
    retry: retryUnreachable,
    onSuccess: (entry) => queries.setQueryData(KEY, entry),
  });
}

/** Changes the factor and the oil that new jobs start with. */
export function useShopUsual(): UseMutationResult<Shop, ProblemError, ShopUsual> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (usual) => request<Shop>('PUT', 'shop/usual', usual),
    retry: retryUnreachable,
    onSuccess: (shop) => queries.setQueryData(['shop'], shop),
  });
}
