import { queryOptions, useQuery, type QueryClient, type UseQueryResult } from '@tanstack/react-query';
import type { DecisionEntry, JobLine, JobRecord, MeasurementEntry, Shop, VoidEntry, WrittenReading } from '@tare/contract';
import { ask } from './client.js';
import type { ProblemError } from './problem.js';

export const jobKey = (jobId: string): readonly string[] => ['job', jobId];

/** What is known of the shop already, without asking for it: the frame asks, and a field that asked again would withdraw its answer. */
export const useKnownShop = (): Shop | undefined =>
  useQuery<Shop, ProblemError>({ queryKey: ['shop'], queryFn: () => ask('GET shop', {}), enabled: false }).data;
export const useShop = (): UseQueryResult<Shop, ProblemError> => useQuery({ queryKey: ['shop'], queryFn: () => ask('GET shop', {}) });

// What queryOptions returns carries the key's and the data's types; written out it would be longer than the rest.
// eslint-disable-next-line @typescript-eslint/explicit-function-return-type
export const jobsQuery = (q: string) =>
  queryOptions<JobLine[], ProblemError>({ queryKey: ['jobs', q], queryFn: () => ask('GET jobs', { search: { q } }) });

/** The job list; while a search is on its way, the lines before it stay. */
export const useJobs = (q: string): UseQueryResult<JobLine[], ProblemError> => useQuery({ ...jobsQuery(q), placeholderData: (before) => before });

// eslint-disable-next-line @typescript-eslint/explicit-function-return-type
export const jobQuery = (jobId: string) =>
  queryOptions<JobRecord, ProblemError>({
    queryKey: jobKey(jobId),
    queryFn: async () => withUnanswered(await ask('GET jobs/:jobId', { ids: { jobId } })),
  });

export const useJob = (jobId: string): UseQueryResult<JobRecord, ProblemError> => useQuery(jobQuery(jobId));

/**
 * Changes the record on screen by what the server has acknowledged. A record that is on its way may have been read before that, and
 * would take the entry away again: it is not waited for, and read once more, since it was fetched for what somebody else wrote.
 */
async function changeRecord(queries: QueryClient, jobId: string, change: (record: JobRecord) => JobRecord): Promise<void> {
  const queryKey = jobKey(jobId);
  // The first record is still to come: it is what opens the job, so it is let come, and read once more for what it may lack.
  if (queries.getQueryData(queryKey) === undefined) {
    const first = queries.getQueryCache().find({ queryKey })?.promise;
    void first?.then(
      () => queries.invalidateQueries({ queryKey }),
      () => undefined,
    );
    return;
  }
  const wasOnItsWay = queries.isFetching({ queryKey }) > 0;
  await queries.cancelQueries({ queryKey });
  queries.setQueryData<JobRecord>(queryKey, (record) => record && change(record));
  if (wasOnItsWay) void queries.invalidateQueries({ queryKey });
}

/** Puts an entry where one of its id is, or last. */
const withEntry = <T extends { readonly id: string }>(entries: readonly T[], entry: T): readonly T[] =>
  entries.some(({ id }) => id === entry.id) ? entries.map((one) => (one.id === entry.id ? entry : one)) : [...entries, entry];

export const putReading = (queries: QueryClient, jobId: string, reading: WrittenReading): Promise<void> =>
  changeRecord(queries, jobId, (record) => ({ ...record, readings: withEntry(record.readings, reading) }));

export const putMeasurement = (queries: QueryClient, jobId: string, measurement: MeasurementEntry): Promise<void> =>
  changeRecord(queries, jobId, (record) => ({ ...record, measurements: withEntry(record.measurements, measurement) }));

export const putVoid = (queries: QueryClient, jobId: string, word: VoidEntry): Promise<void> =>
  changeRecord(queries, jobId, (record) => ({ ...record, voids: withEntry(record.voids, word) }));

/** Puts a decision in place; undefined takes it away. */
const putDecision = (queries: QueryClient, jobId: string, subject: string, decision: DecisionEntry | undefined): Promise<void> =>
  changeRecord(queries, jobId, ({ decisions: { [subject]: _, ...decisions }, ...record }) => ({
    ...record,
    decisions: decision ? { ...decisions, [subject]: decision } : decisions,
  }));

/** A choice of this window. */
interface OwnDecision {
  readonly shown: DecisionEntry;
  readonly isAnswered: boolean;
  /** What stood there before the first that is not answered. */
  readonly before: DecisionEntry | undefined;
}
const own = new Map<string, Map<string, OwnDecision>>();

/** What this window chose last on a subject, answered or not: the record on the screen may not have it yet. */
export const ownDecision = (jobId: string, subject: string): DecisionEntry | undefined => own.get(jobId)?.get(subject)?.shown;

/**
 * Shows a choice that is on its way: a record that is read meanwhile, and may lack it, does not take it away again.
 * @param before what stands there now
 */
export function showDecision(
  queries: QueryClient,
  jobId: string,
  subject: string,
  shown: DecisionEntry,
  before: DecisionEntry | undefined,
): Promise<void> {
  const ofJob = own.get(jobId) ?? new Map<string, OwnDecision>();
  const last = ofJob.get(subject);
  own.set(jobId, ofJob.set(subject, { shown, isAnswered: false, before: last?.isAnswered === false ? last.before : before }));
  return putDecision(queries, jobId, subject, shown);
}

/** Puts what a choice came to in its place, unless a later one is shown there. */
export async function answerDecision(queries: QueryClient, jobId: string, subject: string, made: DecisionEntry): Promise<void> {
  if ((ownDecision(jobId, subject)?.version ?? 0) > made.version) return;
  own.get(jobId)?.set(subject, { shown: made, isAnswered: true, before: undefined });
  await putDecision(queries, jobId, subject, made);
}

/** Takes a choice back that was refused. Where a later one is shown, that one builds on it, will be refused too, and takes both back. */
export async function withdrawDecision(queries: QueryClient, jobId: string, subject: string, refusedVersion: number): Promise<void> {
  const last = own.get(jobId)?.get(subject);
  if (last === undefined || last.shown.version > refusedVersion) return;
  own.get(jobId)!.delete(subject);
  await putDecision(queries, jobId, subject, last.before);
}

/** A record with the choices that were made and are not answered yet. */
export function withUnanswered(record: JobRecord): JobRecord {
  const missing = [...(own.get(record.id) ?? [])].flatMap(([subject, { shown, isAnswered }]) =>
    !isAnswered && (record.decisions[subject]?.version ?? 0) < shown.version ? [[subject, shown] as const] : [],
  );
  return missing.length === 0 ? record : { ...record, decisions: { ...record.decisions, ...Object.fromEntries(missing) } };
}

/** What passes is tried twice more; a question waits for its answer. */
export const retryFault = (failures: number, error: ProblemError): boolean => error.isFault && error.problem.ask === undefined && failures < 2;
