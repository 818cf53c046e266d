import { HEARD_AT, type BoreLimits, type BoringNoted, type BoringWord, type Evidence, type Oversize, type RingLimits } from '@tare/core';
import Joi from 'joi';
import { named } from './ids.js';
import { limitsSchema, mayMm, ruleSchema, sizeMm } from './limitSchemas.js';

const price = (name: string): Joi.NumberSchema => named(Joi.number().min(0).max(1e6).allow(null).required(), name);

/** Limits of a block's bores and its pistons, as they are typed. */
export const boreLimitsSchema = Joi.object<BoreLimits>({
  rule: ruleSchema.required(),
  nominalMm: mayMm('The nominal bore'),
  wearMm: mayMm('How much a bore may have worn'),
  outOfRoundMm: mayMm('How far from round a bore may be'),
  taperMm: mayMm('How much taper a bore may have'),
  oversizes: named(
    Joi.array()
      .items(
        Joi.object<Oversize, true>({
          overMm: named(Joi.number().greater(0).max(20).required(), 'The oversize'),
          stock: named(Joi.number().integer().min(0).max(9999).allow(null).required(), 'How many are there'),
          price: price('The price of the set'),
        }),
      )
      .max(20)
      .required(),
    'The oversizes on sale',
  ),
  honeMm: named(Joi.number().min(0).max(2).required(), 'What is left for the hone'),
  leastWallMm: mayMm('The thinnest wall'),
  sleevePrice: price('The price of a sleeve'),
  pricedOn: named(Joi.string().max(40).allow('').required(), 'The day of the prices'),
  clearance: limitsSchema('the clearance of the pistons').required(),
  rings: named(
    Joi.array()
      .items(
        Joi.object<RingLimits, true>({
          name: named(Joi.string().pattern(/\S/).max(40).required(), 'The ring’s name'),
          lowMm: sizeMm('The least gap of the ring').allow(null).required(),
          highMm: sizeMm('The largest gap of the ring').allow(null).required(),
        }),
      )
      .max(9)
      .unique('name')
      .messages({ 'array.unique': 'Two rings have the same name.' }),
    'The rings',
  ),
});

/** How the block was held while its bores were measured and honed. */
export const boringNotedSchema = Joi.object<BoringNoted, true>({
  plate: named(Joi.string().valid('none', 'torqued').required(), 'The torque plate'),
  plateTorqueNm: named(Joi.number().greater(0).max(2000).allow(null).required(), 'The plate’s torque'),
  blockC: named(Joi.number().min(-30).max(120).allow(null).required(), 'The block’s temperature'),
  note: named(Joi.string().max(300).allow('').required(), 'The note'),
});

export const boringWordSchema = Joi.object<BoringWord, true>({
  overMm: named(Joi.number().greater(0).max(20).required(), 'The oversize'),
  by: named(Joi.string().pattern(/\S/).max(80).required(), 'Whose word it is'),
  on: named(Joi.string().pattern(/\S/).max(40).required(), 'The day of the word'),
  price: price('The price that was told'),
});

export const evidenceSchema = Joi.object<Evidence, true>({
  leakIn: named(Joi.number().greater(0).max(1000).allow(null).required(), 'The pressure put in'),
  leakHeld: named(Joi.number().min(0).max(1000).allow(null).required(), 'The pressure held'),
  heardAt: named(
    Joi.string()
      .valid(...HEARD_AT)
      .required(),
    'Where it is heard',
  ),
  seen: named(Joi.string().max(300).allow('').required(), 'What was seen'),
})
  .custom((value: Evidence, helpers) =>
    value.leakIn !== null && value.leakHeld !== null && value.leakHeld > value.leakIn ? helpers.error('held.over') : value,
  )
  .messages({ 'held.over': 'More pressure is held than was put in.' });
