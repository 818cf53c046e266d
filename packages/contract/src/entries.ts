import {
  CRANK_ITEMS,
  PART_KINDS,
  type Arrival,
  type ArrivalKey,
  MEASURES,
  ROD_SCHOOLS,
  type RodSchool,
  type CrankHole,
  type JobSpec,
  type Measure,
} from '@tare/core';
import Joi from 'joi';
import { idSchema, named } from './ids.js';
import { SOURCES, type Source } from './instruments.js';
import { jobSpecSchema } from './jobSpec.js';

/** Who makes an entry; every entry says so. */
interface ByPerson {
  readonly personId: string;
}
const personId = named(idSchema, 'Who is at the bench');

export interface NewJob extends ByPerson {
  readonly id: string;
  readonly spec: JobSpec;
}
export const newJobSchema = Joi.object<NewJob, true>({ id: idSchema, personId, spec: jobSpecSchema.required() });

/** A changed spec; `baseVersion` is the version that was on the screen, so that nobody's change is lost unseen. */
export interface SpecChange extends ByPerson {
  readonly baseVersion: number;
  readonly spec: JobSpec;
}
export const specChangeSchema = Joi.object<SpecChange, true>({
  personId,
  baseVersion: Joi.number().integer().min(1).required(),
  spec: jobSpecSchema.required(),
});

export interface Removal extends ByPerson {
  readonly reason: string;
}
export const removalSchema = Joi.object<Removal, true>({ personId, reason: named(Joi.string().pattern(/\S/).max(300).required(), 'The reason') });

export interface NewReading extends ByPerson {
  readonly id: string;
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
}
export const newReadingSchema = Joi.object<NewReading, true>({
  id: idSchema,
  personId,
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
});

/** Several readings in one go, all or none: what a file brings in. */
export interface ReadingBatch {
  readonly readings: readonly NewReading[];
}
export const readingBatchSchema = Joi.object<ReadingBatch>({
  readings: named(Joi.array().items(newReadingSchema).min(1).max(2000).required(), 'The readings'),
});

/** The zeros seen before and after a placement. */
export interface NewZero extends ByPerson {
  readonly beforeG: number;
  readonly afterG: number;
}
export const newZeroSchema = Joi.object<NewZero, true>({
  personId,
  beforeG: named(Joi.number().min(-1000).max(1000).required(), 'The zero before'),
  afterG: named(Joi.number().min(-1000).max(1000).required(), 'The zero after'),
});

/** What a cut was meant to take, by what is weighed of the part, g. */
export interface CutRemoval {
  readonly mass?: number;
  readonly bigEnd?: number;
  readonly smallEnd?: number;
}

export interface NewPartCut extends ByPerson {
  readonly id: string;
  readonly partId: string;
  /** Left out when nobody said. */
  readonly removal?: CutRemoval;
}
const removedG = named(Joi.number().min(0).max(5000), 'What was to come off');
export const newPartCutSchema = Joi.object<NewPartCut>({
  id: idSchema,
  personId,
  partId: idSchema,
  removal: Joi.object({ mass: removedG, bigEnd: removedG, smallEnd: removedG }),
});

/** What is noted of a part besides its weight. */
export interface PartMarks {
  /** Another one will come in its place: like a damaged part, it is no reference. */
  readonly replace: boolean;
  /** Pressed on its pin: weighed before pressing, or as an assembly. */
  readonly pressed: boolean;
  /** Selected to another part of this job, and kept together with it. */
  readonly keptWithId: string | null;
  /** Oversize above, undersize below zero, mm. */
  readonly sizeMm: number;
}
export const NO_MARKS: PartMarks = { replace: false, pressed: false, keptWithId: null, sizeMm: 0 };

const ARRIVAL_KEYS: readonly ArrivalKey[] = [...PART_KINDS, ...CRANK_ITEMS];
const noteOf = (name: string): Joi.StringSchema => named(Joi.string().max(300).allow('').required(), name);
const arrivalSchema = named(
  Joi.object<Arrival, true>({
    count: named(Joi.number().integer().min(0).max(99).required(), 'The number found'),
    condition: noteOf('The condition'),
    marks: noteOf('The marks'),
  }),
  'What was found',
);
const partMarksSchema = named(
  Joi.object<PartMarks, true>({
    replace: named(Joi.boolean().required(), 'To be replaced'),
    pressed: named(Joi.boolean().required(), 'Pressed on its pin'),
    keptWithId: Joi.string().uuid().allow(null).required(),
    sizeMm: named(Joi.number().min(-5).max(5).required(), 'The oversize'),
  }),
  'The part’s marks',
);

/** What a person can decide on a job besides its spec. The latest decision on a subject holds. */
export type DecisionBody =
  | { readonly subject: 'bob.factorRatio'; readonly value: number }
  | { readonly subject: 'bob.oilG'; readonly value: number }
  | { readonly subject: 'weigh.rodSchool'; readonly value: RodSchool }
  | { readonly subject: `arrival.${ArrivalKey}`; readonly value: Arrival }
  | { readonly subject: `part.marks.${string}`; readonly value: PartMarks }
  | { readonly subject: 'bob.acceptedG'; readonly value: readonly number[] | null }
  | { readonly subject: `part.damaged.${string}`; readonly value: boolean };

export type NewDecision = ByPerson & { readonly id: string; readonly baseVersion: number } & DecisionBody;

const decisionOn = (subject: Joi.StringSchema, value: Joi.Schema): Joi.ObjectSchema =>
  Joi.object({ id: idSchema, personId, baseVersion: Joi.number().integer().min(0).required(), subject: subject.required(), value: value.required() });

const PART_MARKS = /^part\.marks\.[0-9a-f-]{36}$/;
const DAMAGED = /^part\.damaged\.[0-9a-f-]{36}$/;
const decisionSchemas: readonly [RegExp, Joi.ObjectSchema][] = [
  [/^bob\.factorRatio$/, decisionOn(Joi.string().valid('bob.factorRatio'), named(Joi.number().min(0).max(1), 'The balance factor (0 to 1)'))],
  [/^bob\.oilG$/, decisionOn(Joi.string().valid('bob.oilG'), named(Joi.number().min(0).max(100), 'The oil allowance'))],
  [
    /^bob\.acceptedG$/,
    decisionOn(
      Joi.string().valid('bob.acceptedG'),
      named(Joi.array().items(Joi.number().min(0).max(100000)).max(16).allow(null), 'The accepted bob weights'),
    ),
  ],
  [/^weigh\.rodSchool$/, decisionOn(Joi.string().valid('weigh.rodSchool'), named(Joi.string().valid(...ROD_SCHOOLS), 'The school of weighing rods'))],
  [/^arrival\./, decisionOn(Joi.string().valid(...ARRIVAL_KEYS.map((key) => `arrival.${key}`)), arrivalSchema)],
  [PART_MARKS, decisionOn(Joi.string().pattern(PART_MARKS), partMarksSchema)],
  [DAMAGED, decisionOn(Joi.string().pattern(DAMAGED), named(Joi.boolean(), 'Damaged'))],
];

/** The schema of a decision is chosen by its subject, so that a complaint is about that subject and no other. */
export const newDecisionSchema = Joi.alternatives<NewDecision>().conditional(Joi.ref('.subject'), {
  switch: decisionSchemas.map(([pattern, schema]) => ({ is: Joi.string().pattern(pattern).required(), then: schema })),
  otherwise: Joi.object({
    subject: named(
      Joi.string()
        .valid('bob.factorRatio', 'bob.oilG', 'bob.acceptedG', 'weigh.rodSchool', 'arrival.<item>', 'part.marks.<part id>', 'part.damaged.<part id>')
        .required(),
      'What is decided',
    ),
  }).unknown(),
});

export interface SpinRequest extends ByPerson {
  readonly id: string;
  readonly speedRpm: number;
  readonly turns: number;
  /** The guard-and-fasteners caution was confirmed by the person at the machine. */
  readonly cautionsConfirmed: true;
}
export const spinRequestSchema = Joi.object<SpinRequest, true>({
  id: idSchema,
  personId,
  speedRpm: named(Joi.number().min(100).max(1500).required(), 'The balancing speed'),
  turns: named(Joi.number().integer().min(10).max(1000).required(), 'The number of turns'),
  cautionsConfirmed: Joi.boolean()
    .valid(true)
    .required()
    .messages({ 'any.only': 'Confirm the guard and the fasteners before the spin.' })
    .label('The guard and the fasteners'),
});

const crankHole = {
  counterweightId: named(Joi.string().max(40).required(), 'The counterweight'),
  angleDeg: named(Joi.number().min(0).less(360).required(), 'The angle'),
  bitMm: named(Joi.number().greater(0).max(100).required(), 'The bit'),
  pointAngleDeg: named(Joi.number().min(60).max(180).required(), 'The point angle'),
  depthMm: named(Joi.number().greater(0).max(500).required(), 'The depth'),
};
export const crankHoleSchema = Joi.object<CrankHole, true>(crankHole);

export interface NewPlan extends ByPerson {
  readonly id: string;
  readonly spinId: string;
  readonly holes: readonly CrankHole[];
}
export const newPlanSchema = Joi.object<NewPlan>({
  id: idSchema,
  personId,
  spinId: idSchema,
  holes: named(Joi.array().items(crankHoleSchema).min(1).max(12).required(), 'The holes'),
});

export interface NewHole extends CrankHole, ByPerson {
  readonly id: string;
  /** The planned hole that this one carries out; null for a hole drilled without a plan. */
  readonly planId: string | null;
  readonly planIndex: number | null;
}
export const newHoleSchema = Joi.object<NewHole, true>({
  id: idSchema,
  personId,
  planId: Joi.string().uuid().allow(null).required(),
  planIndex: Joi.number().integer().min(0).max(11).allow(null).required(),
  ...crankHole,
});

export interface NewSignOff extends ByPerson {
  readonly id: string;
}
export const newSignOffSchema = Joi.object<NewSignOff, true>({ id: idSchema, personId });

/** What a person does at the stand-in scale. */
export type ScaleCommand =
  { readonly word: 'PUT'; readonly jobId: string; readonly partId: string; readonly measure: Measure } | { readonly word: 'LIFT' | 'TAP' | 'ZERO' };
export const scaleCommandSchema = Joi.object<ScaleCommand>({
  word: Joi.string().valid('PUT', 'LIFT', 'TAP', 'ZERO').required(),
  jobId: Joi.string().uuid(),
  partId: Joi.string().uuid(),
  measure: Joi.string().valid(...MEASURES),
}).when(Joi.object({ word: Joi.valid('PUT') }).unknown(), {
  then: Joi.object({ jobId: Joi.required(), partId: Joi.required(), measure: Joi.required() }),
});
