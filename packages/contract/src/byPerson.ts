import Joi from 'joi';
import { idSchema, named } from './ids.js';

/** Who makes an entry; every entry says so. */
export interface ByPerson {
  readonly personId: string;
}
export const personId = named(idSchema, 'Who is at the bench');

/** Every write has an id of its own, made by whoever makes it: sent twice it is one, and answered alike. */
export interface Write extends ByPerson {
  readonly id: string;
}
export const write = { id: idSchema, personId };

/** A change of something that has versions: made against the one that was on the screen, so that nobody's change is lost unseen. */
export interface Change extends Write {
  readonly baseVersion: number;
}
/** Versions are counted in four bytes. */
const MOST_VERSIONS = 2 ** 31 - 2;
export const change = {
  ...write,
  baseVersion: named(Joi.number().integer().min(0).max(MOST_VERSIONS).required(), 'The version on the screen'),
};

/** What an entry stands in for, and why. */
export interface Amends {
  readonly entryId: string;
  readonly reason: string;
}
export const reasonSchema = named(Joi.string().pattern(/\S/).max(300).required(), 'The reason');
export const amendsSchema = Joi.object<Amends, true>({ entryId: idSchema, reason: reasonSchema });

/** Who and when, on every entry; `at` is the server's clock in ISO 8601. */
export interface Attribution {
  readonly personId: string;
  readonly at: string;
}
