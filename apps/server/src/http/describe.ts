import { applyDecorators } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiResponse } from '@nestjs/swagger';
import type Joi from 'joi';

/** JSON Schema of a contract's schema, as OpenAPI 3.1 takes it. */
export function jsonSchemaOf(schema: Joi.Schema): Record<string, unknown> {
  return schema['~standard'].jsonSchema.input({ target: 'draft-2020-12' });
}

/** Describes an operation in OpenAPI from the very schema that checks it. */
export function Describe(summary: string, body?: Joi.Schema): MethodDecorator {
  const failure = ApiResponse({ status: 'default', description: 'Problem details (RFC 9457): a sentence, and a path for each field at fault.' });
  const described = [ApiOperation({ summary }), failure];
  if (body) described.push(ApiBody({ schema: jsonSchemaOf(body) }));
  return applyDecorators(...described);
}
