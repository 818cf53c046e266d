import type Joi from 'joi';
import { check, computeSchemas, ROUTE_BODIES } from './index.js';

/** What is asked of a list or a text to have an end. */
const ENDS: Readonly<Record<string, readonly string[]>> = { array: ['max', 'length'], string: ['max', 'length', 'guid', 'isoDate'] };

/** Every list, every text and every object of any keys in a schema that has no end, by its path. What `when` adds only narrows it. */
function endless(schema: unknown, path = ''): string[] {
  if (Array.isArray(schema)) return schema.flatMap((one, i) => endless(one, `${path}.${i}`));
  if (typeof schema !== 'object' || schema === null) return [];
  const {
    type,
    rules = [],
    flags = {},
    ...rest
  } = schema as Joi.Description & { type?: string; rules?: { name: string }[]; flags?: { only?: boolean; presence?: string } };
  const needs = type === 'object' && 'patterns' in rest ? ['max'] : ENDS[type ?? ''];
  const closed = flags.only === true || flags.presence === 'forbidden' || needs === undefined || rules.some(({ name }) => needs.includes(name));
  const below = Object.entries(rest).filter(([key]) => !['allow', 'messages', 'preferences', 'whens'].includes(key));
  return [...(closed ? [] : [`${path} (${type})`]), ...below.flatMap(([key, value]) => endless(value, `${path}.${key}`))];
}

const bodies = Object.entries<Joi.Schema | null>(ROUTE_BODIES).flatMap(([route, schema]) => (schema === null ? [] : [[route, schema] as const]));

it.each([...bodies, ...Object.entries<Joi.Schema>(computeSchemas)])('%s takes no list and no text without end', (_route, schema) => {
  expect(endless(schema.describe())).toEqual([]);
});

it.each(['PUT shop/bits', 'PUT shop-tools'] as const)('%s says what is wrong with a list of nothings, whatever stands in it', (route) => {
  const body = route === 'PUT shop/bits' ? (list: unknown) => ({ bits: list }) : (list: unknown) => ({ tools: { bars: list } });
  for (const one of [null, undefined, 7, 'x', []]) expect(check(ROUTE_BODIES[route] as Joi.Schema, body([one, one])).ok).toBe(false);
});
