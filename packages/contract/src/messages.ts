import Joi from 'joi';

/** What is wrong in one place of an input, in a sentence a machinist understands. */
export interface FieldProblem {
  /** Path such as `pins.2.zMm`; empty for the input as a whole. */
  readonly field: string;
  readonly message: string;
}

/** An RFC 9457 problem, as every failed request of the API returns it. */
export interface Problem {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly errors?: readonly FieldProblem[];
  /** What the detail asks: `another` is answered by the field of that name, sent along as true; `shopCode` by letting the device in. */
  readonly ask?: 'another' | 'shopCode';
}

const messages: Joi.LanguageMessages = {
  'any.required': '{{#label}} is missing.',
  'any.only': '{{#label}} has to be one of {{#valids}}.',
  'any.unknown': '{{#label}} does not belong here.',
  'array.base': '{{#label}} has to be a list.',
  'array.min': '{{#label}} needs at least {{#limit}}.',
  'array.max': '{{#label}} takes at most {{#limit}}.',
  'array.length': '{{#label}} needs exactly {{#limit}}.',
  'boolean.base': '{{#label}} has to be yes or no.',
  'number.base': '{{#label}} has to be a number.',
  'number.integer': '{{#label}} has to be a whole number.',
  'number.min': '{{#label}} is {{#value}}; the least that makes sense is {{#limit}}.',
  'number.max': '{{#label}} is {{#value}}; the most that makes sense is {{#limit}}.',
  'number.greater': '{{#label}} is {{#value}}; it has to be above {{#limit}}.',
  'number.less': '{{#label}} is {{#value}}; it has to be below {{#limit}}.',
  'number.infinity': '{{#label}} has to be a number.',
  'number.unsafe': '{{#label}} is too large a number.',
  'object.base': '{{#label}} has to be an object.',
  'object.max': '{{#label}} takes at most {{#limit}}.',
  'object.unknown': '{{#label}} does not belong here.',
  'string.base': '{{#label}} has to be text.',
  'string.empty': '{{#label}} is blank.',
  'string.guid': '{{#label}} has to be an id (UUID).',
  'string.max': '{{#label}} is longer than {{#limit}} characters.',
  // The only pattern that people's own words have to fit is that something can be seen of them.
  'string.pattern.base': '{{#label}} is blank.',
};

/** How every schema of Tare is checked: all complaints at once, nothing converted, nothing dropped. */
export const CHECK_OPTIONS: Joi.ValidationOptions = { abortEarly: false, convert: false, errors: { wrap: { label: false, array: false } }, messages };

export type Checked<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly FieldProblem[] };

/**
 * Checks an unknown input against a schema; complaints carry a path and a sentence.
 * @param personId who makes it: goes into every entry of the input
 */
export function check<T>(schema: Joi.Schema<T>, input: unknown, personId: string | null = null): Checked<T> {
  const { error, value } = schema.validate(input, { ...CHECK_OPTIONS, context: { personId } }) as { error?: Joi.ValidationError; value: T };
  if (!error) return { ok: true, value };
  return { ok: false, problems: error.details.map(({ path, message }) => ({ field: path.join('.'), message: upperFirst(message) })) };
}

const upperFirst = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
