import type { AcceptanceRule, Limits, ShellGrade } from '@tare/core';
import Joi from 'joi';
import { named } from './ids.js';

/** A size or what a needle shows, mm. */
export const sizeMm = (name: string): Joi.NumberSchema => named(Joi.number().min(-5000).max(5000), name);

/** What a place has to lie between; either side may have no limit. */
export const limitsSchema = (name: string): Joi.ObjectSchema<Limits> =>
  Joi.object<Limits, true>({
    lowMm: sizeMm(`The low limit of ${name}`).allow(null).required(),
    highMm: sizeMm(`The high limit of ${name}`).allow(null).required(),
  });
/** A limit that may lack. */
export const mayMm = (name: string): Joi.NumberSchema => named(Joi.number().min(0).max(5000).allow(null).required(), name);

export const ruleSchema = named(Joi.string<AcceptanceRule>().valid('twoSided95', 'oneSided95'), 'The rule of accepting');

/** Grades of shells that can be had. */
export const gradesSchema = named(
  Joi.array()
    .items(
      Joi.object<ShellGrade, true>({
        name: named(Joi.string().pattern(/\S/).max(40).required(), 'The grade’s name'),
        wallMm: named(Joi.number().greater(0).max(50).required(), 'The grade’s wall'),
        stock: named(Joi.number().integer().min(0).max(9999).required(), 'How many halves are there'),
      }),
    )
    .max(20)
    .unique('name')
    .messages({ 'array.unique': 'Two grades have the same name.' }),
  'The grades of shells',
);
