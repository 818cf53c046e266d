import { CoreError } from '@tare/core';
import type Joi from 'joi';
import { check } from './messages.js';

/**
 * What a file of JSON says, checked by its schema.
 * @param brought older versions brought to the one that the schema is of
 * @throws CoreError that names what is wrong with it, and where
 */
export function readJsonFile<T>(text: string, schema: Joi.ObjectSchema<T>, brought: (file: unknown) => unknown = (file) => file): T {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch (error) {
    throw new CoreError(`The file is not JSON: ${(error as Error).message}.`, '');
  }
  const checked = check(schema, brought(file));
  if (!checked.ok) throw new CoreError(checked.problems[0]!.message, checked.problems[0]!.field);
  return checked.value;
}
