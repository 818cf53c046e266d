import { useMutation, useQuery, useQueryClient, type UseMutationResult, type UseQueryResult } from '@tanstack/react-query';
import type { ShopToolsChange, ShopToolsEntry } from '@tare/contract';
import { request } from './client.js';
import type { ProblemError } from './problem.js';
import { retryUnreachable } from './queries.js';

const KEY = ['shop-tools'];

export const useShopTools = (): UseQueryResult<ShopToolsEntry, ProblemError> =>
  useQuery({ queryKey: KEY, queryFn: () => request<ShopToolsEntry>('GET', 'shop-tools') });

export function useShopToolsChange(): UseMutationResult<ShopToolsEntry, ProblemError, ShopToolsChange> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (change) => request<ShopToolsEntry>('PUT', 'shop-tools', change),
    retry: retryUnreachable,
    onSuccess: (entry) => queries.setQueryData(KEY, entry),
  });
}
