import { useQuery, useQueryClient, type UseQueryResult } from '@tanstack/react-query';
import type { Tool } from '@tare/contract';
import { ask } from './client.js';
import type { ProblemError } from './problem.js';

const KEY = ['tools'];

export const useTools = (): UseQueryResult<Tool[], ProblemError> => useQuery({ queryKey: KEY, queryFn: () => ask('GET tools', {}) });

/** The rates change with every weighing after a timed cut. */
export function useRefreshTools(): () => void {
  const queries = useQueryClient();
  return () => void queries.invalidateQueries({ queryKey: KEY });
}
