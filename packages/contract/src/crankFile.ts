import { checkCrank, CoreError, type Crank } from '@tare/core';
import Joi from 'joi';
import { crankSchema } from './crankMetal.js';
import { check } from './messages.js';

/** A crank's metal as it travels in a file; docs/formats.md describes it. */
export interface CrankFile {
  readonly name: string;
  readonly crank: Crank;
}

const FORMAT = 'tare-crank';
const VERSION = 1;

const fileSchema = Joi.object<{ format: string; version: number; name: string; crank: Crank }>({
  format: Joi.string().valid(FORMAT).required().label('The file’s format'),
  version: Joi.number().valid(VERSION).required().label('The file’s version'),
  name: Joi.string().max(120).allow('').default('').label('The crank’s name'),
  crank: crankSchema.required().label('The crank'),
});

/** The file's text, two blanks deep. */
export const writeCrankFile = ({ name, crank }: CrankFile): string =>
  `${JSON.stringify({ format: FORMAT, version: VERSION, name, crank }, null, 2)}\n`;

/**
 * Reads a crank file.
 * @throws CoreError that names what is wrong with it, and where
 */
export function readCrankFile(text: string): CrankFile {
  let file: unknown;
  try {
    file = JSON.parse(text);
  } catch (error) {
    throw new CoreError(`The file is not JSON: ${(error as Error).message}.`, '');
  }
  const checked = check(fileSchema, file);
  if (!checked.ok) throw new CoreError(checked.problems[0]!.message, checked.problems[0]!.field);
  checkCrank(checked.value.crank);
  return { name: checked.value.name, crank: checked.value.crank };
}
