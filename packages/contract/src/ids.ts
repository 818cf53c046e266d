import Joi from 'joi';

/** Ids are made by whoever makes the entry, so that a retry after a dropped connection never doubles it. */
export const idSchema = Joi.string().uuid().required();

/** A field's name as a person reads it, for the sentences of `sentences.ts`. */
export const named = <S extends Joi.Schema>(schema: S, name: string): S => schema.label(name) as S;
