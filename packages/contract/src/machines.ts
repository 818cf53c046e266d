import type { Influence, MachineConvention, PlaneUnbalance, Planes, SupportReading, Supports, TrialRun, WeightCheck } from '@tare/core';
import Joi from 'joi';
import { amendsSchema, change, write, type Amends, type Attribution, type Change, type Write } from './byPerson.js';
import { idSchema, named } from './ids.js';
import type { Problem } from './messages.js';
import { planesSchema } from './planes.js';
import { cautionsSchema, dialsSchema, spinSetUpSchema, supportsSchema, weightsSchema, type SpinSetUp, type StandinDials } from './spins.js';

/** How a machine's readings come to Tare. */
export const MACHINE_DRIVERS = ['typed', 'recorded'] as const;
export type MachineDriver = (typeof MACHINE_DRIVERS)[number];

/** What a typed amount is: a unit, or nothing but a needle's number, which needs trial weights. */
export const MACHINE_UNITS = ['gAtRadius', 'gmm', 'ozin', 'none'] as const;
export type MachineUnit = (typeof MACHINE_UNITS)[number];

/** A balancing machine of the shop. */
export interface MachineSpec {
  readonly name: string;
  readonly driver: MachineDriver;
  readonly unit: MachineUnit;
  readonly convention: MachineConvention;
  readonly slowestRpm: number;
  readonly fastestRpm: number;
  /** What each support carries, crank and force together, N. */
  readonly supportLimitN: number;
  /** Scatter of one reading in each component, g·mm; null where nobody tried. */
  readonly scatterGmm: number | null;
  /** How far its own calibration may be off for good, in amount and across it, per cent; null where it is trusted. */
  readonly gainPercent: number | null;
  /** What its display rounds an amount to, in its unit; null or left out where nobody wrote it down: by the digits that are typed. */
  readonly amountStep?: number | null;
  /** The same of an angle, degrees. */
  readonly angleStepDeg?: number | null;
  /** How often it was calibrated anew: each time its gain is another. */
  readonly gainEpoch?: number;
  /** A recording's columns, by their headings. */
  readonly columns: RecordingColumns;
  /** A WAV recording's channels, counted from 1. */
  readonly channels: WavChannels;
  readonly notes: string;
}

export interface RecordingColumns {
  /** Seconds; blank where the file has none. */
  readonly time: string;
  /** Used where there is no column of time. */
  readonly rateHz: number;
  readonly left: string;
  readonly right: string;
  readonly tach: string;
}

export interface WavChannels {
  readonly left: number;
  readonly right: number;
  readonly tach: number;
}

export interface Machine {
  readonly id: string;
  readonly version: number;
  readonly spec: MachineSpec;
}

/** Influence coefficients of a set-up, with the runs they came from. */
export interface Calibration extends Attribution {
  readonly id: string;
  readonly machineId: string;
  /** What kind of rotor it is for: "V8 crank with bobs". */
  readonly rotorClass: string;
  readonly planes: Planes;
  readonly speedRpm: number;
  readonly runs: readonly TrialRun[];
  readonly influence: Influence;
  readonly condition: number;
  /** The job whose rotor it was made on; null where nobody said. */
  readonly jobId: string | null;
  /** The set-up of that job that it was made in; null where it had none. */
  readonly setUpId: string | null;
  /** Where that rotor lay; null where nobody had measured. */
  readonly supports: Supports | null;
}

/** What a known weight, hung on between two spins, said of a machine’s own calibration or of one by trial weights. */
export interface MachineCheck {
  readonly machineId: string;
  readonly calibrationId: string | null;
  readonly checks: { readonly a: WeightCheck | null; readonly b: WeightCheck | null };
  readonly at: string;
}

export interface MachineHall {
  readonly machines: readonly Machine[];
  /** Oldest first. */
  readonly calibrations: readonly Calibration[];
  /** Oldest first. */
  readonly checks: readonly MachineCheck[];
}

const column = (name: string): Joi.StringSchema => named(Joi.string().max(60).allow('').required(), name);
export const columnsSchema = Joi.object<RecordingColumns, true>({
  time: column('The column of time'),
  rateHz: named(Joi.number().greater(0).max(1_000_000).required(), 'The sample rate'),
  left: column('The column of the left sensor'),
  right: column('The column of the right sensor'),
  tach: column('The column of the tach'),
});
const wavChannel = (name: string): Joi.NumberSchema => named(Joi.number().integer().min(1).max(32).required(), name);
export const machineSpecSchema = Joi.object<MachineSpec>({
  name: named(Joi.string().pattern(/\S/).max(80).required(), 'The machine’s name'),
  driver: named(
    Joi.string()
      .valid(...MACHINE_DRIVERS)
      .required(),
    'How readings come',
  ),
  unit: named(
    Joi.string()
      .valid(...MACHINE_UNITS)
      .required(),
    'The unit',
  ),
  convention: Joi.object<MachineConvention, true>({
    seenFrom: named(Joi.string().valid('front', 'rear').required(), 'The end it looks from'),
    counts: named(Joi.string().valid('clockwise', 'anticlockwise').required(), 'The way it counts'),
    zeroAtDeg: named(Joi.number().min(-360).max(360).required(), 'Where its zero lies'),
    shows: named(Joi.string().valid('heavy', 'light').required(), 'What it shows'),
  }).required(),
  slowestRpm: named(Joi.number().min(50).max(5000).required(), 'The slowest speed'),
  fastestRpm: named(Joi.number().min(Joi.ref('slowestRpm')).max(5000).required(), 'The fastest speed'),
  supportLimitN: named(Joi.number().greater(0).max(1_000_000).required(), 'What a support carries'),
  scatterGmm: named(Joi.number().greater(0).max(1_000_000).allow(null).required(), 'The scatter of a reading'),
  gainPercent: named(Joi.number().greater(0).max(50).allow(null).required(), 'How far its own calibration may be off'),
  amountStep: named(Joi.number().greater(0).max(10_000).allow(null), 'What the display rounds an amount to'),
  angleStepDeg: named(Joi.number().greater(0).max(45).allow(null), 'What the display rounds an angle to'),
  gainEpoch: named(Joi.number().integer().min(0).max(10_000), 'How often it was calibrated anew'),
  columns: columnsSchema.required(),
  channels: Joi.object<WavChannels, true>({
    left: wavChannel('The channel of the left sensor'),
    right: wavChannel('The channel of the right sensor'),
    tach: wavChannel('The channel of the tach'),
  }).required(),
  notes: named(Joi.string().max(500).allow('').required(), 'The notes'),
});

export interface NewMachine extends Write {
  readonly spec: MachineSpec;
}
export const newMachineSchema = Joi.object<NewMachine>({ ...write, spec: machineSpecSchema.required() });

export interface MachineChange extends Change {
  readonly spec: MachineSpec;
}
export const machineChangeSchema = Joi.object<MachineChange>({ ...change, spec: machineSpecSchema.required() });

const vectorSchema = Joi.object({ re: Joi.number().required(), im: Joi.number().required() });
const readingSchema = Joi.object<SupportReading>({ left: vectorSchema.required(), right: vectorSchema.required() });

/** Runs with known weights; the coefficients are worked out by the server anew. */
export interface NewCalibration extends Write {
  readonly machineId: string;
  readonly rotorClass: string;
  readonly planes: Planes;
  readonly speedRpm: number;
  readonly runs: readonly TrialRun[];
  /** The job whose rotor it was made on. */
  readonly jobId?: string | null;
  /** What of that job was mounted: its set-up. */
  readonly setUpId?: string | null;
  /** Where that rotor lay. */
  readonly supports?: Supports | null;
}
export const newCalibrationSchema = Joi.object<NewCalibration>({
  ...write,
  machineId: named(idSchema, 'The machine'),
  rotorClass: named(Joi.string().pattern(/\S/).max(120).required(), 'The kind of rotor'),
  planes: planesSchema.required(),
  speedRpm: named(Joi.number().min(50).max(5000).required(), 'The balancing speed'),
  runs: named(
    Joi.array()
      .items(Joi.object<TrialRun>({ trial: weightsSchema.required(), reading: readingSchema.required() }))
      .max(24)
      .required(),
    'The runs',
  ),
  jobId: Joi.string().uuid().allow(null),
  setUpId: Joi.string().uuid().allow(null),
  supports: supportsSchema.allow(null),
});

/** One reading as a machine shows it. */
export interface ShownReading {
  /** Where the needle is off the scale: what it is at least. */
  readonly amount: number;
  readonly angleDeg: number;
  readonly offScale?: boolean;
}
export interface ShownPair {
  readonly a: ShownReading;
  readonly b: ShownReading;
}

/** Readings of a machine that are typed: once, or of several spins. */
export interface NewTypedSpin extends Write, SpinSetUp {
  readonly machineId: string;
  /** Needed where the machine has no unit. */
  readonly calibrationId: string | null;
  readonly speedRpm: number;
  readonly repeats: readonly ShownPair[];
  readonly cautionsConfirmed: true;
  /** Known weights that hang on the crank; none when left out. */
  readonly hung?: PlaneUnbalance | null;
  /** The spin that it stands in for. */
  readonly amends?: Amends;
  /** Somebody else typed the same within the minute, and this is another spin. */
  readonly another?: true;
}
const shownSchema = (plane: string): Joi.ObjectSchema<ShownReading> =>
  Joi.object<ShownReading>({
    amount: named(Joi.number().min(0).max(1_000_000).required(), `The amount in ${plane}`),
    angleDeg: named(Joi.number().min(-360).max(360).required(), `The angle in ${plane}`),
    offScale: named(Joi.boolean(), `Off the scale in ${plane}`),
  });
const speed = named(Joi.number().min(50).max(5000).required(), 'The balancing speed');
export const newTypedSpinSchema = Joi.object<NewTypedSpin>({
  ...write,
  machineId: named(idSchema, 'The machine'),
  calibrationId: Joi.string().uuid().allow(null).required(),
  speedRpm: speed,
  repeats: named(
    Joi.array()
      .items(Joi.object({ a: shownSchema('A').required(), b: shownSchema('B').required() }))
      .min(1)
      .max(60)
      .required(),
    'The readings',
  ),
  cautionsConfirmed: cautionsSchema,
  hung: weightsSchema.allow(null),
  ...spinSetUpSchema,
  amends: amendsSchema,
  another: Joi.boolean().valid(true),
});

/** A recorded spin; the recording itself, gzipped CSV or WAV, is the request's body, these are its query. */
export interface NewRecordedSpin extends Write, SpinSetUp {
  readonly machineId: string;
  readonly calibrationId: string;
  readonly cautionsConfirmed: true;
  readonly hung?: PlaneUnbalance | null;
  readonly amends?: Amends;
}
export const newRecordedSpinSchema = Joi.object<NewRecordedSpin>({
  ...write,
  machineId: named(idSchema, 'The machine'),
  calibrationId: named(idSchema, 'The calibration'),
  cautionsConfirmed: cautionsSchema,
  hung: weightsSchema.allow(null),
  ...spinSetUpSchema,
  amends: amendsSchema,
});

/** The kind of an answer that comes as lines of JSON. */
export const LINES = 'application/x-ndjson';

/** A line of an answer that takes its time: how far the work is, and then what came of it. */
export type WorkLine<Answer = unknown> =
  | { readonly type: 'progress'; readonly ratio: number }
  | { readonly type: 'done'; readonly answer: Answer }
  | { readonly type: 'problem'; readonly problem: Problem };

/** What a recording says, before any calibration. */
export interface RecordingSummary {
  readonly turns: number;
  readonly speedRpm: number;
  readonly wanderRatio: number;
  readonly mean: SupportReading;
  readonly orders: { readonly left: readonly number[]; readonly right: readonly number[] };
  readonly warnings: readonly { readonly kind: string; readonly sentence: string }[];
}

/** What a recording says again, beside what was kept of it. */
export interface Reprocessed {
  readonly now: RecordingSummary;
  /** Mean vectors as kept and as worked out now, g·mm. */
  readonly kept: PlaneUnbalance;
  readonly anew: PlaneUnbalance;
  /** How far the two are apart, g·mm. */
  readonly differsGmm: { readonly a: number; readonly b: number };
}

/** A spin on the stand-in bench whose signals are wanted as a file. */
export interface StandinRecording {
  readonly machineId: string;
  readonly speedRpm: number;
  readonly turns: number;
  /** Counts this person's tries: another number, another run. */
  readonly run: number;
  readonly hung: PlaneUnbalance;
  readonly dials: StandinDials;
  readonly format: 'csv' | 'wav';
}
export const standinRecordingSchema = Joi.object<StandinRecording>({
  machineId: named(idSchema, 'The machine'),
  speedRpm: named(Joi.number().min(100).max(1500).required(), 'The balancing speed'),
  turns: named(Joi.number().integer().min(5).max(300).required(), 'The number of turns'),
  run: Joi.number().integer().min(1).max(1_000_000).required(),
  hung: weightsSchema.required(),
  dials: dialsSchema.required(),
  format: Joi.string().valid('csv', 'wav').required(),
});
