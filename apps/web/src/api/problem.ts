import type { FieldProblem, Problem } from '@tare/contract';

/** A request that did not work, with the sentence to show and the fields at fault. */
export class ProblemError extends Error {
  override readonly name = 'ProblemError';
  constructor(
    readonly problem: Problem,
    /** No answer, or one that says the fault is not in what was sent: the same request may be sent again. */
    readonly isFault: boolean,
  ) {
    super(problem.detail);
  }

  get fields(): readonly FieldProblem[] {
    return this.problem.errors ?? [];
  }
}

/** What the server asks back; undefined where it asks nothing, or the fault is another. */
export const askedBack = (error: unknown): Problem['ask'] | undefined => (error instanceof ProblemError ? error.problem.ask : undefined);

export const UNREACHABLE: Problem = {
  type: 'about:blank',
  title: 'No answer',
  status: 0,
  detail: 'Tare’s server does not answer. What you typed is kept here; try again when it is back.',
};

/** 502 is another program that Tare asked in vain, a machine or a scale: the person who asked decides what then. */
const ANSWERED_FOR_ANOTHER = 502;

/** Nobody at the bench, too slow, too many: another try may go through. */
const PASSING = [401, 408, 429];

/** Whether an answer's status is a fault that passes, and not a refusal of what was sent. */
export const isFaultStatus = (status: number): boolean => PASSING.includes(status) || (status >= 500 && status !== ANSWERED_FOR_ANOTHER);
