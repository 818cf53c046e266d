import {
  queryOptions,
  useMutation,
  useQuery,
  useQueryClient,
  type QueryClient,
  type UseMutationResult,
  type UseQueryResult,
} from '@tanstack/react-query';
import type { JobLine, JobSheet, NewReading, ReadingEntry, Shop } from '@tare/contract';
import { request } from './client.js';
import type { ProblemError } from './problem.js';

export const jobKey = (jobId: string): readonly string[] => ['job', jobId];

export const useShop = (): UseQueryResult<Shop, ProblemError> => useQuery({ queryKey: ['shop'], queryFn: () => request<Shop>('GET', 'shop') });

// What queryOptions returns carries the key's and the data's types; written out it would be longer than the rest.
// eslint-disable-next-line @typescript-eslint/explicit-function-return-type
export const jobsQuery = (q: string) =>
  queryOptions<JobLine[], ProblemError>({ queryKey: ['jobs', q], queryFn: () => request<JobLine[]>('GET', `jobs?q=${encodeURIComponent(q)}`) });

/** The job list; while a search is on its way, the lines before it stay. */
export const useJobs = (q: string): UseQueryResult<JobLine[], ProblemError> => useQuery({ ...jobsQuery(q), placeholderData: (before) => before });

export const useJob = (jobId: string): UseQueryResult<JobSheet, ProblemError> =>
  useQuery({ queryKey: jobKey(jobId), queryFn: () => request<JobSheet>('GET', `jobs/${jobId}`) });

/** An entry for a job's ledgers; the sheet is read again once it is in. Its body carries its own id, so a retry is safe. */
export interface Entry {
  readonly method?: 'POST' | 'PUT';
  readonly path: string;
  readonly body: unknown;
}

export function useEntry(jobId: string): UseMutationResult<unknown, ProblemError, Entry> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ method = 'POST', path, body }: Entry) => request<unknown>(method, `jobs/${jobId}/${path}`, body),
    retry: retryUnreachable,
    onSuccess: () => Promise.all([queries.invalidateQueries({ queryKey: jobKey(jobId) }), queries.invalidateQueries({ queryKey: ['jobs'] })]),
  });
}

/**
 * Puts what the server has acknowledged into the sheet on screen. A sheet that is on its way may have been read before
 * that, and would take the reading away again: it is not waited for; word of the change has the sheet read once more.
 */
export async function putReading(queries: QueryClient, jobId: string, entry: ReadingEntry): Promise<void> {
  await queries.cancelQueries({ queryKey: jobKey(jobId) });
  queries.setQueryData<JobSheet>(jobKey(jobId), (sheet) => sheet && { ...sheet, readings: withReading(sheet.readings, entry) });
}

function withReading(readings: readonly ReadingEntry[], entry: ReadingEntry): ReadingEntry[] {
  const known = readings.some((r) => r.id === entry.id);
  return known ? readings.map((r) => (r.id === entry.id ? entry : r)) : [...readings, entry];
}

/** Captures a reading; the sheet on screen gets the entry without being read again, so that Enter is never slow. */
export function useCapture(jobId: string): UseMutationResult<ReadingEntry, ProblemError, NewReading> {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (reading: NewReading) => request<ReadingEntry>('POST', `jobs/${jobId}/readings`, reading),
    retry: retryUnreachable,
    onSuccess: (entry) => putReading(queries, jobId, entry),
  });
}

export const retryUnreachable = (failures: number, error: ProblemError): boolean => error.unreachable && failures < 2;
