import { checkCrank, type Crank } from '@tare/core';
import Joi from 'joi';
import { crankSchema } from './crankMetal.js';
import { readJsonFile } from './readJsonFile.js';

/** A crank's metal as it travels in a file; docs/formats.md describes it. */
export interface CrankFile {
  readonly name: string;
  readonly crank: Crank;
}

const FORMAT = 'tare-crank';
const VERSION = 2;
/** Until then a hole that the crank came with was told by the fields it had; it had no id and no face. */
const BEFORE_CUTS_HAD_KINDS = 1;

const fileSchema = Joi.object<{ format: string; version: number; name: string; crank: Crank }>({
  format: Joi.string().valid(FORMAT).required().label('The file’s format'),
  version: Joi.number().valid(BEFORE_CUTS_HAD_KINDS, VERSION).required().label('The file’s version'),
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
  const { name, crank } = readJsonFile(text, fileSchema, withKinds);
  checkCrank(crank);
  return { name, crank };
}

interface OldHole {
  readonly axialRadiusMm?: number | null;
}
interface OldFile {
  readonly version?: unknown;
  readonly crank?: { readonly found?: unknown };
}

/** A file of the first version with the holes of its crank as they are told now; anything else as it is, for the check to judge. */
function withKinds(file: unknown): unknown {
  const { version, crank } = (file ?? {}) as OldFile;
  if (version !== BEFORE_CUTS_HAD_KINDS || !Array.isArray(crank?.found)) return file;
  const found = (crank.found as OldHole[]).map(({ axialRadiusMm, ...hole }, i) => ({
    ...hole,
    id: `found-${i + 1}`,
    ...(axialRadiusMm == null ? { kind: 'radial', zMm: null } : { kind: 'face', face: null, radiusMm: axialRadiusMm }),
  }));
  return { ...(file as object), crank: { ...crank, found } };
}
