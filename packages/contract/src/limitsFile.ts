import { checkLimits, CoreError, JOURNAL_GROUPS, latestOn, type CrankLimits, type DecisionValues, type Limits } from '@tare/core';
import Joi from 'joi';
import { boreLimitsSchema } from './bores.js';
import { deckLimitsSchema } from './deck.js';
import { crankLimitsSchema } from './inspect.js';
import { pinLimitsSchema } from './pins.js';
import { readJsonFile } from './readJsonFile.js';
import { rodLimitsSchema } from './rods.js';

/** What of an engine has limits, and the decision that keeps them. */
export const LIMIT_SUBJECTS = {
  crank: 'inspect.limits',
  rods: 'rods.limits',
  bores: 'bores.limits',
  pins: 'pins.limits',
  decks: 'deck.limits',
} as const;
type LimitsOf = keyof typeof LIMIT_SUBJECTS;
const PARTS = Object.keys(LIMIT_SUBJECTS) as LimitsOf[];

/** The limits of an engine, as far as they were typed. */
export type EngineLimits = { readonly [P in LimitsOf]?: NonNullable<DecisionValues[(typeof LIMIT_SUBJECTS)[P]]> };

/** Limits of an engine as they travel in a file; docs/formats.md describes it. No maker's data ships. */
export interface LimitsFile {
  /** The engine they are of. */
  readonly name: string;
  readonly limits: EngineLimits;
}

const FORMAT = 'tare-engine-limits';
/** Files of a crank alone, as they were written first. */
const CRANK_FORMAT = 'tare-crank-limits';
const VERSION = 1;

interface FileRead {
  readonly format: string;
  readonly version: number;
  readonly name: string;
  readonly limits: EngineLimits | CrankLimits;
}

const fileSchema = Joi.object<FileRead>({
  format: Joi.string().valid(FORMAT, CRANK_FORMAT).required().label('The file’s format'),
  version: Joi.number().valid(VERSION).required().label('The file’s version'),
  name: Joi.string().max(120).allow('').default('').label('The engine’s name'),
  limits: Joi.when('format', {
    is: CRANK_FORMAT,
    then: crankLimitsSchema.required(),
    otherwise: Joi.object({
      crank: crankLimitsSchema,
      rods: rodLimitsSchema,
      bores: boreLimitsSchema,
      pins: pinLimitsSchema,
      decks: deckLimitsSchema,
    })
      .min(1)
      .required(),
  }).label('The limits'),
});

/** What a job's decisions say of limits. */
export function limitsOf(decided: Parameters<typeof latestOn>[0]): EngineLimits {
  const found = PARTS.map((part) => [part, latestOn(decided, LIMIT_SUBJECTS[part]) ?? null] as const);
  return Object.fromEntries(found.filter(([, limits]) => limits !== null));
}

/** The file's text, two blanks deep. */
export const writeLimitsFile = ({ name, limits }: LimitsFile): string =>
  `${JSON.stringify({ format: FORMAT, version: VERSION, name, limits }, null, 2)}\n`;

/**
 * Reads a file of limits.
 * @throws CoreError that names what is wrong with it, and where
 */
export function readLimitsFile(text: string): LimitsFile {
  const { format, name, limits: read } = readJsonFile(text, fileSchema);
  const limits: EngineLimits = format === CRANK_FORMAT ? { crank: read as CrankLimits } : (read as EngineLimits);
  const { crank, ...others } = limits;
  if (crank) checkCrankLimits(crank);
  checkBands(others, '');
  return { name, limits };
}

const isBand = (value: object): value is Limits => 'lowMm' in value && 'highMm' in value;

/** Every band of it, by where it stands. */
function checkBands(value: object, at: string): void {
  if (isBand(value)) checkLimits(value, at, `${at}.lowMm`);
  for (const [key, one] of Object.entries(value))
    if (typeof one === 'object' && one !== null) checkBands(one as object, at === '' ? key : `${at}.${key}`);
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
