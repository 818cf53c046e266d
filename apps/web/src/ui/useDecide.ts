import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { DecisionBody, DecisionEntry, NewDecision, Said } from '@tare/contract';
import { latestOn, type DecisionValues, type SingleDecision } from '@tare/core';
import { useState } from 'react';
import { ask } from '../api/client.js';
import type { ProblemError } from '../api/problem.js';
import { answerDecision, jobKey, ownDecision, retryFault, showDecision, withdrawDecision } from '../api/queries.js';
import { useSheet } from '../shell/JobContext.js';
import { useWho } from './WhoFirst.js';

export interface Decide {
  /** Records a person's choice on the open job; does nothing while nobody said who is at the bench. */
  readonly decide: (body: DecisionBody & { readonly said?: Said }, onKept?: () => void) => void;
  /** The same for a choice that many small ones make up, such as boxes that are ticked: by what it is with all that were made here so far. */
  readonly change: <K extends SingleDecision>(subject: K, next: (now: DecisionValues[K] | undefined) => DecisionValues[K]) => void;
  /** The same as `decide` for whoever waits for the answer; throws what the server refuses. */
  readonly decided: (body: DecisionBody & { readonly said?: Said }) => Promise<DecisionEntry>;
  /** Nobody is at the bench, or the last choice is still on its way. */
  readonly blocked: boolean;
  readonly error: ProblemError | null;
}

/**
 * How a choice on the open job is kept: against the version on the screen, so that nobody's choice is lost unseen. It shows at once,
 * and is withdrawn when the server refuses it. Those of one window go out one after the other, each against the one before: two that
 * overtook each other would refuse one another.
 */
export function useDecide(): Decide {
  const { id: jobId, decisions } = useSheet();
  const personId = useWho();
  const queries = useQueryClient();
  // Of whichever was refused, also where the next one is on its way.
  const [error, setError] = useState<ProblemError | null>(null);
  const entry = useMutation<DecisionEntry, ProblemError, NewDecision>({
    scope: { id: `decisions.${jobId}` },
    mutationFn: (body) => ask('POST jobs/:jobId/decisions', { ids: { jobId }, body }),
    retry: retryFault,
    onMutate: ({ subject, value, personId: by, baseVersion }) => {
      setError(null);
      const shown = { value, version: baseVersion + 1, personId: by, at: new Date().toISOString() };
      return showDecision(queries, jobId, subject, shown, decisions[subject]);
    },
    onSuccess: (made, { subject }) => answerDecision(queries, jobId, subject, made),
    onError: async (refusal, { subject, baseVersion }) => {
      setError(refusal);
      await withdrawDecision(queries, jobId, subject, baseVersion + 1);
      // What stood in its way may be on record, and not yet on this screen.
      void queries.invalidateQueries({ queryKey: jobKey(jobId) });
    },
    onSettled: () => queries.invalidateQueries({ queryKey: ['jobs'] }),
  });
  const shownVersion = (subject: string): number => Math.max(decisions[subject]?.version ?? 0, ownDecision(jobId, subject)?.version ?? 0);
  const stamped = (body: DecisionBody, by: string): NewDecision => ({
    id: crypto.randomUUID(),
    personId: by,
    baseVersion: shownVersion(body.subject),
    ...body,
  });
  const decide: Decide['decide'] = (body, onKept) => {
    if (personId === null) return;
    entry.mutateAsync(stamped(body, personId)).then(
      () => onKept?.(),
      () => undefined,
    );
  };
  return {
    decide,
    change: (subject, next) => {
      const mine = ownDecision(jobId, subject);
      const isAhead = mine !== undefined && mine.version > (decisions[subject]?.version ?? 0);
      decide({ subject, value: next(latestOn(isAhead ? { [subject]: mine } : decisions, subject)) } as unknown as DecisionBody);
    },
    decided: (body) => (personId === null ? Promise.reject(new Error('Nobody is at the bench.')) : entry.mutateAsync(stamped(body, personId))),
    blocked: personId === null || entry.isPending,
    error,
  };
}
