import type { BoltTorque, OverShell, RodBolts, RodLimits, RodNumbers } from '@tare/core';
import Joi from 'joi';
import { named } from './ids.js';
import { gradesSchema, limitsSchema, mayMm, ruleSchema } from './limitSchemas.js';

/** Limits of a set of rods, as they are typed. */
export const rodLimitsSchema = Joi.object<RodLimits>({
  rule: ruleSchema.required(),
  bigEnd: limitsSchema('the big end').required(),
  outOfRoundMm: mayMm('How far from round a big end may be'),
  taperMm: mayMm('How much taper a big end may have'),
  aimRatio: named(Joi.number().min(0).max(1).required(), 'Where in its band a big end is honed to'),
  stockMm: named(Joi.number().min(0).max(2).required(), 'What closing leaves to be honed'),
  mostOffCapMm: mayMm('The most that comes off a cap alone'),
  centreSpreadMm: mayMm('The spread of centre distances'),
  bendMm: mayMm('The bend allowed'),
  twistMm: mayMm('The twist allowed'),
  overMm: named(Joi.number().greater(0).max(1000).required(), 'The length over which bend and twist are read'),
  smallEnd: limitsSchema('the small end').required(),
  stretch: limitsSchema('a bolt’s stretch').required(),
  longerMm: mayMm('How much longer a bolt may stay'),
  mostUses: named(Joi.number().integer().min(1).max(99).allow(null).required(), 'How often a bolt may be torqued'),
  clearance: limitsSchema('the clearance of the rods').required(),
  grades: gradesSchema.required(),
  overShells: named(
    Joi.array()
      .items(
        Joi.object<OverShell, true>({
          overMm: named(Joi.number().greater(0).max(10).required(), 'How much larger the shells’ outside is'),
          stock: named(Joi.number().integer().min(0).max(9999).required(), 'How many pairs are there'),
        }),
      )
      .max(20)
      .required(),
    'Shells with a larger outside',
  ),
});

export const boltTorqueSchema = Joi.object<BoltTorque, true>({
  torqueNm: named(Joi.number().greater(0).max(1000).required(), 'The torque of the rod bolts'),
  lubricant: named(Joi.string().pattern(/\S/).max(80).required(), 'What the bolts are lubricated with'),
});

export const rodNumbersSchema = Joi.object<RodNumbers, true>({
  rod: named(Joi.string().max(20).allow('').required(), 'What is stamped on the rod'),
  cap: named(Joi.string().max(20).allow('').required(), 'What is stamped on the cap'),
});

export const rodBoltsSchema = Joi.object<RodBolts, true>({
  areNew: named(Joi.boolean().required(), 'New bolts'),
  uses: named(Joi.number().integer().min(0).max(999).required(), 'How often the bolts were torqued'),
});
