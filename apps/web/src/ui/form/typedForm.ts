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

/** What a description of a schema has that is of use here. */
interface Described {
  readonly type?: string;
  readonly flags?: { readonly presence?: string };
  readonly allow?: readonly unknown[];
  readonly keys?: Readonly<Record<string, Described>>;
  readonly items?: readonly Described[];
}

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
  const read = (described: Described | undefined, value: unknown, path: string): unknown => {
    if (described?.type === 'number' && typeof value === 'string') return number(described, value, path);
    if (typeof value === 'string') return described?.type === 'string' || described === undefined ? value.trim() : value;
    if (Array.isArray(value)) return value.map((row, i) => read(described?.items?.[0], row, `${path}.${i}`));
    if (typeof value === 'object' && value !== null)
      return Object.fromEntries(
        Object.entries(value)
          .map(([key, one]) => [key, read(described?.keys?.[key], one, path === '' ? key : `${path}.${key}`)] as const)
          .filter(([, one]) => one !== undefined),
      );
    return value;
  };
  const number = ({ allow = [], flags }: Described, text: string, path: string): unknown => {
    if (text.trim() === '') return allow.includes(null) ? null : flags?.presence === 'required' ? text : undefined;
    figures[path] = text;
    // A row of a list of figures is what the list is of.
    const value = typedQuantity(text, units[path.replace(/\.\d+(?=\.|$)/g, '.*')] ?? unitOfName(path.replace(/(\.\d+)+$/, '')) ?? '');
    return Number.isNaN(value) ? text : value;
  };
  return { content: read(schema.describe(), typed, ''), figures };
}
