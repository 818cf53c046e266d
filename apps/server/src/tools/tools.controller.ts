import { Controller, Get, Inject, Param, Post } from '@nestjs/common';
import { newPracticeCutSchema, newToolSchema, type NewPracticeCut, type NewTool, type Tool } from '@tare/contract';
import type { CutSample } from '@tare/core';
import { group } from 'd3-array';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { ProblemException } from '../http/problem.js';
import { attribution, type AttributedRow } from '../jobs/rows.js';
import { insertOnce } from '../ledger/insertOnce.js';
import { CurrentShop } from '../shop/currentShop.js';
import { selectCutSamples } from './selectCutSamples.js';

interface ToolRow extends AttributedRow {
  id: string;
  name: string;
  bit: string;
}

@Controller('api/tools')
export class ToolsController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  @Get()
  @Describe('The shop’s tools and bits, with what every timed and weighed cut took off')
  async tools(): Promise<Tool[]> {
    const shopId = await this.shop.id();
    const [tools, samples] = await Promise.all([
      this.db('tool').where({ shop_id: shopId }).orderBy('seq').select<ToolRow[]>('*'),
      selectCutSamples(this.db, shopId),
    ]);
    const byTool = group(samples, (sample) => sample.toolId);
    return tools.map((row) => ({
      id: row.id,
      name: row.name,
      bit: row.bit,
      samples: (byTool.get(row.id) ?? []).map(({ grams, seconds, metal }): CutSample => ({ grams, seconds, metal })),
      ...attribution(row),
    }));
  }

  @Post()
  @Describe('Put a tool with its bit in the drawer', newToolSchema)
  async add(@CheckedBody(newToolSchema) { id, name, bit, personId }: NewTool): Promise<{ added: true }> {
    const shopId = await this.shop.id();
    await insertOnce(this.db, { id, kind: 'tool', shopId, jobId: null, personId, content: { name, bit } }, async (trx) => {
      await trx('tool').insert({ id, shop_id: shopId, name: name.trim(), bit: bit.trim(), person_id: personId });
    });
    return { added: true };
  }

  @Post(':toolId/practice-cuts')
  @Describe('Log a practice cut on scrap, for the tool’s rate', newPracticeCutSchema)
  async practise(
    @Param('toolId', IdPipe) toolId: string,
    @CheckedBody(newPracticeCutSchema) { id, grams, seconds, metal, personId }: NewPracticeCut,
  ): Promise<{ added: true }> {
    const shopId = await this.shop.id();
    const content = { toolId, grams, seconds, metal };
    await insertOnce(this.db, { id, kind: 'practiceCut', shopId, jobId: null, personId, content }, async (trx) => {
      if (!(await trx('tool').where({ id: toolId, shop_id: shopId }).first('id'))) throw new ProblemException(404, 'That tool is not in the drawer.');
      await trx('practice_cut').insert({ id, shop_id: shopId, tool_id: toolId, grams, seconds, metal, person_id: personId });
    });
    return { added: true };
  }
}
