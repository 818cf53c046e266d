import {
  DRILL_SIDES,
  RIM_KINDS,
  type Bit,
  type Counterweight,
  type Crank,
  type CrankHole,
  type HoleInRim,
  type HoleShape,
  type NoDrillArc,
  type RimCut,
  type Slug,
} from '@tare/core';
import Joi from 'joi';
import { named } from './ids.js';
import { planesSchema } from './planes.js';

const text = (name: string, most: number): Joi.StringSchema => named(Joi.string().pattern(/\S/).max(most).required(), name);
const number = (name: string): Joi.NumberSchema => named(Joi.number().required(), name);
const perhaps = (name: string): Joi.NumberSchema => named(Joi.number().allow(null), name);
export const zMm = (name: string): Joi.NumberSchema => number(name).min(-5000).max(5000);

const holeShape = {
  bitMm: number('The bit').greater(0).max(100),
  pointAngleDeg: number('The point angle').min(60).max(180),
  depthMm: number('The depth').greater(0).max(500),
  axialRadiusMm: perhaps('The radius of a hole in the side face').greater(0).max(2000),
};
const holeAngle = number('The angle').min(0).less(360);

const slugSchema = Joi.object<Slug>({
  radiusMm: number('The slug’s radius').greater(0).max(2000),
  densityGPerCm3: number('The slug’s density').min(1).max(25),
  welded: named(Joi.boolean(), 'Welded'),
});
const rimCutSchema = Joi.object<RimCut>({
  halfArcDeg: number('Half the stretch of rim').greater(0).max(180),
  holes: named(
    Joi.array()
      .items(Joi.object<HoleInRim>({ ...holeShape, angleDeg: holeAngle }))
      .max(100)
      .required(),
    'The holes in the rim',
  ),
});

export const crankHole = {
  ...holeShape,
  // A rim that is taken down says its width here.
  bitMm: number('The bit').greater(0).max(500),
  counterweightId: named(Joi.string().max(40).required(), 'The counterweight'),
  angleDeg: holeAngle,
  slug: slugSchema.allow(null),
  was: Joi.object<HoleShape>(holeShape).allow(null),
  rim: rimCutSchema.allow(null),
  rimRadiusMm: perhaps('The rim that it was measured from').greater(0).max(2000),
};
export const crankHoleSchema = Joi.object<CrankHole>(crankHole);

const noDrillSchema = Joi.object<NoDrillArc, true>({
  fromDeg: number('The start of the no-drill arc').min(-360).max(360),
  toDeg: number('The end of the no-drill arc').min(-360).max(360),
  why: text('Why nothing is drilled there', 60),
});

export const counterweightSchema = Joi.object<Counterweight>({
  id: text('The counterweight’s id', 40),
  name: text('The counterweight’s name', 40),
  zMm: zMm('The counterweight’s position'),
  widthMm: number('The counterweight’s width').greater(0).max(500),
  rimRadiusMm: number('The rim radius').greater(0).max(2000),
  arcCentreDeg: number('The middle of the arc').min(-360).max(360),
  arcHalfWidthDeg: number('Half the arc').greater(0).max(180),
  depthLimitMm: number('The depth limit').greater(0).max(2000),
  kind: named(Joi.string().valid(...RIM_KINDS), 'What the rim belongs to'),
  densityGPerCm3: perhaps('The rim’s density').min(1).max(25),
  drillFrom: named(Joi.string().valid(...DRILL_SIDES), 'Where it is drilled from'),
  edgeMarginMm: perhaps('The edge margin').min(0).max(100),
  largestBitMm: perhaps('The largest bit').greater(0).max(100),
  noDrill: named(Joi.array().items(noDrillSchema).max(24), 'The no-drill arcs'),
  awkward: named(Joi.boolean(), 'Awkward to reach'),
});

export const crankSchema = Joi.object<Crank>({
  counterweights: named(Joi.array().items(counterweightSchema).min(1).max(32).required(), 'The counterweights'),
  planes: planesSchema.required(),
  massKg: number('The crank’s mass').greater(0).max(5000),
  massCentreZMm: zMm('The mass centre’s position'),
  densityGPerCm3: number('The density').min(1).max(25),
  found: named(Joi.array().items(crankHoleSchema).max(200), 'The holes it came with'),
});

export const bitSchema = Joi.object<Bit, true>({
  bitMm: number('The bit').greater(0).max(100),
  pointAngleDeg: number('The point angle').min(60).max(180),
  usableDepthMm: number('The bit’s reach').greater(0).max(1000),
});
