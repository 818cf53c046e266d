import { Body, type PipeTransform } from '@nestjs/common';
import { check } from '@tare/contract';
import type Joi from 'joi';
import { ProblemException } from './problem.js';

class SchemaPipe<T> implements PipeTransform<unknown, T> {
  constructor(private readonly schema: Joi.Schema<T>) {}

  transform(input: unknown): T {
    return checked(this.schema, input);
  }
}

/** @throws ProblemException 400 with a path and a sentence for every complaint */
export function checked<T>(schema: Joi.Schema<T>, input: unknown): T {
  // A body that nobody parsed is no body at all, whatever the schema makes of undefined.
  if (input === undefined) throw new ProblemException(400, 'The request has no body that can be read: it has to be JSON.');
  const result = check(schema, input);
  if (result.ok) return result.value;
  throw new ProblemException(400, result.problems.map((p) => p.message).join(' '), result.problems);
}

/** The request's body, checked by a schema of the contract before the handler sees it. */
export const CheckedBody = <T>(schema: Joi.Schema<T>): ParameterDecorator => Body(new SchemaPipe(schema));
