import { check } from '@tare/contract';
import type Joi from 'joi';

/** Reads a line's JSON against a schema, or says in a sentence why it cannot be taken. */
export function readJson<T>(
  schema: Joi.Schema<T>,
  body: string,
): { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string } {
  let input: unknown;
  try {
    input = JSON.parse(body);
  } catch {
    return { ok: false, reason: 'That is not JSON.' };
  }
  const checked = check(schema, input);
  return checked.ok ? checked : { ok: false, reason: checked.problems.map((p) => p.message).join(' ') };
}
