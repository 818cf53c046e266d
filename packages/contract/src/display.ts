import { KINDS_IN_TWO_SYSTEMS, SYSTEMS, type System, type Systems } from '@tare/core';
import Joi from 'joi';
import { change, type Change } from './byPerson.js';
import { named } from './ids.js';

/** In which units somebody types and reads. */
export interface Display {
  readonly systems: Systems;
  /** What this person means by "gr"; null until it was asked. */
  readonly gr: 'grain' | 'g' | null;
}

export interface DisplayChange extends Change, Display {}

const systemSchema = Joi.string<System>()
  .valid(...SYSTEMS)
  .required();
export const displayChangeSchema = Joi.object<DisplayChange>({
  ...change,
  systems: named(
    Joi.object(Object.fromEntries(KINDS_IN_TWO_SYSTEMS.map((kind) => [kind, named(systemSchema, `The units of ${kind}`)]))).required(),
    'The units',
  ),
  gr: named(Joi.string().valid('grain', 'g').allow(null).required(), 'What gr means'),
});
