import {
  ELSEWHERE_WHYS,
  JOB_KINDS,
  LAYOUT_IDS,
  ROTATIONS,
  SINGLE_KINDS,
  SYSTEMS,
  TOLERANCE_SCHOOLS,
  type Crankpin,
  type Cylinder,
  type ElsewhereKind,
  type JobSpec,
} from '@tare/core';
import Joi from 'joi';
import { crankSchema, zMm } from './crankMetal.js';
import { named } from './ids.js';
import { saidSchema } from './said.js';

const text = (name: string, most: number): Joi.StringSchema => named(Joi.string().pattern(/\S/).max(most).required(), name);
const number = (name: string): Joi.NumberSchema => named(Joi.number().required(), name);

export const crankpinSchema = Joi.object<Crankpin>({
  angleDeg: number('The pin’s angle').min(-360).max(360),
  zMm: zMm('The pin’s position'),
  cylinders: named(Joi.array().items(Joi.number().integer().min(1).max(32)).min(1).max(12).required(), 'The cylinders on this pin'),
});

export const cylinderSchema = Joi.object<Cylinder, true>({
  number: number('The cylinder’s number').integer().min(1).max(32),
  bankDeg: number('The bank’s angle').min(-360).max(360),
});

export const layoutSchema = Joi.object({
  pins: named(Joi.array().items(crankpinSchema).min(1).max(16).required(), 'The pins'),
  cylinders: named(Joi.array().items(cylinderSchema).min(1).max(32).required(), 'The cylinders'),
  rotation: named(Joi.string().valid(...ROTATIONS), 'The rotation'),
  firingOrder: named(Joi.array().items(Joi.number().integer().min(1).max(32)).max(32), 'The firing order'),
  pinOffsetMm: named(Joi.number().min(-50).max(50), 'The offset of the piston pins'),
  rodsApartMm: named(Joi.number().min(0).max(300), 'The distance of rods on a shared pin'),
});

export const toleranceChoiceSchema = Joi.object({
  school: named(
    Joi.string()
      .valid(...TOLERANCE_SCHOOLS)
      .required(),
    'The tolerance school',
  ),
  value: number('The tolerance').greater(0).max(100000),
});

const givenG = (name: string): Joi.NumberSchema => named(Joi.number().greater(0).max(20000).allow(null).required(), name);
const elsewhereKindSchema = Joi.object<ElsewhereKind, true>({
  why: named(
    Joi.string()
      .valid(...ELSEWHERE_WHYS)
      .required(),
    'Why it is not weighed here',
  ),
  by: named(Joi.string().max(120).allow('').required(), 'Who does it'),
  massG: givenG('What each weighs'),
  bigEndG: givenG('What each big end weighs'),
  smallEndG: givenG('What each small end weighs'),
});

export const jobSpecSchema = Joi.object<JobSpec, true>({
  jobKind: named(Joi.string().valid(...JOB_KINDS), 'What is wanted'),
  elsewhere: named(Joi.object(Object.fromEntries(SINGLE_KINDS.map((kind) => [kind, elsewhereKindSchema]))), 'What is not weighed here'),
  customer: named(Joi.string().max(120).allow('').required(), 'The customer'),
  vessel: named(Joi.string().max(120).allow('').required(), 'The boat or plant'),
  engineName: text('The engine', 120),
  layoutId: named(
    Joi.string()
      .valid(...LAYOUT_IDS)
      .required(),
    'The layout',
  ),
  layout: layoutSchema.required(),
  strokeMm: number('The stroke').min(10).max(1000),
  rodLengthMm: number('The rod length').min(20).max(3000),
  redlineRpm: number('The redline').min(50).max(25000),
  balance: named(Joi.string().valid('internal', 'external').required(), 'The kind of balance'),
  tolerance: toleranceChoiceSchema.required(),
  matchToleranceG: number('The matching tolerance').greater(0).max(100),
  crank: crankSchema.required(),
  printIn: named(Joi.string().valid(...SYSTEMS), 'The units of the prints'),
  said: saidSchema,
});
