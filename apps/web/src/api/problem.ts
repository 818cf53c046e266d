import type { FieldProblem, Problem } from '@tare/contract';

/** A request that did not work, with the sentence to show and the fields at fault. */
export class ProblemError extends Error {
  override readonly name = 'ProblemError';
  constructor(
    readonly problem: Problem,
    /** True when no answer came at all: the same request may be sent again. */
    readonly unreachable: boolean,
  ) {
    super(problem.detail);
  }

  get fields(): readonly FieldProblem[] {
    return this.problem.errors ?? [];
  }
}

export const UNREACHABLE: Problem = {
  type: 'about:blank',
  title: 'No answer',
  status: 0,
  detail: 'Tare’s server does not answer. What you typed is kept here; try again when it is back.',
};
