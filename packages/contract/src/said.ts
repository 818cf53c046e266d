import Joi from 'joi';
import { named } from './ids.js';

/** Figures as they were typed where that is not how they are kept ("3.45 in", "1 lb 2 oz"), by their place in what was typed. */
export type Said = Readonly<Record<string, string>>;

export const saidSchema = named(Joi.object<Said>().pattern(Joi.string().max(80), Joi.string().max(80)).max(400), 'What was typed');
