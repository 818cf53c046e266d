import {
  CRANK_FINISHES,
  EXPANSIONS,
  QUANTITIES,
  type CrankLimits,
  type CrackTest,
  type Work,
  type WorkFact,
  type GaugeSettingFact,
  type GroupLimits,
  type GrowingMetal,
  type MeasurementFact,
  type NeedleSign,
  type Quantity,
  type Undersize,
} from '@tare/core';
import Joi from 'joi';
import { amendsSchema, change, write, type Amends, type Attribution, type Change, type Write } from './byPerson.js';
import { named } from './ids.js';
import { gradesSchema, limitsSchema, mayMm, ruleSchema, sizeMm } from './limitSchemas.js';

/** A journal by its group and number from the front, rod, bore or piston by its cylinder, deck by its bank, or the crank as a whole. */
export const featureSchema = named(
  Joi.string()
    .max(10)
    .pattern(/^(crank|(main|pin|rod|bore|piston|deck)\.([1-9]|[1-3]\d))$/),
  'What was measured',
);
const metalSchema = named(Joi.string().valid(...Object.keys(EXPANSIONS)), 'The metal');
const celsiusC = (name: string): Joi.NumberSchema => named(Joi.number().min(-30).max(80).allow(null).required(), name);

/** One indication, as it is sent. */
export interface NewMeasurement extends Write {
  readonly feature: string;
  readonly quantity: Quantity;
  readonly angleDeg: number | null;
  readonly depth: number | null;
  readonly indicationMm: number;
  readonly settingId: string | null;
  readonly afterWorkId: string | null;
  readonly note?: string;
  /** The measurement that it stands in for. */
  readonly amends?: Amends;
}
export const newMeasurementSchema = Joi.object<NewMeasurement>({
  ...write,
  feature: featureSchema.required(),
  quantity: named(
    Joi.string()
      .valid(...QUANTITIES)
      .required(),
    'What was measured of it',
  ),
  angleDeg: named(Joi.number().min(0).less(360).allow(null).required(), 'The angle'),
  depth: named(Joi.number().integer().min(1).max(9).allow(null).required(), 'The place along it'),
  indicationMm: sizeMm('The reading').required(),
  settingId: named(Joi.string().uuid().allow(null).required(), 'The gauge’s setting'),
  afterWorkId: named(Joi.string().uuid().allow(null).required(), 'The work before it'),
  note: named(Joi.string().max(300).allow(''), 'The note'),
  amends: amendsSchema,
});

/** A measurement on record; whether it counts is the voids’ to say. */
export interface MeasurementEntry extends Omit<MeasurementFact, 'voided'>, Attribution {
  readonly note: string;
}

const WORK_KINDS: readonly Work['kind'][] = [
  'push',
  'grindMains',
  'grindPins',
  'polish',
  'finish',
  'closeRod',
  'honeRod',
  'newBolts',
  'trialCut',
  'bore',
  'honeBores',
  'fileRing',
  'sleeve',
  'deck',
  'pressPin',
  'pressOff',
];
const cylinderSchema = named(Joi.number().integer().min(1).max(32), 'The cylinder');
const rodSchema = named(Joi.number().integer().min(1).max(32), 'The rod');

export const workSchema = Joi.alternatives()
  .conditional(Joi.object({ kind: 'push' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      main: named(Joi.number().integer().min(1).max(39).required(), 'The main'),
      pressedMm: named(Joi.number().greater(0).max(20).required(), 'How far it was pressed'),
      highAtDeg: named(Joi.number().min(0).less(360).required(), 'The side that was pressed'),
    }),
  })
  .conditional(Joi.object({ kind: 'grindMains' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      underMm: named(Joi.number().greater(0).max(10).required(), 'The undersize'),
      axisMovedMm: named(Joi.number().min(0).max(2).required(), 'How far its axis moved'),
      axisMovedAtDeg: named(Joi.number().min(0).less(360).required(), 'Where to'),
    }),
  })
  .conditional(Joi.object({ kind: 'grindPins' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      underMm: named(Joi.number().greater(0).max(10).required(), 'The undersize'),
      diameterMm: named(Joi.number().greater(0).max(1000).required(), 'What the pins measured'),
      widthMm: named(Joi.number().greater(0).max(1000).required(), 'How wide they were ground'),
    }),
  })
  .conditional(Joi.object({ kind: 'polish' }).unknown(), {
    then: Joi.object({ kind: Joi.string().max(20).required(), feature: featureSchema.required() }),
  })
  .conditional(Joi.object({ kind: 'trialCut' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      cylinder: cylinderSchema.required(),
      toMm: named(Joi.number().greater(0).max(2000).required(), 'What the trial cut measures'),
      setMm: named(Joi.number().greater(0).max(2000), 'What the bar was set to'),
    }),
  })
  .conditional(Joi.object({ kind: 'bore' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      overMm: named(Joi.number().greater(0).max(20).required(), 'The oversize'),
      honeLeftMm: named(Joi.number().min(0).max(2), 'What is left for the hone'),
    }),
  })
  .conditional(Joi.object({ kind: 'honeBores' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      overruled: named(Joi.string().max(300).allow('').required(), 'Why they were honed all the same'),
    }),
  })
  .conditional(Joi.object({ kind: 'fileRing' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      cylinder: cylinderSchema.required(),
      ring: named(Joi.number().integer().min(1).max(9).required(), 'The ring'),
      takenMm: named(Joi.number().greater(0).max(5).required(), 'What was filed off'),
    }),
  })
  .conditional(Joi.object({ kind: 'deck' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      bank: named(Joi.number().integer().min(1).max(32).required(), 'The bank'),
      takenMm: named(Joi.number().greater(0).max(20).required(), 'What was cut off the deck'),
    }),
  })
  .conditional(Joi.object({ kind: 'sleeve' }).unknown(), {
    then: Joi.object({ kind: Joi.string().max(20).required(), cylinder: cylinderSchema.required() }),
  })
  .conditional(Joi.object({ kind: 'pressPin' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      cylinder: cylinderSchema.required(),
      crayonC: named(Joi.number().min(0).max(500).allow(null).required(), 'What the crayon said'),
      overruled: named(Joi.string().max(300).allow('').required(), 'Why it was pressed all the same'),
    }),
  })
  .conditional(Joi.object({ kind: 'pressOff' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      cylinder: cylinderSchema.required(),
      support: named(Joi.string().pattern(/\S/).max(120).required(), 'What the piston lay on'),
      boreBeforeMm: mayMm('The pin bore before'),
      boreAfterMm: mayMm('The pin bore after'),
      skirtBeforeMm: mayMm('The skirt before'),
      skirtAfterMm: mayMm('The skirt after'),
    }),
  })
  .conditional(Joi.object({ kind: 'closeRod' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      rod: rodSchema.required(),
      closedMm: named(Joi.number().greater(0).max(2).required(), 'How much came off the faces'),
      faces: named(Joi.string().valid('cap', 'both').required(), 'Whose faces were ground'),
    }),
  })
  .conditional(Joi.object({ kind: 'honeRod' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      rod: rodSchema.required(),
      seconds: named(Joi.number().greater(0).max(3600).required(), 'How long it was honed'),
    }),
  })
  .conditional(Joi.object({ kind: 'newBolts' }).unknown(), {
    then: Joi.object({ kind: Joi.string().max(20).required(), rod: rodSchema.required() }),
  })
  .conditional(Joi.object({ kind: 'finish' }).unknown(), {
    then: Joi.object({
      kind: Joi.string().max(20).required(),
      what: named(
        Joi.string()
          .valid(...CRANK_FINISHES)
          .required(),
        'What was done',
      ),
    }),
    otherwise: Joi.object({
      kind: named(
        Joi.string()
          .valid(...WORK_KINDS)
          .required(),
        'The work',
      ),
    }),
  });

/** Something that was done to a part of the engine. */
export interface NewWork extends Write {
  readonly work: Work;
  readonly afterSpinId: string | null;
  readonly note?: string;
  readonly another?: true;
}
export const newWorkSchema = Joi.object<NewWork>({
  ...write,
  work: workSchema.required(),
  afterSpinId: named(Joi.string().uuid().allow(null).required(), 'The spin before it'),
  note: named(Joi.string().max(300).allow(''), 'The note'),
});

export interface WorkEntry extends WorkFact, Attribution {
  readonly note: string;
}

const groupLimitsSchema = (name: string): Joi.ObjectSchema<GroupLimits> =>
  Joi.object<GroupLimits>({
    lowMm: sizeMm(`The low limit of ${name}`).allow(null).required(),
    highMm: sizeMm(`The high limit of ${name}`).allow(null).required(),
    outOfRoundMm: mayMm(`How far from round ${name} may be`),
    taperMm: mayMm(`How much taper ${name} may have`),
    targetMm: mayMm(`What undersize 0 of ${name} is ground to`),
    cleanUpMm: mayMm(`The clean-up allowance of ${name}`),
    fillet: limitsSchema(`the fillets of ${name}`),
    width: limitsSchema(`the width of ${name}`),
    undersizes: named(
      Joi.array()
        .items(
          Joi.object<Undersize, true>({
            underMm: named(Joi.number().greater(0).max(10).required(), 'The undersize'),
            stock: named(Joi.number().integer().min(0).max(9999).allow(null).required(), 'How many are there'),
            price: named(Joi.number().min(0).max(1e6).allow(null).required(), 'The price'),
          }),
        )
        .max(20)
        .required(),
      'The undersizes on sale',
    ),
    shells: Joi.object({
      housingMm: named(Joi.number().greater(0).max(1000).required(), 'The housing of the shells'),
      wallMm: named(Joi.number().greater(0).max(50).required(), 'The wall of the shells'),
      liningMm: named(Joi.number().min(0).max(5).required(), 'Their lining'),
      liningGPerCm3: named(Joi.number().greater(0).max(20).required(), 'The lining’s density'),
      widthMm: named(Joi.number().greater(0).max(500).required(), 'The width of the shells'),
    }).allow(null),
    clearance: limitsSchema(`the clearance of ${name}`).required(),
    grades: gradesSchema.required(),
  });

export const crankLimitsSchema = Joi.object<CrankLimits>({
  runOutMm: mayMm('The run-out allowed'),
  blocks: named(Joi.array().items(Joi.number().integer().min(1).max(39)).length(2).required(), 'The mains that it lies on'),
  vDeg: named(Joi.number().greater(0).less(180), 'The angle of the V'),
  stepsATurn: named(Joi.number().integer().min(5).max(72).required(), 'Readings a turn'),
  isCast: named(Joi.boolean().required(), 'Cast'),
  rule: ruleSchema.required(),
  endFloat: limitsSchema('the end float').required(),
  mains: groupLimitsSchema('the mains').required(),
  pins: groupLimitsSchema('the pins').required(),
});

export const crackTestSchema = Joi.object<CrackTest>({
  way: named(Joi.string().valid('tested', 'waived').required(), 'Tested or waived'),
  by: named(Joi.string().pattern(/\S/).max(80).required(), 'By whom'),
  method: named(Joi.string().max(80).allow('').required(), 'How'),
  demagnetised: named(Joi.boolean().required(), 'Demagnetised'),
  afterWorks: named(Joi.number().integer().min(0).max(1000).required(), 'After how many works'),
  cracks: named(
    Joi.array()
      .items(
        Joi.object({
          place: named(Joi.string().pattern(/\S/).max(120).required(), 'Where a crack shows'),
          zMm: sizeMm('Where along the crank').allow(null).required(),
        }),
      )
      .max(40)
      .required(),
    'The cracks',
  ),
});

export const gaugeSettingSchema = Joi.object<GaugeSettingFact>({
  name: named(Joi.string().pattern(/\S/).max(80).required(), 'The gauge’s name'),
  divisionMm: named(Joi.number().greater(0).max(1).required(), 'The gauge’s division'),
  deviationMm: named(Joi.number().min(0).max(1).allow(null).required(), 'The gauge’s scatter'),
  setValueMm: sizeMm('The set value').required(),
  sign: named(Joi.number().valid(1, -1).required(), 'Which way the needle goes'),
  zeroMm: sizeMm('The zero before').required(),
  gaugeMetal: metalSchema.required(),
  partMetal: metalSchema,
  gaugeC: celsiusC('The gauge’s temperature'),
  partC: celsiusC('The part’s temperature'),
  zeroAfterMm: sizeMm('The zero after').allow(null).required(),
  moved: named(Joi.string().valid('corrected', 'doubted').allow(null).required(), 'What became of the zero'),
});

/** Where a gauge's readings come from. */
const GAUGE_SOURCES = ['typed', 'serial', 'standin'] as const;
export type GaugeSource = (typeof GAUGE_SOURCES)[number];

/** How good the stand-in gauge is. */
export interface StandinGauge {
  readonly divisionMm: number;
  readonly playMm: number;
  readonly noiseMm: number;
  readonly driftMmPerMin: number;
  readonly settlingS: number;
  readonly sign: NeedleSign;
  readonly gaugeC: number;
  readonly partC: number;
  readonly partMetal: GrowingMetal;
}
export const standinGaugeSchema = Joi.object<StandinGauge, true>({
  divisionMm: named(Joi.number().min(0.0001).max(1).required(), 'The division'),
  playMm: named(Joi.number().min(0).max(1).required(), 'The play'),
  noiseMm: named(Joi.number().min(0).max(1).required(), 'The noise'),
  driftMmPerMin: named(Joi.number().min(-1).max(1).required(), 'The drift'),
  settlingS: named(Joi.number().min(0.01).max(10).required(), 'The settling time'),
  sign: named(Joi.number().valid(1, -1).required(), 'Which way the needle goes'),
  gaugeC: named(Joi.number().min(-30).max(80).required(), 'The gauge’s temperature'),
  partC: named(Joi.number().min(-30).max(80).required(), 'The part’s temperature'),
  partMetal: metalSchema.required(),
});

/** What a person does at the stand-in gauge. */
export type GaugeCommand =
  | ({ readonly word: 'PLACE'; readonly jobId: string } & Pick<NewMeasurement, 'feature' | 'quantity' | 'angleDeg' | 'depth'>)
  | { readonly word: 'SET'; readonly setMm: number }
  | { readonly word: 'BECOME'; readonly character: StandinGauge }
  | { readonly word: 'LIFT' | 'ZERO' };
export const gaugeCommandSchema = Joi.object<GaugeCommand>({
  word: Joi.string().valid('PLACE', 'SET', 'BECOME', 'LIFT', 'ZERO').required(),
  jobId: Joi.string().uuid(),
  feature: featureSchema,
  quantity: named(Joi.string().valid(...QUANTITIES), 'What is measured'),
  angleDeg: named(Joi.number().min(0).less(360).allow(null), 'The angle'),
  depth: named(Joi.number().integer().min(1).max(9).allow(null), 'The place along it'),
  setMm: named(Joi.number().min(0).max(5000), 'The set value'),
  character: standinGaugeSchema,
})
  .when(Joi.object({ word: Joi.valid('PLACE') }).unknown(), {
    then: Joi.object({ jobId: Joi.required(), feature: Joi.required(), quantity: Joi.required(), angleDeg: Joi.required(), depth: Joi.required() }),
  })
  .when(Joi.object({ word: Joi.valid('SET') }).unknown(), { then: Joi.object({ setMm: Joi.required() }) })
  .when(Joi.object({ word: Joi.valid('BECOME') }).unknown(), { then: Joi.object({ character: Joi.required() }) });

/** A gauge of the shop: an instrument for lengths, with its study. */
export interface Gauge {
  readonly id: string;
  readonly name: string;
  readonly divisionMm: number;
  /** Which way its needle goes for a larger size. */
  readonly sign: NeedleSign;
  readonly metal: GrowingMetal;
  /** Repeated placements on one place, mm; fewer than two are no study. */
  readonly studyMm: readonly number[];
  /** The day it is to be checked again; null where nobody said. */
  readonly dueOn: string | null;
  /** Typed where nobody said; a gauge that types like a keyboard is typed too. */
  readonly source?: GaugeSource;
  /** How a serial gauge writes its lines. */
  readonly lineTemplate?: string;
  readonly baudRate?: number;
}

export interface GaugesChange extends Change {
  readonly gauges: readonly Gauge[];
}
export const gaugesChangeSchema = Joi.object<GaugesChange>({
  ...change,
  gauges: named(
    Joi.array()
      .items(
        Joi.object<Gauge>({
          id: Joi.string().uuid().required(),
          name: named(Joi.string().pattern(/\S/).max(80).required(), 'The gauge’s name'),
          divisionMm: named(Joi.number().greater(0).max(1).required(), 'The division'),
          sign: named(Joi.number().valid(1, -1).required(), 'Which way the needle goes'),
          metal: metalSchema.required(),
          studyMm: named(Joi.array().items(sizeMm('A placement of the study')).max(40).required(), 'The study'),
          dueOn: named(
            Joi.string()
              .max(10)
              .pattern(/^\d{4}-\d{2}-\d{2}$/)
              .allow(null)
              .required(),
            'The day it is due',
          ),
          source: named(Joi.string().valid(...GAUGE_SOURCES), 'Where its readings come from'),
          lineTemplate: named(Joi.string().max(200).allow(''), 'The line pattern'),
          baudRate: named(Joi.number().integer().min(300).max(921600), 'The speed of the line'),
        }),
      )
      .max(40)
      .unique('name')
      .required()
      .messages({ 'array.unique': 'Two gauges have the same name.' }),
    'The gauges',
  ),
});

/** The gauges of a shop, with the version of their list. */
export interface GaugeDrawer {
  readonly gauges: readonly Gauge[];
  readonly version: number;
}
