import {
  type BobWeighIn,
  type ExtraLine,
  type Supports,
  CRANK_ITEMS,
  MATCH_BASES,
  PART_KINDS,
  PART_SCHOOLS,
  SINGLE_KINDS,
  type Arrival,
  type ArrivalKey,
  MEASURES,
  ROD_SCHOOLS,
  type PartKind,
  type PartSchool,
  type RodSchool,
  type CrankHole,
  type HoleBefore,
  type Slug,
  type FixedTarget,
  type MatchChoices,
  type TargetGroup,
  type JobSpec,
  type Measure,
} from '@tare/core';
import Joi from 'joi';
import {
  bobBuildSchema,
  bobsMountedSchema,
  bobWeighInSchema,
  extraLinesSchema,
  factorSchema,
  oilSchema,
  type BobBuildChoice,
  type BobsMounted,
} from './bobs.js';
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
  /** The tool it was cut with, and for how long: what its rate is learned from. */
  readonly toolId?: string | null;
  readonly seconds?: number | null;
  /** A new part has come in this one's place. */
  readonly replaced?: boolean;
}
// An end can gain: metal off beyond a bore's centre makes the other end read heavier.
const removedG = named(Joi.number().min(-500).max(5000), 'What was to come off');
const cutSeconds = named(Joi.number().greater(0).max(7200), 'The time of the cut');
export const newPartCutSchema = Joi.object<NewPartCut>({
  id: idSchema,
  personId,
  partId: idSchema,
  removal: Joi.object({ mass: removedG, bigEnd: removedG, smallEnd: removedG }),
  toolId: Joi.string().uuid().allow(null),
  seconds: cutSeconds.allow(null),
  replaced: named(Joi.boolean(), 'Replaced'),
});

/** A tool with one bit: together they have a rate. */
export interface NewTool extends ByPerson {
  readonly id: string;
  readonly name: string;
  readonly bit: string;
}
export const newToolSchema = Joi.object<NewTool, true>({
  id: idSchema,
  personId,
  name: named(Joi.string().pattern(/\S/).max(80).required(), 'The tool’s name'),
  bit: named(Joi.string().pattern(/\S/).max(80).required(), 'The bit'),
});

/** A cut on scrap, weighed before and after. */
export interface NewPracticeCut extends ByPerson {
  readonly id: string;
  readonly grams: number;
  readonly seconds: number;
}
export const newPracticeCutSchema = Joi.object<NewPracticeCut, true>({
  id: idSchema,
  personId,
  grams: named(Joi.number().greater(0).max(500).required(), 'What came off'),
  seconds: cutSeconds.required(),
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

const ARRIVAL_KEYS: readonly ArrivalKey[] = [...SINGLE_KINDS, ...CRANK_ITEMS];
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
  | { readonly subject: 'bob.extras'; readonly value: readonly ExtraLine[] }
  | { readonly subject: 'bob.build'; readonly value: BobBuildChoice | null }
  /** A finished bob on the scale, by its pin counted from 1. */
  | { readonly subject: `bob.weighIn.${number}`; readonly value: BobWeighIn }
  | { readonly subject: 'bob.mounted'; readonly value: BobsMounted }
  /** Where the crank lies in the machine. */
  | { readonly subject: 'spin.supports'; readonly value: Supports }
  | { readonly subject: 'weigh.rodSchool'; readonly value: RodSchool }
  | { readonly subject: 'weigh.partSchool'; readonly value: PartSchool }
  /** The part that the scale is tared on for a kind; null for weights outright. */
  | { readonly subject: `weigh.reference.${PartKind}`; readonly value: string | null }
  | { readonly subject: 'match.choices'; readonly value: MatchChoices }
  /** Where swapped parts run, by part; a part that is not in it stays in its own cylinder. */
  | { readonly subject: 'match.arrangement'; readonly value: Readonly<Record<string, number>> }
  /** A target that no longer follows the lightest; null lets it follow again. */
  | { readonly subject: `match.target.${TargetGroup}`; readonly value: FixedTarget | null }
  /** What was decided about a part that was cut too far, by its last cut. */
  | { readonly subject: `match.wayOut.${string}`; readonly value: { readonly way: string; readonly note: string } }
  | { readonly subject: `arrival.${ArrivalKey}`; readonly value: Arrival }
  | { readonly subject: `part.marks.${string}`; readonly value: PartMarks }
  | { readonly subject: 'bob.acceptedG'; readonly value: readonly number[] | null }
  | { readonly subject: `part.damaged.${string}`; readonly value: boolean };

export type NewDecision = ByPerson & { readonly id: string; readonly baseVersion: number } & DecisionBody;

const decisionOn = (subject: Joi.StringSchema, value: Joi.Schema): Joi.ObjectSchema =>
  Joi.object({ id: idSchema, personId, baseVersion: Joi.number().integer().min(0).required(), subject: subject.required(), value: value.required() });

/** Bobs are numbered to their pins, 1 to 16. */
const WEIGH_IN = /^bob\.weighIn\.([1-9]|1[0-6])$/;
const WAY_OUT = /^match\.wayOut\.[0-9a-f-]{36}$/;
const limitRatio = (name: string): Joi.NumberSchema => named(Joi.number().greater(0).max(0.2).required(), name);
const stationMm = (name: string): Joi.NumberSchema => named(Joi.number().min(-500).max(2000).allow(null).required(), name);
const matchChoicesSchema = Joi.object<MatchChoices>({
  basis: named(
    Joi.string()
      .valid(...MATCH_BASES)
      .required(),
    'What is matched',
  ),
  pistonPads: named(Joi.number().valid(2, 4).required(), 'The pads of a piston'),
  pistonLimitRatio: limitRatio('The limit of a piston (a share of its weight)'),
  pinLimitRatio: limitRatio('The limit of a pin (a share of its weight)'),
  rodEndLimitRatio: limitRatio('The limit of a rod’s end (a share of its weight)'),
  bigPadMm: stationMm('The cap pad’s station'),
  smallPadMm: stationMm('The small-end pad’s station'),
  lockedCylinders: named(Joi.array().items(Joi.number().integer().min(1).max(32)).unique().required(), 'The locked cylinders'),
});
const PART_MARKS = /^part\.marks\.[0-9a-f-]{36}$/;
const DAMAGED = /^part\.damaged\.[0-9a-f-]{36}$/;
const decisionSchemas: readonly [RegExp, Joi.ObjectSchema][] = [
  [/^bob\.factorRatio$/, decisionOn(Joi.string().valid('bob.factorRatio'), factorSchema)],
  [/^bob\.oilG$/, decisionOn(Joi.string().valid('bob.oilG'), oilSchema)],
  [/^bob\.extras$/, decisionOn(Joi.string().valid('bob.extras'), extraLinesSchema)],
  [/^bob\.build$/, decisionOn(Joi.string().valid('bob.build'), bobBuildSchema)],
  [WEIGH_IN, decisionOn(Joi.string().pattern(WEIGH_IN), bobWeighInSchema)],
  [
    /^spin\.supports$/,
    decisionOn(
      Joi.string().valid('spin.supports'),
      Joi.object<Supports, true>({
        zLeftMm: named(Joi.number().min(-5000).max(5000).required(), 'The left support'),
        zRightMm: named(Joi.number().min(-5000).max(5000).required(), 'The right support'),
      }),
    ),
  ],
  [/^bob\.mounted$/, decisionOn(Joi.string().valid('bob.mounted'), bobsMountedSchema)],
  [
    /^bob\.acceptedG$/,
    decisionOn(
      Joi.string().valid('bob.acceptedG'),
      named(Joi.array().items(Joi.number().min(0).max(100000)).max(16).allow(null), 'The accepted bob weights'),
    ),
  ],
  [/^weigh\.rodSchool$/, decisionOn(Joi.string().valid('weigh.rodSchool'), named(Joi.string().valid(...ROD_SCHOOLS), 'The school of weighing rods'))],
  [
    /^weigh\.partSchool$/,
    decisionOn(Joi.string().valid('weigh.partSchool'), named(Joi.string().valid(...PART_SCHOOLS), 'The school of weighing parts')),
  ],
  [
    /^weigh\.reference\./,
    decisionOn(
      Joi.string().valid(...PART_KINDS.map((kind) => `weigh.reference.${kind}`)),
      named(Joi.string().uuid().allow(null), 'The part that the scale is tared on'),
    ),
  ],
  [/^match\.choices$/, decisionOn(Joi.string().valid('match.choices'), matchChoicesSchema)],
  [
    /^match\.arrangement$/,
    decisionOn(
      Joi.string().valid('match.arrangement'),
      named(Joi.object().pattern(Joi.string().uuid(), Joi.number().integer().min(1).max(32)), 'Where the parts run'),
    ),
  ],
  [
    /^match\.target\./,
    decisionOn(
      Joi.string().valid('match.target.set', ...PART_KINDS.map((kind) => `match.target.${kind}`)),
      Joi.object<FixedTarget, true>({
        targetG: named(Joi.number().greater(0).max(20000).required(), 'The target'),
        reason: named(Joi.string().pattern(/\S/).max(300).required(), 'The reason'),
      }).allow(null),
    ),
  ],
  [
    WAY_OUT,
    decisionOn(
      Joi.string().pattern(WAY_OUT),
      Joi.object({
        way: named(Joi.string().valid('accept', 'swap', 'retarget', 'replace').required(), 'The way out'),
        note: named(Joi.string().max(300).allow('').required(), 'The note'),
      }),
    ),
  ],
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
        .valid(
          'bob.factorRatio',
          'bob.oilG',
          'bob.extras',
          'bob.build',
          'bob.weighIn.<pin>',
          'bob.mounted',
          'spin.supports',
          'bob.acceptedG',
          'weigh.rodSchool',
          'weigh.partSchool',
          'weigh.reference.<kind>',
          'match.choices',
          'match.arrangement',
          'match.target.<set or kind>',
          'match.wayOut.<cut id>',
          'arrival.<item>',
          'part.marks.<part id>',
          'part.damaged.<part id>',
        )
        .required(),
      'What is decided',
    ),
  }).unknown(),
});

const crankHole = {
  counterweightId: named(Joi.string().max(40).required(), 'The counterweight'),
  angleDeg: named(Joi.number().min(0).less(360).required(), 'The angle'),
  bitMm: named(Joi.number().greater(0).max(100).required(), 'The bit'),
  pointAngleDeg: named(Joi.number().min(60).max(180).required(), 'The point angle'),
  depthMm: named(Joi.number().greater(0).max(500).required(), 'The depth'),
  was: Joi.object<HoleBefore, true>({
    bitMm: named(Joi.number().greater(0).max(100).required(), 'The bit before'),
    pointAngleDeg: named(Joi.number().min(60).max(180).required(), 'The point angle before'),
    depthMm: named(Joi.number().greater(0).max(500).required(), 'The depth before'),
  }).allow(null),
  slug: Joi.object<Slug, true>({
    radiusMm: named(Joi.number().greater(0).max(2000).required(), 'The slug’s radius'),
    densityGPerCm3: named(Joi.number().min(1).max(25).required(), 'The slug’s density'),
  }).allow(null),
};
export const crankHoleSchema = Joi.object<CrankHole>(crankHole);

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

/** A picture of a part; the picture itself is the request's body, these are its query. */
export interface NewPhoto extends ByPerson {
  readonly id: string;
  readonly partId: string;
}
export const newPhotoSchema = Joi.object<NewPhoto, true>({ id: idSchema, personId, partId: idSchema });
export const photoRemovalSchema = Joi.object<ByPerson, true>({ personId });

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
