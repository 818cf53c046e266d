import type { DecisionBody } from '@tare/contract';
import type { ProblemError } from '../api/problem.js';
import { useEntry } from '../api/queries.js';
import { useOpenJob } from '../shell/JobContext.js';
import { useWho } from './WhoFirst.js';

export interface Decide {
  /** Records a person's choice on the open job; does nothing while nobody said who is at the bench. */
  readonly decide: (body: DecisionBody, onKept?: () => void) => void;
  /** Nobody is at the bench, or the last choice is still on its way. */
  readonly blocked: boolean;
  readonly error: ProblemError | null;
}

/** How a choice on the open job is kept: against the version on the screen, so that nobody's choice is lost unseen. */
export function useDecide(): Decide {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const entry = useEntry(sheet.id);
  return {
    decide: (body, onKept) => {
      if (personId === null) return;
      const baseVersion = sheet.decisions[body.subject]?.version ?? 0;
      entry.mutate({ path: 'decisions', body: { id: crypto.randomUUID(), personId, baseVersion, ...body } }, { onSuccess: () => onKept?.() });
    },
    blocked: personId === null || entry.isPending,
    error: entry.error,
  };
}
