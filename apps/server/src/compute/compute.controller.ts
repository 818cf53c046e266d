import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { computeSchemas, type ComputationName } from '@tare/contract';
import { Describe, jsonSchemaOf } from '../http/describe.js';
import { compute, COMPUTATIONS, type Computed } from './computations.js';

@Controller('api/compute')
export class ComputeController {
  @Get()
  @Describe('Every computation that can be called without a job, with the JSON Schema of its input')
  list(): { name: string; summary: string; input: Record<string, unknown> }[] {
    return Object.entries(COMPUTATIONS).map(([name, { summary }]) => ({
      name,
      summary,
      input: jsonSchemaOf(computeSchemas[name as ComputationName]),
    }));
  }

  @Post(':name')
  @HttpCode(200)
  @Describe('Compute: plain JSON in, result and working out. GET /api/compute lists names and inputs')
  run(@Param('name') name: string, @Body() input: unknown): Computed {
    return compute(name, input);
  }
}
