import { createParamDecorator, type ExecutionContext } from '@nestjs/common';
import { check } from '@tare/contract';
import type { Request } from 'express';
import type Joi from 'joi';
import { makerOf } from '../access/maker.js';
import { ProblemException } from './problem.js';

/**
 * @param personId who makes the entry: goes into it
 * @throws ProblemException 400 with a path and a sentence for every complaint
 */
export function checked<T>(schema: Joi.Schema<T>, input: unknown, personId: string | null): T {
  // A body that nobody parsed is no body at all, whatever the schema makes of undefined.
  if (input === undefined) throw new ProblemException(400, 'The request has no body that can be read: it has to be JSON.');
  const result = check(schema, input, personId);
  if (result.ok) return result.value;
  throw new ProblemException(400, result.problems.map((p) => p.message).join(' '), result.problems);
}

/** The request's body, checked by a schema of the contract before the handler sees it, with who makes it in it. */
export const CheckedBody = createParamDecorator((schema: Joi.Schema, context: ExecutionContext): unknown => {
  const request = context.switchToHttp().getRequest<Request>();
  return checked<unknown>(schema, request.body, makerOf(request));
});
