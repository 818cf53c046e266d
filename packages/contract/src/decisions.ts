import {
  ARRIVAL_KEYS,
  BIG_END_PLACES,
  JOURNAL_GROUPS,
  MATCH_BASES,
  PART_METALS,
  SMALL_END_PLACES,
  PART_KINDS,
  PART_SCHOOLS,
  PISTON_PLACES,
  ROD_SCHOOLS,
  SAMPLES,
  TORQUE_STEPS,
  type Arrival,
  type DecisionKind,
  type DecisionValues,
  type FixedTarget,
  type MatchChoices,
  type PartMarks,
  type SubjectOf,
} from '@tare/core';
import Joi from 'joi';
import { bobBuildSchema, bobsMountedSchema, bobWeighInSchema, extraLinesSchema, factorSchema, oilSchema } from './bobs.js';
import { boreLimitsSchema, boringNotedSchema, boringWordSchema, evidenceSchema } from './bores.js';
import { deckLimitsSchema } from './deck.js';
import { change, type Change } from './byPerson.js';
import { named } from './ids.js';
import { crankLimitsSchema, crackTestSchema, gaugeSettingSchema } from './inspect.js';
import { pinLimitsSchema } from './pins.js';
import { boltTorqueSchema, rodBoltsSchema, rodLimitsSchema, rodNumbersSchema } from './rods.js';
import { setUpsSchema } from './setUps.js';
import { mountedSchema, supportsSchema } from './spins.js';

/** A decision on one subject, with what is decided. */
export type DecisionBody = { [K in DecisionKind]: { readonly subject: SubjectOf<K>; readonly value: DecisionValues[K] } }[DecisionKind];
export type NewDecision = Change & DecisionBody;

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
  Joi.object<PartMarks>({
    replace: named(Joi.boolean().required(), 'To be replaced'),
    pressed: named(Joi.boolean().required(), 'Pressed on its pin'),
    keptWithId: Joi.string().uuid().allow(null).required(),
    sizeMm: named(Joi.number().min(-5).max(5).required(), 'The oversize'),
    serial: named(Joi.string().max(60).allow(''), 'The serial number'),
    maker: named(Joi.string().max(60).allow(''), 'The maker'),
    note: named(Joi.string().max(300).allow(''), 'The note'),
  }),
  'The part’s marks',
);

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
  pistonPlace: named(Joi.string().valid(...PISTON_PLACES), 'Where a piston is cut'),
  toTarget: named(Joi.boolean(), 'On to the target'),
  pistonMetal: named(Joi.string().valid(...PART_METALS), 'What pistons are made of'),
  rodMetal: named(Joi.string().valid(...PART_METALS), 'What rods are made of'),
  bigEndPlace: named(Joi.string().valid(...BIG_END_PLACES), 'Where a big end is cut'),
  smallEndPlace: named(Joi.string().valid(...SMALL_END_PLACES), 'Where a small end is cut'),
  pistonLimitRatio: limitRatio('The limit of a piston (a share of its weight)'),
  pinLimitRatio: limitRatio('The limit of a pin (a share of its weight)'),
  rodEndLimitRatio: limitRatio('The limit of a rod’s end (a share of its weight)'),
  bigPadMm: stationMm('The cap pad’s station'),
  smallPadMm: stationMm('The small-end pad’s station'),
  lockedCylinders: named(Joi.array().items(Joi.number().integer().min(1).max(32)).unique().max(32).required(), 'The locked cylinders'),
});
/** What a value has to be; of a family also which members it has, and what one is called in its subject's place. */
type DecisionSchema<K extends DecisionKind> = {
  readonly value: Joi.Schema;
} & (K extends `${string}*` ? { readonly member: string; readonly members: RegExp } : object);

const oneOf = (names: readonly string[]): RegExp => new RegExp(`^(${names.join('|')})$`);
const JOURNAL = /^(main|pin)\.([1-9]|[1-3]\d)$/;
const FACE = /^(deck|bore)\.([1-9]|[1-2]\d|3[0-2])$/;
const ROD = /^([1-9]|[1-2]\d|3[0-2])$/;
const ID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** Every kind of decision of the core has its schema here: the compiler asks for one. */
const SCHEMAS: { readonly [K in DecisionKind]: DecisionSchema<K> } = {
  'bob.factorRatio': { value: factorSchema },
  'bob.oilG': { value: oilSchema },
  'bob.extras': { value: extraLinesSchema },
  'bob.acceptedG': { value: named(Joi.array().items(Joi.number().min(0).max(100000)).max(16).allow(null), 'The accepted bob weights') },
  'bob.build': { value: bobBuildSchema },
  // Bobs are numbered to their pins.
  'bob.weighIn.*': { member: 'pin', members: /^([1-9]|1[0-6])$/, value: bobWeighInSchema },
  'bob.mounted': { value: bobsMountedSchema },
  setUps: { value: setUpsSchema },
  'setUps.current': { value: named(Joi.string().uuid().required(), 'The set-up') },
  'spin.supports': { value: supportsSchema },
  'spin.masses': {
    value: named(
      Joi.object()
        .pattern(
          Joi.string().trim().pattern(/\S/).max(40),
          Joi.object({
            massKg: named(Joi.number().greater(0).max(2000).required(), 'The mass'),
            zMm: named(Joi.number().min(-5000).max(5000).required(), 'Where it acts along the crank'),
          }),
        )
        .max(20),
      'The masses',
    ),
  },
  'spin.isSo.*': { member: 'spin id', members: ID, value: named(Joi.string().pattern(/\S/).max(300).allow(null), 'Why it is so') },
  'spin.mounted.*': { member: 'spin id', members: ID, value: mountedSchema.allow(null) },
  'spin.calibratedAnew.*': { member: 'spin id', members: ID, value: named(Joi.boolean().valid(true).allow(null), 'Calibrated anew') },
  'card.photos': { value: named(Joi.array().items(Joi.string().uuid()).unique().max(12), 'The pictures on the card') },
  'weigh.rodSchool': { value: named(Joi.string().valid(...ROD_SCHOOLS), 'The school of weighing rods') },
  'weigh.partSchool': { value: named(Joi.string().valid(...PART_SCHOOLS), 'The school of weighing parts') },
  'weigh.sample': { value: named(Joi.string().valid(...SAMPLES), 'Which parts go on the scale') },
  'weigh.reference.*': {
    member: 'kind',
    members: oneOf(PART_KINDS),
    value: named(Joi.string().uuid().allow(null), 'The part that the scale is tared on'),
  },
  'match.choices': { value: matchChoicesSchema },
  'match.arrangement': {
    value: named(Joi.object().pattern(Joi.string().uuid(), Joi.number().integer().min(1).max(32)).max(400), 'Where the parts run'),
  },
  'match.target.*': {
    member: 'set or kind',
    members: oneOf(['set', ...PART_KINDS]),
    value: Joi.object<FixedTarget, true>({
      targetG: named(Joi.number().greater(0).max(20000).required(), 'The target'),
      reason: named(Joi.string().pattern(/\S/).max(300).required(), 'The reason'),
    }).allow(null),
  },
  'match.wayOut.*': {
    member: 'cut id',
    members: ID,
    value: Joi.object({
      way: named(Joi.string().valid('accept', 'swap', 'retarget', 'replace').required(), 'The way out'),
      note: named(Joi.string().max(300).allow('').required(), 'The note'),
    }),
  },
  'arrival.*': { member: 'item', members: oneOf(ARRIVAL_KEYS), value: arrivalSchema },
  'correct.neutralReason': {
    value: named(Joi.string().pattern(/\S/).max(300).allow(null), 'The reason to correct a part that should be neutral'),
  },
  'correct.weightsRefused': {
    value: named(Joi.string().pattern(/\S/).max(300).allow(null), 'The reason to go on without known weights'),
  },
  'inspect.limits': { value: crankLimitsSchema.allow(null) },
  'inspect.cracks': { value: crackTestSchema.allow(null) },
  'inspect.planned.*': {
    member: 'mains or pins',
    members: oneOf(JOURNAL_GROUPS),
    value: Joi.object({ underMm: named(Joi.number().greater(0).max(10).required(), 'The undersize') }).allow(null),
  },
  'inspect.unworn.*': {
    member: 'journal',
    members: JOURNAL,
    value: named(Joi.number().greater(0).max(1000).allow(null), 'What it measures where it never wore'),
  },
  'inspect.index.*': {
    member: 'journal',
    members: JOURNAL,
    value: named(Joi.number().min(-10).max(10).allow(null), 'How far the throw stands off its place'),
  },
  'inspect.marked.*': { member: 'journal', members: JOURNAL, value: named(Joi.boolean(), 'Marks that can be felt') },
  'rods.limits': { value: rodLimitsSchema.allow(null) },
  'rods.torque.*': { member: 'step', members: oneOf(TORQUE_STEPS), value: boltTorqueSchema },
  'rods.numbers.*': { member: 'rod', members: ROD, value: rodNumbersSchema },
  'rods.bolts.*': { member: 'rod', members: ROD, value: rodBoltsSchema },
  'rods.cracks.*': { member: 'rod', members: ROD, value: named(Joi.string().max(200).allow(''), 'Where it is cracked') },
  'rods.crush.*': { member: 'rod', members: ROD, value: named(Joi.boolean(), 'The crush of its shells') },
  'bores.limits': { value: boreLimitsSchema.allow(null) },
  'bores.offAxis.*': {
    member: 'cylinder',
    members: ROD,
    value: named(Joi.number().greater(0).max(5).allow(null), 'How far the bore’s axis is off'),
  },
  'bores.evidence.*': { member: 'cylinder', members: ROD, value: evidenceSchema },
  'bores.word': { value: boringWordSchema.allow(null) },
  'bores.noted': { value: boringNotedSchema.allow(null) },
  'deck.limits': { value: deckLimitsSchema.allow(null) },
  'deck.hollow.*': {
    member: 'bank',
    members: ROD,
    value: named(Joi.number().greater(0).max(5).allow(null), 'What a straight edge stands off the deck'),
  },
  'deck.to': { value: named(Joi.number().greater(0).max(5000).allow(null), 'The height that the decks are cut to') },
  'block.noCut.*': {
    member: 'deck or bore',
    members: FACE,
    value: named(Joi.string().pattern(/\S/).max(200).allow(null), 'What it bears that must stay'),
  },
  'pins.limits': { value: pinLimitsSchema.allow(null) },
  'gauge.setting.*': { member: 'setting id', members: ID, value: gaugeSettingSchema },
  'part.marks.*': { member: 'part id', members: ID, value: partMarksSchema },
  'part.damaged.*': { member: 'part id', members: ID, value: named(Joi.boolean(), 'Damaged') },
};

interface SubjectSchema {
  /** As it is said in a complaint: a family with its member in angle brackets. */
  readonly name: string;
  readonly subject: Joi.StringSchema;
  readonly value: Joi.Schema;
}
const SUBJECTS: readonly SubjectSchema[] = Object.entries(SCHEMAS).map(([kind, schema]) => {
  if (!('member' in schema)) return { name: kind, subject: Joi.string().valid(kind), value: schema.value };
  const beginning = kind.slice(0, -1);
  const pattern = new RegExp(`^${beginning.replaceAll('.', '\\.')}${schema.members.source.slice(1)}`);
  return { name: `${beginning}<${schema.member}>`, subject: Joi.string().pattern(pattern).max(100), value: schema.value };
});

/** The schema of a decision is chosen by its subject, so that a complaint is about that subject and no other. */
export const newDecisionSchema = Joi.alternatives<NewDecision>().conditional(Joi.ref('.subject'), {
  switch: SUBJECTS.map(({ subject, value }) => ({
    is: subject.required(),
    then: Joi.object({ ...change, subject: subject.required(), value: value.required() }),
  })),
  otherwise: Joi.object({
    subject: named(
      Joi.string()
        .valid(...SUBJECTS.map(({ name }) => name))
        .required(),
      'What is decided',
    ),
  }).unknown(),
});
