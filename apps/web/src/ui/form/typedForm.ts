import { typedQuantity, unitOfName, type Unit } from '@tare/core';
import type Joi from 'joi';

/** Something as it is typed: every figure is text until it is read, blank where there is none. */
export type Typed<T> = T extends number | null | undefined
  ? string
  : T extends string | boolean
    ? T
    : T extends readonly (infer Row)[]
      ? Typed<Row>[]
      : { -readonly [K in keyof T]-?: Typed<T[K]> };

/** Text in a form for something that is kept. */
export function typedOf<T>(kept: T): Typed<T> {
  const text = (value: unknown): unknown => {
    if (value === null || value === undefined) return '';
    if (typeof value === 'number') return String(value);
    if (Array.isArray(value)) return value.map(text);
    if (typeof value === 'object') return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, text(one)]));
    return value;
  };
  return text(kept) as Typed<T>;
}

/** The unit of a figure whose name does not say it, by its path with `*` for a row's number. */
export type Units = Readonly<Record<string, Unit>>;

export interface ReadForm {
  /** For its schema to judge: what is no number stays as it was typed. */
  readonly content: unknown;
  /** Figures that were typed otherwise than they are kept. */
  readonly figures: Readonly<Record<string, string>>;
}

/**
 * Reads what was typed the way its schema wants it: text where that says a number becomes one, in the unit that its name ends with;
 * a blank becomes null where that is allowed, is left out where the figure may lack, and is no number elsewhere.
 */
export function readForm(schema: Joi.Schema, typed: unknown, units: Units = {}): ReadForm {
  const figures: Record<string, string> = {};
  const read = (wanted: Joi.Schema | undefined, value: unknown, path: string): unknown => {
    if (wanted?.type === 'number' && typeof value === 'string') return number(wanted, value, path);
    if (typeof value === 'string') return wanted?.type === 'string' || wanted === undefined ? value.trim() : value;
    if (Array.isArray(value)) return value.map((row, i) => read(rowOf(wanted), row, `${path}.${i}`));
    if (typeof value === 'object' && value !== null)
      return Object.fromEntries(
        Object.entries(value)
          .map(([key, one]) => [key, read(keyOf(wanted, key), one, path === '' ? key : `${path}.${key}`)] as const)
          .filter(([, one]) => one !== undefined),
      );
    return value;
  };
  const number = (wanted: Joi.Schema, text: string, path: string): unknown => {
    if (text.trim() === '') return allows(wanted, null) ? null : allows(wanted, undefined) ? undefined : text;
    figures[path] = text;
    // A row of a list of figures is what the list is of.
    const value = typedQuantity(text, units[path.replace(/\.\d+(?=\.|$)/g, '.*')] ?? unitOfName(path.replace(/(\.\d+)+$/, '')) ?? '');
    return Number.isNaN(value) ? text : value;
  };
  return { content: read(schema, typed, ''), figures };
}

// By its terms: a schema in the browser describes itself no more.
interface Terms {
  readonly keys?: readonly { readonly key: string; readonly schema: Joi.Schema }[] | null;
  readonly items?: readonly Joi.Schema[];
}
const termsOf = (schema: Joi.Schema | undefined): Terms => (schema?.$_terms ?? {}) as Terms;

/** The schema of a key of an object; undefined where it has none of its own. */
export const keyOf = (schema: Joi.Schema | undefined, key: string): Joi.Schema | undefined =>
  termsOf(schema).keys?.find((one) => one.key === key)?.schema;
const rowOf = (schema: Joi.Schema | undefined): Joi.Schema | undefined => termsOf(schema).items?.[0];
const allows = (schema: Joi.Schema, value: null | undefined): boolean => schema.validate(value).error === undefined;
