import {
  MEASURES,
  PART_METALS,
  SINGLE_KINDS,
  type Cut,
  type HungPiece,
  type JobSpec,
  type Measure,
  type PartMetal,
  type PlaneUnbalance,
  type SingleKind,
} from '@tare/core';
import Joi from 'joi';
import { amendsSchema, change, reasonSchema, write, type Amends, type Change, type Write } from './byPerson.js';
import { cutSchema } from './crankMetal.js';
import { idSchema, named } from './ids.js';
import { SOURCES, type Source } from './instruments.js';
import { jobSpecSchema } from './jobSpec.js';
import { hungPiecesSchema, weightsSchema } from './spins.js';

export interface NewJob extends Write {
  readonly spec: JobSpec;
}
export const newJobSchema = Joi.object<NewJob, true>({ ...write, spec: jobSpecSchema.required() });

export interface SpecChange extends Change {
  readonly spec: JobSpec;
}
export const specChangeSchema = Joi.object<SpecChange, true>({ ...change, spec: jobSpecSchema.required() });

/** Takes a job off the list, or an entry out of a record, with the reason. */
export interface Removal extends Write {
  readonly reason: string;
}
export const removalSchema = Joi.object<Removal, true>({ ...write, reason: reasonSchema });
/** Takes back one's own last entry, while nothing followed it. */
export const undoSchema = Joi.object<Write, true>(write);

export interface NewReading extends Write {
  readonly partId: string;
  readonly measure: Measure;
  readonly valueG: number;
  /** The cut that the part was weighed after; null before any. */
  readonly cutId: string | null;
  /** The instrument it came from; left out when nobody said. */
  readonly instrumentId?: string | null;
  readonly source?: Source;
  /** Set when the value is a signed difference from this part. */
  readonly referencePartId?: string | null;
  /** The reading that it stands in for. */
  readonly amends?: Amends;
}
export const newReadingSchema = Joi.object<NewReading>({
  ...write,
  partId: idSchema,
  measure: named(
    Joi.string()
      .valid(...MEASURES)
      .required(),
    'What was weighed',
  ),
  valueG: named(Joi.number().required(), 'The reading'),
  cutId: Joi.string().uuid().allow(null).required(),
  instrumentId: Joi.string().uuid().allow(null),
  source: named(Joi.string().valid(...SOURCES), 'Where the reading came from'),
  referencePartId: Joi.string().uuid().allow(null),
  amends: amendsSchema,
});

/** Several readings in one go, all or none: what a file brings in. */
export interface ReadingBatch extends Write {
  readonly readings: readonly NewReading[];
}
export const readingBatchSchema = Joi.object<ReadingBatch>({
  ...write,
  readings: named(Joi.array().items(newReadingSchema).min(1).max(2000).required(), 'The readings'),
});

/** The zeros seen before and after a placement. */
export interface NewZero extends Write {
  readonly beforeG: number;
  readonly afterG: number;
}
export const newZeroSchema = Joi.object<NewZero, true>({
  ...write,
  beforeG: named(Joi.number().min(-1000).max(1000).required(), 'The zero before'),
  afterG: named(Joi.number().min(-1000).max(1000).required(), 'The zero after'),
});

/** What a cut was meant to take, by what is weighed of the part, g. */
export interface CutRemoval {
  readonly mass?: number;
  /** Of a rod that is weighed as a whole. */
  readonly total?: number;
  readonly bigEnd?: number;
  readonly smallEnd?: number;
}

export interface NewPartCut extends Write {
  readonly partId: string;
  /** Left out when nobody said. */
  readonly removal?: CutRemoval;
  /** The tool it was cut with, and for how long: what its rate is learned from. */
  readonly toolId?: string | null;
  readonly seconds?: number | null;
  /** What it is made of, where the cut was timed. */
  readonly metal?: PartMetal | null;
  /** A new part has come in this one's place. */
  readonly replaced?: boolean;
  /** Somebody else logged a cut of this part within the minute, and this is another one. */
  readonly another?: true;
  /** The cut that it stands in for. */
  readonly amends?: Amends;
}
/** The answer to "is this the same one?": no, another. */
const another = Joi.boolean().valid(true);
// An end can gain: metal off beyond a bore's centre makes the other end read heavier.
const removedG = named(Joi.number().min(-500).max(5000), 'What was to come off');
const cutMetal = named(Joi.string().valid(...PART_METALS), 'The metal');
const cutSeconds = named(Joi.number().greater(0).max(7200), 'The time of the cut');
export const newPartCutSchema = Joi.object<NewPartCut>({
  ...write,
  another,
  amends: amendsSchema,
  partId: idSchema,
  removal: Joi.object({ mass: removedG, total: removedG, bigEnd: removedG, smallEnd: removedG }),
  toolId: Joi.string().uuid().allow(null),
  seconds: cutSeconds.allow(null),
  metal: cutMetal.allow(null),
  replaced: named(Joi.boolean(), 'Replaced'),
});

/** Several parts that were cut or exchanged in one go, all or none: a set of new pistons, rods back from the machinist. */
export interface PartCutBatch extends Write {
  readonly cuts: readonly NewPartCut[];
  /** Somebody else logged the like of one of them within the minute, and these are other ones. */
  readonly another?: true;
}
export const partCutBatchSchema = Joi.object<PartCutBatch>({
  ...write,
  another,
  cuts: named(Joi.array().items(newPartCutSchema).min(1).max(64).required(), 'The parts'),
});

/** A part beyond what the engine needs: a ninth piston. */
export interface NewSpare extends Write {
  readonly kind: SingleKind;
}
export const newSpareSchema = Joi.object<NewSpare, true>({
  ...write,
  kind: named(
    Joi.string()
      .valid(...SINGLE_KINDS)
      .required(),
    'The kind of part',
  ),
});

export type SpareRemoval = Write;
export const spareRemovalSchema = Joi.object<SpareRemoval, true>(write);

/** A tool with one bit: together they have a rate. */
export interface NewTool extends Write {
  readonly name: string;
  readonly bit: string;
}
export const newToolSchema = Joi.object<NewTool, true>({
  ...write,
  name: named(Joi.string().pattern(/\S/).max(80).required(), 'The tool’s name'),
  bit: named(Joi.string().pattern(/\S/).max(80).required(), 'The bit'),
});

/** A cut on scrap, weighed before and after. */
export interface NewPracticeCut extends Write {
  readonly grams: number;
  readonly seconds: number;
  readonly metal: PartMetal;
}
export const newPracticeCutSchema = Joi.object<NewPracticeCut, true>({
  ...write,
  grams: named(Joi.number().greater(0).max(500).required(), 'What came off'),
  seconds: cutSeconds.required(),
  metal: cutMetal.required(),
});

/** Holes of a plan, and every rim taken down before them. */
const MOST_CUTS = 44;

export interface NewPlan extends Write {
  readonly spinId: string;
  readonly holes: readonly Cut[];
}
export const newPlanSchema = Joi.object<NewPlan>({
  ...write,
  spinId: idSchema,
  holes: named(Joi.array().items(cutSchema).min(1).max(MOST_CUTS).required(), 'The holes'),
});

export interface NewHole extends Write {
  /** As it was really made. */
  readonly cut: Cut;
  /** The planned hole that this one carries out; null for a hole drilled without a plan. */
  readonly planId: string | null;
  readonly planIndex: number | null;
  /** What its chips weighed; left out where nobody did. */
  readonly chipsG?: number | null;
  readonly note?: string;
  /** The spin that it was made before, where it is logged only now; left out for after the last. */
  readonly beforeSpinId?: string;
  /** Somebody else logged a hole like it within the minute, and this is another one. */
  readonly another?: true;
  /** The hole that it stands in for. */
  readonly amends?: Amends;
}
export const newHoleSchema = Joi.object<NewHole>({
  ...write,
  another,
  amends: amendsSchema,
  chipsG: named(Joi.number().greater(0).max(5000).allow(null), 'The chips'),
  note: named(Joi.string().max(500).allow(''), 'The note'),
  beforeSpinId: Joi.string().uuid(),
  planId: Joi.string().uuid().allow(null).required(),
  planIndex: Joi.number().integer().min(0).less(MOST_CUTS).allow(null).required(),
  cut: cutSchema.required(),
});

/** Known weights that are said to have hung on the crank in a spin: g·mm in the spin’s planes, or pieces where they sat. */
export interface NewHungWeight extends Write {
  readonly spinId: string;
  readonly hung?: PlaneUnbalance;
  readonly pieces?: readonly HungPiece[];
  /** What was said before, that it stands in for. */
  readonly amends?: Amends;
}
export const newHungWeightSchema = Joi.object<NewHungWeight>({
  ...write,
  spinId: idSchema,
  hung: weightsSchema,
  pieces: hungPiecesSchema.min(1),
  amends: amendsSchema,
})
  .xor('hung', 'pieces')
  .messages({ 'object.missing': 'Say what hung on the crank.', 'object.xor': 'Say what hung on the crank once: in the planes, or piece by piece.' });

export const newSignOffSchema = Joi.object<Write, true>(write);

/** A picture of a part, a spin or a cut; the picture itself is the request's body, these are its query. */
export interface NewPhoto extends Write {
  readonly partId?: string;
  /** Of the spin or the hole. */
  readonly entryId?: string;
}
export const newPhotoSchema = Joi.object<NewPhoto>({ ...write, partId: Joi.string().uuid(), entryId: Joi.string().uuid() })
  .xor('partId', 'entryId')
  .messages({ 'object.missing': 'Say what the picture is of.', 'object.xor': 'A picture is of one thing.' });
export const photoRemovalSchema = Joi.object<Write, true>(write);

/** How good the stand-in scale is; its own source says what each means. */
export interface StandinCharacter {
  readonly divisionG: number;
  readonly noiseG: number;
  readonly driftGPerMin: number;
  readonly settlingS: number;
  readonly placeG: number;
  readonly levelErrorG: number;
}
const standinCharacterSchema = Joi.object<StandinCharacter, true>({
  divisionG: named(Joi.number().min(0.01).max(10).required(), 'The division'),
  noiseG: named(Joi.number().min(0).max(10).required(), 'The noise'),
  driftGPerMin: named(Joi.number().min(-10).max(10).required(), 'The drift'),
  settlingS: named(Joi.number().min(0.01).max(10).required(), 'The settling time'),
  placeG: named(Joi.number().min(0).max(10).required(), 'The scatter from where the part stands'),
  levelErrorG: named(Joi.number().min(-10).max(10).required(), 'The level error of the fixture'),
});

/** What a person does at the stand-in scale. */
export type ScaleCommand =
  | { readonly word: 'PUT'; readonly jobId: string; readonly partId: string; readonly measure: Measure }
  | { readonly word: 'BECOME'; readonly character: StandinCharacter }
  | { readonly word: 'LIFT' | 'TAP' | 'ZERO' };
export const scaleCommandSchema = Joi.object<ScaleCommand>({
  word: Joi.string().valid('PUT', 'BECOME', 'LIFT', 'TAP', 'ZERO').required(),
  jobId: Joi.string().uuid(),
  partId: Joi.string().uuid(),
  measure: Joi.string().valid(...MEASURES),
  character: standinCharacterSchema,
})
  .when(Joi.object({ word: Joi.valid('PUT') }).unknown(), {
    then: Joi.object({ jobId: Joi.required(), partId: Joi.required(), measure: Joi.required() }),
  })
  .when(Joi.object({ word: Joi.valid('BECOME') }).unknown(), { then: Joi.object({ character: Joi.required() }) });
