import { HttpException } from '@nestjs/common';
import type { FieldProblem, Problem } from '@tare/contract';

const TITLES: Readonly<Record<number, string>> = {
  400: 'Something in this entry cannot be',
  404: 'Not here',
  409: 'Somebody was faster',
  410: 'No longer here',
  422: 'This cannot be done',
  503: 'It does not answer',
};

/** A refusal with a sentence for the person who asked, sent as RFC 9457 problem details. */
export class ProblemException extends HttpException {
  constructor(status: number, detail: string, errors?: readonly FieldProblem[]) {
    super(problem(status, detail, errors), status);
  }
}

export function problem(status: number, detail: string, errors?: readonly FieldProblem[]): Problem {
  return { type: 'about:blank', title: TITLES[status] ?? 'This did not work', status, detail, ...(errors ? { errors } : {}) };
}

/** A 400 that points at one field. */
export const fieldProblem = (field: string, message: string): ProblemException => new ProblemException(400, message, [{ field, message }]);
