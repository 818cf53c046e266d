import Joi from 'joi';
import { named } from './ids.js';
import { bitSchema, crankSchema, knownCutSchema } from './crankMetal.js';
import { layoutSchema, toleranceChoiceSchema } from './jobSpec.js';
import { planesSchema } from './planes.js';
import { extraLinesSchema } from './bobs.js';

const massG = (name: string): Joi.NumberSchema => named(Joi.number().min(0).max(20000).required(), name);
const positive = (name: string, most: number): Joi.NumberSchema => named(Joi.number().greater(0).max(most).required(), name);
const vector = Joi.object({ re: Joi.number().required(), im: Joi.number().required() });
const planeUnbalance = Joi.object({ aGmm: vector.required(), bGmm: vector.required() });
const weighing = Joi.object({ meanG: positive('The mean', 20000), varianceG2: positive('The variance', 1e6) }).allow(null);

/** Input of each computation that can be called without a job. */
export const computeSchemas = {
  'bob-weight': Joi.object({
    rodSets: named(
      Joi.array()
        .items(
          Joi.object({
            cylinder: Joi.number().integer().min(1).required(),
            bigEndG: massG('The big end'),
            bearingPairG: massG('The bearing pair'),
            smallEndG: massG('The small end'),
            pistonG: massG('The piston'),
            pinG: massG('The pin'),
            lockPairG: massG('The locks or buttons'),
            ringSetG: massG('The ring set'),
          }),
        )
        .min(1)
        .max(8)
        .required(),
      'The rod sets',
    ),
    extras: extraLinesSchema,
    oilG: named(Joi.number().min(0).max(100).required(), 'The oil allowance'),
    factorRatio: named(Joi.number().min(0).max(1).required(), 'The balance factor (0 to 1)'),
  }),
  hole: Joi.object({
    rimRadiusMm: positive('The rim radius', 2000),
    bitMm: positive('The bit', 100),
    pointAngleDeg: named(Joi.number().min(60).max(180).required(), 'The point angle'),
    depthMm: positive('The depth', 500),
    densityGPerCm3: positive('The density', 25),
  }),
  'plane-transfer': Joi.object({
    amountGmm: named(Joi.number().min(0).required(), 'The amount'),
    angleDeg: named(Joi.number().min(-360).max(360).required(), 'The angle'),
    zMm: named(Joi.number().min(-5000).max(5000).required(), 'The position'),
    planes: planesSchema.required(),
  }),
  tolerance: Joi.object({
    choice: toleranceChoiceSchema.required(),
    planes: planesSchema.required(),
    rotor: Joi.object({
      massKg: positive('The rotor’s mass', 5000),
      massCentreZMm: named(Joi.number().min(-5000).max(5000).required(), 'The mass centre’s position'),
      redlineRpm: positive('The redline', 30000),
    }).required(),
  }),
  force: Joi.object({
    unbalanceGmm: named(Joi.number().min(0).required(), 'The unbalance'),
    speedRpm: named(Joi.number().min(0).max(100000).required(), 'The speed'),
  }),
  'rod-ends': Joi.object({ total: weighing.required(), bigEnd: weighing.required(), smallEnd: weighing.required() }),
  match: Joi.object({
    items: named(
      Joi.array()
        .items(Joi.object({ id: Joi.string().max(80).required(), weightG: positive('A weight', 20000), damaged: Joi.boolean().required() }))
        .min(1)
        .max(64)
        .required(),
      'The set',
    ),
    toleranceG: positive('The tolerance', 1000),
  }),
  'bobs-needed': layoutSchema,
  'hole-plan': Joi.object({
    crank: crankSchema.required(),
    unbalance: planeUnbalance.required(),
    toleranceAGmm: positive('The tolerance of plane A', 1e7),
    toleranceBGmm: positive('The tolerance of plane B', 1e7),
    bits: named(Joi.array().items(bitSchema).min(1).max(20).required(), 'The bits'),
    existing: Joi.array().items(knownCutSchema).max(100).required(),
    maxHoles: named(Joi.number().integer().min(1).max(12).required(), 'The most holes'),
    share: Joi.object({
      a: named(Joi.number().min(0).max(1).required(), 'The share to cut in plane A'),
      b: named(Joi.number().min(0).max(1).required(), 'The share to cut in plane B'),
    }).required(),
  }),
} as const satisfies Record<string, Joi.ObjectSchema>;

export type ComputationName = keyof typeof computeSchemas;
