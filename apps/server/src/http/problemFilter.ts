import { Catch, HttpException, Inject, Injectable, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Problem } from '@tare/contract';
import { CoreError } from '@tare/core';
import type { Response } from 'express';
import type { Logger } from 'pino';
import { MachineError } from '../spins/balancingMachine.js';
import { databaseProblem } from './databaseProblem.js';
import { problem } from './problem.js';

/** Token of the server's log. */
export const LOG = Symbol('LOG');

/** Refusals that come from the framework, before any handler of ours saw the request. */
const SENTENCES: Readonly<Record<number, string>> = {
  400: 'The request could not be read: it has to be JSON.',
  404: 'There is nothing at this address.',
  413: 'That is more than Tare takes in one go.',
};

/** What is sent again before that would find the same. */
const RETRY_AFTER_S = 2;

/** Turns every failure into problem details; what nobody foresaw is logged in full and told in one sentence. */
@Catch()
@Injectable()
export class ProblemFilter implements ExceptionFilter {
  constructor(@Inject(LOG) private readonly log: Pick<Logger, 'error'>) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const answer = this.told(error);
    if (answer.status === 503) response.setHeader('Retry-After', RETRY_AFTER_S);
    // An answer that has begun can say no more than that it is over; its handler tells in it what it can.
    if (response.headersSent) response.end();
    else response.status(answer.status).type('application/problem+json').json(answer);
  }

  /** What to say of a failure; whatever nobody foresaw is logged, whether or not an answer has begun. */
  told(error: unknown): Problem {
    if (error instanceof CoreError) return problem(400, error.message, [{ field: error.field, message: error.message }]);
    if (error instanceof MachineError) return problem(502, error.message);
    if (error instanceof HttpException) {
      const body = error.getResponse();
      if (typeof body === 'object' && 'detail' in body) return body as Problem;
      const status = error.getStatus();
      return problem(status, SENTENCES[status] ?? error.message);
    }
    const said = databaseProblem(error);
    if (said) return problem(said.status, said.detail);
    this.log.error({ err: error }, 'unforeseen');
    return problem(500, 'Something went wrong at Tare’s end. Nothing was recorded; try again.');
  }
}
