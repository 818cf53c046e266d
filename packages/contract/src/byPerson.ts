import Joi from 'joi';
import { idSchema, named } from './ids.js';
import { saidSchema, type Said } from './said.js';

/** Who makes an entry; every entry says so. */
export interface ByPerson {
  readonly personId: string;
}

/** The header in which a request says which of the people picked on its device makes the entry. */
export const PERSON_HEADER = 'Tare-Person';

/**
 * Never part of what is sent: a request says who makes it (`PERSON_HEADER`, and a signed cookie that says who was picked on the
 * device), and whoever checks the entry puts it in (`check`’s `personId`).
 */
const personId = Joi.string()
  .forbidden()
  .default(Joi.ref('$personId'))
  .messages({ 'any.unknown': 'Who makes an entry is not said in it: it is whoever was picked at the bench.' });

/** An entry as it is sent, and who makes it. */
export interface Sent {
  readonly body: string;
  readonly personId: string | null;
}

/** Takes out of an entry, and of the entries in it, who makes them. */
export function sentBy(entry: unknown): Sent {
  const body = JSON.stringify(entry, (key, value: unknown) => (key === 'personId' ? undefined : value));
  const { personId: by } = (entry ?? {}) as Partial<ByPerson>;
  return { body, personId: by ?? null };
}

/** Every write has an id of its own, made by whoever makes it: sent twice it is one, and answered alike. */
export interface Write extends ByPerson {
  readonly id: string;
  /** What of it was typed otherwise than it is kept. */
  readonly said?: Said;
}
export const write = { id: idSchema, personId, said: saidSchema };

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
