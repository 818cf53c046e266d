import { checkLimits, CoreError, JOURNAL_GROUPS, type CrankLimits } from '@tare/core';
import Joi from 'joi';
import { crankLimitsSchema } from './inspect.js';
import { readJsonFile } from './readJsonFile.js';

/** Limits of a crank as they travel in a file; docs/formats.md describes it. No maker's data ships. */
export interface LimitsFile {
  /** The engine they are of. */
  readonly name: string;
  readonly limits: CrankLimits;
}

const FORMAT = 'tare-crank-limits';
const VERSION = 1;

const fileSchema = Joi.object<{ format: string; version: number; name: string; limits: CrankLimits }>({
  format: Joi.string().valid(FORMAT).required().label('The file’s format'),
  version: Joi.number().valid(VERSION).required().label('The file’s version'),
  name: Joi.string().max(120).allow('').default('').label('The engine’s name'),
  limits: crankLimitsSchema.required().label('The limits'),
});

/** The file's text, two blanks deep. */
export const writeLimitsFile = ({ name, limits }: LimitsFile): string =>
  `${JSON.stringify({ format: FORMAT, version: VERSION, name, limits }, null, 2)}\n`;

/**
 * Reads a file of limits.
 * @throws CoreError that names what is wrong with it, and where
 */
export function readLimitsFile(text: string): LimitsFile {
  const { name, limits } = readJsonFile(text, fileSchema);
  checkCrankLimits(limits);
  return { name, limits };
}

/** @throws CoreError where a low limit lies over its high one, or the crank lies on one main */
export function checkCrankLimits({ mains, pins, endFloat, blocks }: CrankLimits): void {
  const groups = { mains, pins };
  for (const group of JOURNAL_GROUPS) {
    checkLimits(groups[group], `the ${group}`, `${group}.lowMm`);
    const { fillet, width } = groups[group];
    if (fillet) checkLimits(fillet, `the fillets of the ${group}`, `${group}.fillet.lowMm`);
    if (width) checkLimits(width, `the width of the ${group}`, `${group}.width.lowMm`);
    checkLimits(groups[group].clearance, `the clearance of the ${group}`, `${group}.clearance.lowMm`);
  }
  checkLimits(endFloat, 'the end float', 'endFloat.lowMm');
  if (blocks[0] === blocks[1]) throw new CoreError('The crank has to lie on two different mains.', 'blocks.1');
}
