import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { DecisionBody, DecisionEntry, NewDecision, Said } from '@tare/contract';
import { ask } from '../api/client.js';
import type { ProblemError } from '../api/problem.js';
import { answerDecision, jobKey, retryFault, showDecision } from '../api/queries.js';
import { useSheet } from '../shell/JobContext.js';
import { useWho } from './WhoFirst.js';

export interface Decide {
  /** Records a person's choice on the open job; does nothing while nobody said who is at the bench. */
  readonly decide: (body: DecisionBody & { readonly said?: Said }, onKept?: () => void) => void;
  /** The same for whoever waits for the answer, and may know a later version than the screen; throws what the server refuses. */
  readonly decided: (body: DecisionBody & { readonly said?: Said; readonly baseVersion?: number }) => Promise<DecisionEntry>;
  /** Nobody is at the bench, or the last choice is still on its way. */
  readonly blocked: boolean;
  readonly error: ProblemError | null;
}

/**
 * How a choice on the open job is kept: against the version on the screen, so that nobody's choice is lost unseen. It shows at once,
 * and is withdrawn when the server refuses it.
 */
export function useDecide(): Decide {
  const { id: jobId, decisions } = useSheet();
  const personId = useWho();
  const queries = useQueryClient();
  const entry = useMutation<DecisionEntry, ProblemError, NewDecision, DecisionEntry | undefined>({
    mutationFn: (body) => ask('POST jobs/:jobId/decisions', { ids: { jobId }, body }),
    retry: retryFault,
    onMutate: async ({ subject, value, personId: by, baseVersion }) => {
      const before = decisions[subject];
      await showDecision(queries, jobId, subject, { value, version: baseVersion + 1, personId: by, at: new Date().toISOString() });
      return before;
    },
    onSuccess: (made, { subject }) => answerDecision(queries, jobId, subject, made),
    onError: async (_, { subject }, before) => {
      await answerDecision(queries, jobId, subject, before);
      // What stood in its way may be on record, and not yet on this screen.
      void queries.invalidateQueries({ queryKey: jobKey(jobId) });
    },
    onSettled: () => queries.invalidateQueries({ queryKey: ['jobs'] }),
  });
  const stamped = (body: DecisionBody, by: string): NewDecision => ({
    id: crypto.randomUUID(),
    personId: by,
    baseVersion: decisions[body.subject]?.version ?? 0,
    ...body,
  });
  return {
    decide: (body, onKept) => {
      if (personId !== null) entry.mutate(stamped(body, personId), { onSuccess: () => onKept?.() });
    },
    decided: (body) => (personId === null ? Promise.reject(new Error('Nobody is at the bench.')) : entry.mutateAsync(stamped(body, personId))),
    blocked: personId === null || entry.isPending,
    error: entry.error,
  };
}
