import type { PartReason, SetUp, SetUps } from '@tare/core';
import Joi from 'joi';
import { ownPartSchema } from './fittings.js';
import { named } from './ids.js';
import { toleranceChoiceSchema } from './jobSpec.js';
import { planesSchema } from './planes.js';
import { mountedSchema, supportsSchema } from './spins.js';

const part = (name: string): Joi.StringSchema => named(Joi.string().trim().pattern(/\S/).max(40), name);
const reasons = (name: string): Joi.ArraySchema =>
  named(
    Joi.array()
      .items(
        Joi.object<PartReason, true>({
          part: part('The part').required(),
          why: named(Joi.string().trim().pattern(/\S/).max(300).required(), 'The reason'),
        }),
      )
      .max(20)
      .required(),
    name,
  );
const speed = (name: string): Joi.NumberSchema => named(Joi.number().min(50).max(10000).allow(null).required(), name);

const setUpSchema = Joi.object<SetUp>({
  id: Joi.string().uuid().required(),
  name: named(Joi.string().trim().pattern(/\S/).max(60).required(), 'The set-up’s name'),
  mounted: mountedSchema.required(),
  missing: reasons('What is missing'),
  corrects: named(Joi.array().items(part('The part')).unique().max(20).required(), 'What is corrected'),
  reopened: reasons('What is opened again'),
  planes: planesSchema.allow(null).required(),
  tolerance: toleranceChoiceSchema.allow(null).required(),
  supports: supportsSchema.allow(null).required(),
  speedRpm: speed('The balancing speed'),
  limitRpm: speed('The speed limit'),
  closed: named(Joi.string().trim().pattern(/\S/).max(300).allow(null).required(), 'Why it is closed'),
});

export const setUpsSchema = Joi.object<SetUps>({
  list: named(Joi.array().items(setUpSchema).unique('id').max(16).required(), 'The set-ups'),
  positionsDeg: named(
    Joi.object()
      .pattern(
        Joi.string().trim().pattern(/\S/).max(40),
        Joi.array()
          .items(named(Joi.number().min(-360).max(360), 'A position'))
          .max(36),
      )
      .max(20)
      .required(),
    'The positions',
  ),
  known: named(Joi.object().pattern(Joi.string().trim().pattern(/\S/).max(40), ownPartSchema).max(20), 'The shop’s own parts'),
});
