import { useMutation, useQuery, useQueryClient, type UseMutationResult, type UseQueryResult } from '@tanstack/react-query';
import type { NewPracticeCut, NewTool, Tool } from '@tare/contract';
import { request } from './client.js';
import type { ProblemError } from './problem.js';
import { retryUnreachable } from './queries.js';

const KEY = ['tools'];

export const useTools = (): UseQueryResult<Tool[], ProblemError> => useQuery({ queryKey: KEY, queryFn: () => request<Tool[]>('GET', 'tools') });

type ToolEntry = { readonly tool: NewTool } | { readonly practice: NewPracticeCut; readonly toolId: string };

/** Puts a tool in the drawer, or logs a practice cut with one. */
export function useToolEntry(): UseMutationResult<unknown, ProblemError, ToolEntry> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (entry) =>
      'tool' in entry ? request('POST', 'tools', entry.tool) : request('POST', `tools/${entry.toolId}/practice-cuts`, entry.practice),
    retry: retryUnreachable,
    onSuccess: () => queries.invalidateQueries({ queryKey: KEY }),
  });
}

/** The rates change with every weighing after a timed cut. */
export function useRefreshTools(): () => void {
  const queries = useQueryClient();
  return () => void queries.invalidateQueries({ queryKey: KEY });
}
