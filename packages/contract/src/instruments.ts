import { DOCTOR_PLACEMENTS } from '@tare/core';
import Joi from 'joi';
import { amendsSchema, change, write, type Amends, type Attribution, type Change, type Write } from './byPerson.js';
import { named } from './ids.js';

export const INSTRUMENT_KINDS = ['scale', 'rodFixture'] as const;
/** Where a reading came from: typed, a scale that types, a serial scale, the stand-in scale. */
export const SOURCES = ['typed', 'wedge', 'serial', 'standin'] as const;
export type Source = (typeof SOURCES)[number];

/** A scale or rod fixture that the shop owns. */
export interface InstrumentSpec {
  readonly kind: (typeof INSTRUMENT_KINDS)[number];
  readonly name: string;
  readonly divisionG: number;
  readonly capacityG: number;
  /** What of the fixture stands on the scale with the part; 0 for a bare scale. */
  readonly fixtureG: number;
  /** Day of the last check, YYYY-MM-DD; blank when nobody knows. */
  readonly lastCheck: string;
  readonly notes: string;
  readonly source: Source;
  /** How a serial scale writes its lines. */
  readonly lineTemplate: string;
  readonly baudRate: number;
}

export const instrumentSpecSchema = Joi.object<InstrumentSpec, true>({
  kind: named(
    Joi.string()
      .valid(...INSTRUMENT_KINDS)
      .required(),
    'The kind of instrument',
  ),
  name: named(Joi.string().pattern(/\S/).max(80).required(), 'The name'),
  divisionG: named(Joi.number().greater(0).max(1000).required(), 'The division'),
  capacityG: named(Joi.number().greater(0).max(500000).required(), 'The capacity'),
  fixtureG: named(Joi.number().min(0).max(50000).required(), 'What the fixture weighs'),
  lastCheck: named(
    Joi.string()
      .pattern(/^(\d{4}-\d\d-\d\d)?$/)
      .max(10)
      .allow('')
      .required(),
    'The day of the last check',
  ).messages({ 'string.pattern.base': '{{#label}} has to be a date.' }),
  notes: named(Joi.string().max(500).allow('').required(), 'The notes'),
  source: named(
    Joi.string()
      .valid(...SOURCES)
      .required(),
    'Where its readings come from',
  ),
  lineTemplate: named(Joi.string().max(200).allow('').required(), 'The line pattern'),
  baudRate: named(Joi.number().integer().min(300).max(921600).required(), 'The speed of the line'),
});

export interface Instrument {
  readonly id: string;
  readonly version: number;
  readonly spec: InstrumentSpec;
}

export interface NewInstrument extends Write {
  readonly spec: InstrumentSpec;
}
export const newInstrumentSchema = Joi.object<NewInstrument, true>({
  ...write,
  spec: instrumentSpecSchema.required(),
});

export interface InstrumentChange extends Change {
  readonly spec: InstrumentSpec;
}
export const instrumentChangeSchema = Joi.object<InstrumentChange, true>({
  ...change,
  spec: instrumentSpecSchema.required(),
});

/** Ten placements of one thing, or a check weight on a day. */
export interface NewStudy extends Write {
  /** `causes`: the hunt for what scatters in a rod fixture, its placements in the order of DOCTOR_PLACEMENTS. */
  readonly kind: 'repeatability' | 'drift' | 'causes';
  /** What stood on it. */
  readonly subject: string;
  readonly readingsG: readonly number[];
  /** What the check weight is marked; null for any other study. */
  readonly nominalG: number | null;
  /** The study that it stands in for. */
  readonly amends?: Amends;
}
export const newStudySchema = Joi.object<NewStudy>({
  ...write,
  amends: amendsSchema,
  kind: named(Joi.string().valid('repeatability', 'drift', 'causes').required(), 'The kind of study'),
  subject: named(Joi.string().pattern(/\S/).max(120).required(), 'What stood on it'),
  readingsG: named(
    Joi.array()
      .items(named(Joi.number().greater(0).max(500000), 'A reading'))
      .max(50)
      .required(),
    'The readings',
  ).when('kind', {
    switch: [
      { is: 'repeatability', then: Joi.array().min(5) },
      { is: 'causes', then: Joi.array().length(DOCTOR_PLACEMENTS.length) },
    ],
    otherwise: Joi.array().min(1),
  }),
  nominalG: named(Joi.number().greater(0).max(500000).allow(null).required(), 'What the check weight is marked'),
});

export interface Study extends Attribution {
  readonly id: string;
  readonly instrumentId: string;
  readonly kind: NewStudy['kind'];
  readonly subject: string;
  readonly readingsG: readonly number[];
  readonly nominalG: number | null;
}

export interface InstrumentCupboard {
  readonly instruments: readonly Instrument[];
  /** Oldest first. */
  readonly studies: readonly Study[];
}
