import { unitOfName } from '@tare/core';
import { applyDecorators } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiResponse } from '@nestjs/swagger';
import type Joi from 'joi';

/** JSON Schema of a contract's schema, as OpenAPI 3.1 takes it. */
export function jsonSchemaOf(schema: Joi.Schema): Record<string, unknown> {
  return withUnits(withoutPerson(schema['~standard'].jsonSchema.input({ target: 'draft-2020-12' })), '') as Record<string, unknown>;
}

/** Every number says its unit, by the name that it goes by. */
function withUnits(schema: unknown, name: string): unknown {
  if (Array.isArray(schema)) return schema.map((one) => withUnits(one, name));
  if (typeof schema !== 'object' || schema === null) return schema;
  const { properties, ...rest } = schema as { readonly properties?: Readonly<Record<string, unknown>>; readonly type?: unknown };
  const told = Object.fromEntries(Object.entries(rest).map(([key, value]) => [key, withUnits(value, name)]));
  const own = properties && { properties: Object.fromEntries(Object.entries(properties).map(([key, value]) => [key, withUnits(value, key)])) };
  const unit = rest.type === 'number' ? unitOfName(name) : null;
  return { ...told, ...own, ...(unit === null ? {} : { 'x-unit': unit }) };
}

/** Who makes an entry is not sent in it. */
function withoutPerson(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(withoutPerson);
  if (typeof schema !== 'object' || schema === null) return schema;
  return Object.fromEntries(Object.entries(schema).flatMap(([key, value]) => (key === 'personId' ? [] : [[key, withoutPerson(value)]])));
}

/** Describes an operation in OpenAPI from the very schema that checks it. */
export function Describe(summary: string, body?: Joi.Schema): MethodDecorator {
  const failure = ApiResponse({ status: 'default', description: 'Problem details (RFC 9457): a sentence, and a path for each field at fault.' });
  const described = [ApiOperation({ summary }), failure];
  if (body) described.push(ApiBody({ schema: jsonSchemaOf(body) }));
  return applyDecorators(...described);
}
