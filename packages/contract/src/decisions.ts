import {
  CRANK_ITEMS,
  MATCH_BASES,
  PART_KINDS,
  PART_SCHOOLS,
  ROD_SCHOOLS,
  SINGLE_KINDS,
  type Arrival,
  type ArrivalKey,
  type BobWeighIn,
  type ExtraLine,
  type FixedTarget,
  type MatchChoices,
  type PartKind,
  type PartSchool,
  type RodSchool,
  type Supports,
  type TargetGroup,
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
import { personId, type ByPerson } from './byPerson.js';
import { idSchema, named } from './ids.js';

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
  /** Why damper and flywheel are corrected though the balance is internal; null: they are left alone. */
  | { readonly subject: 'correct.neutralReason'; readonly value: string | null }
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
  [
    /^correct\.neutralReason$/,
    decisionOn(
      Joi.string().valid('correct.neutralReason'),
      named(Joi.string().pattern(/\S/).max(300).allow(null), 'The reason to correct a part that should be neutral'),
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
          'correct.neutralReason',
          'part.marks.<part id>',
          'part.damaged.<part id>',
        )
        .required(),
      'What is decided',
    ),
  }).unknown(),
});
