import type { Bit } from '@tare/core';
import Joi from 'joi';
import { alikeIn } from './alikeIn.js';
import { change, type Change } from './byPerson.js';
import { bitSchema } from './crankMetal.js';
import { idSchema, named } from './ids.js';
import type { Person } from './sheets.js';

export const newPersonSchema = Joi.object<Person, true>({
  id: idSchema,
  name: named(Joi.string().pattern(/\S/).max(80).required(), 'The name'),
  role: named(Joi.string().max(80).allow('').required(), 'The role'),
});

/** Whoever is put at the bench on the device that asks. */
export interface Picked {
  readonly pick: string;
}
export const pickedSchema = Joi.object<Picked, true>({ pick: named(idSchema, 'Who is at the bench') });

export interface BitsChange extends Change {
  readonly bits: readonly Bit[];
}
export const bitsChangeSchema = Joi.object<BitsChange>({
  ...change,
  bits: named(
    Joi.array()
      .items(bitSchema)
      .min(1)
      .max(20)
      .unique(alikeIn<Bit>('bitMm', 'pointAngleDeg'))
      .required()
      .messages({ 'array.unique': 'The same bit is listed twice.' }),
    'The bits',
  ),
});
