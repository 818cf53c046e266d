import { PIN_WAYS, type PinLimits } from '@tare/core';
import Joi from 'joi';
import { named } from './ids.js';
import { limitsSchema, ruleSchema } from './limitSchemas.js';

/** What a set of piston pins has to be, as it is typed. */
export const pinLimitsSchema = Joi.object<PinLimits, true>({
  way: named(
    Joi.string()
      .valid(...PIN_WAYS)
      .required(),
    'Floating or pressed',
  ),
  rule: ruleSchema.required(),
  inRod: limitsSchema('the pin in its rod').required(),
  inPiston: limitsSchema('the pin in its piston').required(),
});
