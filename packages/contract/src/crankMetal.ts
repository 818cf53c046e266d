import {
  CUT_KINDS,
  DRILL_SIDES,
  FACES,
  RIM_KINDS,
  type Bit,
  type Counterweight,
  type Crank,
  type CrankPoint,
  type CrankSizes,
  type CrankWeb,
  type Cut,
  type CutKind,
  type FaceSeat,
  type JournalSize,
  type KnownCut,
  type MainJournal,
  type NoDrillArc,
  type OilWay,
  type RimSeat,
  type ShaftEnd,
} from '@tare/core';
import Joi from 'joi';
import { named } from './ids.js';
import { planesSchema } from './planes.js';

const text = (name: string, most: number): Joi.StringSchema => named(Joi.string().pattern(/\S/).max(most).required(), name);
const number = (name: string): Joi.NumberSchema => named(Joi.number().required(), name);
const perhaps = (name: string): Joi.NumberSchema => named(Joi.number().allow(null), name);
export const zMm = (name: string): Joi.NumberSchema => number(name).min(-5000).max(5000);

const place = {
  counterweightId: named(Joi.string().max(40).required(), 'The counterweight'),
  angleDeg: number('The angle').min(0).less(360),
};
const drilled = {
  bitMm: number('The bit').greater(0).max(100),
  pointAngleDeg: number('The point angle').min(60).max(180),
  depthMm: number('The depth').greater(0).max(500),
};
const faceRadiusMm = number('The radius of its axis').greater(0).max(2000);
const face = named(
  Joi.string()
    .valid(...FACES)
    .allow(null)
    .required(),
  'The face',
);
const alongMm = perhaps('Its place along the crank').min(-5000).max(5000);
const seat = Joi.alternatives()
  .conditional('.from', {
    is: 'face',
    then: Joi.object<FaceSeat>({ from: Joi.valid('face').required(), face, radiusMm: faceRadiusMm }),
    otherwise: Joi.object<RimSeat>({ from: Joi.valid('rim').required(), zMm: alongMm.required() }),
  })
  .required();
const replacesId = named(Joi.string().max(80).required(), 'The hole that it changes');
const rim = { ...place, halfArcDeg: number('Half the stretch of rim').greater(0).max(180), depthMm: drilled.depthMm };

/** The fields of each kind of cut, and no others. */
const CUT_FIELDS: { readonly [K in CutKind]: Joi.SchemaMap } = {
  radial: { ...place, ...drilled, zMm: alongMm },
  face: { ...place, ...drilled, face, radiusMm: faceRadiusMm },
  bar: {
    ...place,
    seat,
    diameterMm: number('The bar’s diameter').greater(0).max(100),
    lengthMm: number('The bar’s length').greater(0).max(500),
    depthMm: drilled.depthMm,
    densityGPerCm3: number('The bar’s density').min(1).max(25),
    replacesId: replacesId.allow(null),
  },
  redrill: { ...place, ...drilled, seat, replacesId },
  weld: { ...place, seat, replacesId, bitMm: drilled.bitMm, depthMm: drilled.depthMm },
  turn: rim,
  grind: rim,
};

/** A cut of any kind, with these fields beside its own. */
function cutWith<T>(more: Joi.SchemaMap): Joi.AlternativesSchema<T> {
  return Joi.alternatives<T>().conditional('.kind', {
    switch: CUT_KINDS.map((kind) => ({ is: kind, then: Joi.object({ kind: Joi.valid(kind).required(), ...CUT_FIELDS[kind], ...more }) })),
    otherwise: Joi.object({
      kind: named(
        Joi.string()
          .valid(...CUT_KINDS)
          .required(),
        'The kind of cut',
      ),
    }).unknown(),
  });
}

export const cutSchema = cutWith<Cut>({});
/** A cut that is in the metal. */
export const knownCutSchema = cutWith<KnownCut>({ id: named(Joi.string().max(80).required(), 'The cut’s id') });

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

const mm = (name: string): Joi.NumberSchema => number(name).greater(0).max(1000);
const journal = { diameterMm: mm('The diameter'), widthMm: mm('The width'), filletMm: number('The fillet').min(0).max(50) };
const pointSchema = Joi.object<CrankPoint, true>({
  zMm: zMm('Its place along the crank'),
  radiusMm: number('Its radius').min(0).max(2000),
  angleDeg: number('Its angle').min(-360).max(360),
}).required();
const endSchema = Joi.object<ShaftEnd, true>({ lengthMm: mm('The length'), diameterMm: mm('The diameter') })
  .allow(null)
  .required();

const sizesSchema = Joi.object<CrankSizes>({
  mains: named(
    Joi.array()
      .items(Joi.object<MainJournal, true>({ zMm: zMm('The main’s position'), ...journal }))
      .max(32)
      .required(),
    'The mains',
  ),
  pins: named(Joi.array().items(Joi.object<JournalSize, true>(journal)).max(16).required(), 'The sizes of the pins'),
  webs: named(
    Joi.array()
      .items(
        Joi.object<CrankWeb>({
          zMm: zMm('The web’s position'),
          widthMm: number('The web’s width').greater(0).max(500),
          pins: named(Joi.array().items(Joi.number().integer().min(1).max(16)).min(1).max(2).required(), 'The pins that the web holds'),
          shoulderMm: number('The web’s shoulder').min(0).max(200),
        }),
      )
      .max(48)
      .required(),
    'The webs',
  ),
  oilWays: named(
    Joi.array()
      .items(Joi.object<OilWay, true>({ boreMm: number('The bore').greater(0).max(50), from: pointSchema, to: pointSchema }))
      .max(64)
      .required(),
    'The oil ways',
  ),
  snout: named(endSchema, 'The snout'),
  flange: named(endSchema, 'The flange'),
});

export const crankSchema = Joi.object<Crank>({
  counterweights: named(Joi.array().items(counterweightSchema).min(1).max(32).required(), 'The counterweights'),
  planes: planesSchema.required(),
  massKg: number('The crank’s mass').greater(0).max(5000),
  massCentreZMm: zMm('The mass centre’s position'),
  densityGPerCm3: number('The density').min(1).max(25),
  found: named(
    Joi.array().items(knownCutSchema).max(200).unique('id').messages({ 'array.unique': 'Two of the holes it came with have the same id.' }),
    'The holes it came with',
  ),
  sizes: named(sizesSchema, 'The crank’s own sizes'),
});

export const bitSchema = Joi.object<Bit, true>({
  bitMm: number('The bit').greater(0).max(100),
  pointAngleDeg: number('The point angle').min(60).max(180),
  usableDepthMm: number('The bit’s reach').greater(0).max(1000),
});
