import {
  CoreError,
  cylinderOf,
  MEASURES,
  PART_KINDS,
  PART_SCHOOLS,
  ROD_SCHOOLS,
  SAMPLES,
  type JobChoices,
  type JobFigures,
  type JobSpec,
  type Measure,
  type PartFact,
  type PartKind,
  type PartSchool,
  type RodSchool,
  type Sample,
} from '@tare/core';
import Joi from 'joi';
import { extraLinesSchema, factorSchema, oilSchema } from './bobs.js';
import type { DecisionBody } from './decisions.js';
import type { NewReading } from './entries.js';
import { named } from './ids.js';
import { jobSpecSchema } from './jobSpec.js';
import { readJsonFile } from './readJsonFile.js';
import type { JobSheet } from './sheets.js';

/** A placement as it is handed over: parts are called by their kind and cylinder, since ids are a shop's own. */
export interface HandedReading {
  readonly kind: PartKind;
  readonly cylinder: number;
  readonly measure: Measure;
  readonly valueG: number;
  /** The cylinder whose part the scale was tared on; null for a weight outright. */
  readonly differenceFrom: number | null;
}

/** A job as one shop hands it to another: what was agreed, how it is weighed, and every placement of its parts as they are now. docs/formats.md describes it. */
export interface HandOver {
  readonly shopName: string;
  readonly jobNumber: number;
  readonly spec: JobSpec;
  readonly weighs: { readonly rodSchool: RodSchool; readonly partSchool: PartSchool; readonly sample: Sample };
  readonly bobs: Pick<JobChoices['bobChoices'], 'factorRatio' | 'oilG' | 'extras'>;
  readonly readings: readonly HandedReading[];
}

const FORMAT = 'tare-hand-over';
const VERSION = 1;
/** Some placements of every part of the largest engine. */
const MOST_READINGS = 2000;

const readingSchema = Joi.object<HandedReading, true>({
  kind: named(
    Joi.string()
      .valid(...PART_KINDS)
      .required(),
    'The kind of part',
  ),
  cylinder: named(Joi.number().integer().min(1).max(32).required(), 'The cylinder'),
  measure: named(
    Joi.string()
      .valid(...MEASURES)
      .required(),
    'What was weighed',
  ),
  valueG: named(Joi.number().min(-20000).max(20000).required(), 'The reading'),
  differenceFrom: named(Joi.number().integer().min(1).max(32).allow(null).required(), 'The part that the scale was tared on'),
});

const fileSchema = Joi.object<HandOver & { readonly format: string; readonly version: number }>({
  format: named(Joi.string().valid(FORMAT).required(), 'The file’s format'),
  version: named(Joi.number().valid(VERSION).required(), 'The file’s version'),
  shopName: named(Joi.string().max(200).allow('').required(), 'The shop'),
  jobNumber: named(Joi.number().integer().min(0).required(), 'The job’s number'),
  spec: jobSpecSchema.required(),
  weighs: Joi.object({
    rodSchool: named(Joi.string().valid(...ROD_SCHOOLS), 'The school of weighing rods').required(),
    partSchool: named(Joi.string().valid(...PART_SCHOOLS), 'The school of weighing parts').required(),
    sample: named(Joi.string().valid(...SAMPLES), 'Which parts were weighed').required(),
  }).required(),
  bobs: Joi.object({ factorRatio: factorSchema.required(), oilG: oilSchema.required(), extras: extraLinesSchema.required() }).required(),
  readings: named(Joi.array().items(readingSchema).max(MOST_READINGS).required(), 'The readings'),
});

/** What is handed over of a job: of a part that was cut, its placements since; of one that was cut and not weighed since, none. */
export function handOverOf(sheet: JobSheet, { weighed }: Pick<JobFigures, 'weighed'>, shopName: string, spec: JobSpec): HandOver {
  const { rodSchool, partSchool, sample = 'every' } = sheet.weighChoices;
  const { factorRatio, oilG, extras } = sheet.bobChoices;
  // Where an extra part runs, those of its kind are numbered by where they run: there are no others on the other side.
  const exchanged = new Set(weighed.parts.flatMap(({ part }) => (part.extra ? [part.kind] : [])));
  const numberOf = (part: PartFact): number => (exchanged.has(part.kind) ? cylinderOf(part) : part.cylinder);
  const referenceOf = (partId: string | null): number | null => {
    const reference = weighed.parts.find(({ part }) => part.id === partId);
    return reference ? numberOf(reference.part) : null;
  };
  const readings = weighed.parts.flatMap(({ part, lastCutId, needsReweighing }) =>
    needsReweighing
      ? []
      : sheet.readings
          .filter((r) => r.partId === part.id && !r.voided && r.cutId === lastCutId)
          .map(({ measure, valueG, referencePartId }): HandedReading => ({
            kind: part.kind,
            cylinder: numberOf(part),
            measure,
            valueG,
            differenceFrom: referenceOf(referencePartId),
          })),
  );
  return { shopName, jobNumber: sheet.number, spec, weighs: { rodSchool, partSchool, sample }, bobs: { factorRatio, oilG, extras }, readings };
}

/** The file's text, two blanks deep. */
export const writeHandOver = (handOver: HandOver): string => `${JSON.stringify({ format: FORMAT, version: VERSION, ...handOver }, null, 2)}\n`;

/**
 * Reads a file that another shop handed over.
 * @throws CoreError that names what is wrong with it, and where
 */
export function readHandOver(text: string): HandOver {
  const { format: _format, version: _version, ...handOver } = readJsonFile(text, fileSchema);
  const foreign = handOver.readings.find(({ cylinder }) => !handOver.spec.layout.cylinders.some(({ number }) => number === cylinder));
  if (foreign) throw new CoreError(`The file has a reading of cylinder ${foreign.cylinder}, which its engine does not have.`, 'readings');
  return handOver;
}

/** A placement as it is written in the shop that takes it in, but for its id and who takes it in. */
export type TakenReading = Omit<NewReading, 'id' | 'personId'>;

/**
 * The placements of some kinds on the parts of a job here.
 * @throws CoreError where the engine here has another number of cylinders
 */
export function readingsTakenIn({ readings, spec }: HandOver, parts: readonly PartFact[], kinds: readonly PartKind[]): TakenReading[] {
  const idOf = (kind: PartKind, cylinder: number | null): string | null =>
    parts.find((part) => part.kind === kind && part.cylinder === cylinder)?.id ?? null;
  const here = new Set(parts.filter(({ extra }) => !extra).map(({ cylinder }) => cylinder)).size;
  if (here !== spec.layout.cylinders.length)
    throw new CoreError(
      `The file is of an engine with ${spec.layout.cylinders.length} cylinders, and this one has ${here}.`,
      'spec.layout.cylinders',
    );
  return readings
    .filter(({ kind }) => kinds.includes(kind))
    .flatMap(({ kind, cylinder, measure, valueG, differenceFrom }): TakenReading[] => {
      const partId = idOf(kind, cylinder);
      return partId === null
        ? []
        : [{ partId, measure, valueG, cutId: null, ...(differenceFrom === null ? {} : { referencePartId: idOf(kind, differenceFrom) }) }];
    });
}

/** What was chosen there, as the first choices of a job here. */
export const choicesTakenIn = ({ weighs, bobs }: HandOver): DecisionBody[] => [
  { subject: 'weigh.rodSchool', value: weighs.rodSchool },
  { subject: 'weigh.partSchool', value: weighs.partSchool },
  { subject: 'weigh.sample', value: weighs.sample },
  { subject: 'bob.factorRatio', value: bobs.factorRatio },
  { subject: 'bob.oilG', value: bobs.oilG },
  { subject: 'bob.extras', value: bobs.extras },
];
