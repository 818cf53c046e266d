import { HttpException } from '@nestjs/common';
import type { FieldProblem, Problem } from '@tare/contract';
import { CoreError } from '@tare/core';

const TITLES: Readonly<Record<number, string>> = {
  400: 'Something in this entry cannot be',
  401: 'Who is it?',
  403: 'Not from there',
  404: 'Not here',
  409: 'Somebody was faster',
  410: 'No longer here',
  415: 'Not like that',
  413: 'Too much at once',
  422: 'This cannot be done',
  429: 'Too many at once',
  502: 'It does not answer',
  503: 'Not ready',
};

/** A refusal with a sentence for the person who asked, sent as RFC 9457 problem details. */
export class ProblemException extends HttpException {
  constructor(status: number, detail: string, errors?: readonly FieldProblem[]) {
    super(problem(status, detail, errors), status);
  }
}

/** A question before anything is done. */
export class AskException extends HttpException {
  constructor(status: 401 | 409, detail: string, ask: NonNullable<Problem['ask']>) {
    super({ ...problem(status, detail), ask }, status);
  }
}

export function problem(status: number, detail: string, errors?: readonly FieldProblem[]): Problem {
  return { type: 'about:blank', title: TITLES[status] ?? 'This did not work', status, detail, ...(errors ? { errors } : {}) };
}

/** Does some work of the core; what it complains of is at a field below `place`. @throws ProblemException 400 for a CoreError */
export function asFieldOf<T>(place: string, work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof CoreError) throw fieldProblem(error.field === '' ? place : `${place}.${error.field}`, error.message);
    throw error;
  }
}

/** A 400 that points at one field. */
export const fieldProblem = (field: string, message: string): ProblemException => new ProblemException(400, message, [{ field, message }]);
