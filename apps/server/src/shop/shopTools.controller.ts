import { Controller, Get, Inject, Put } from '@nestjs/common';
import { shopToolsChangeSchema, type ShopToolsChange, type ShopToolsEntry } from '@tare/contract';
import { checkTools, CoreError } from '@tare/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { CurrentShop } from './currentShop.js';
import { readShopTools } from './readShopTools.js';

@Controller('api/shop-tools')
export class ShopToolsController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  @Get()
  @Describe('What the shop corrects with: what its drill misses, times, bars, prices, and what it does beside drilling rims')
  async read(): Promise<ShopToolsEntry> {
    return readShopTools(this.db, await this.shop.id());
  }

  @Put()
  @Describe('Write down what the shop corrects with; refused when somebody changed it since `baseVersion`', shopToolsChangeSchema)
  async change(@CheckedBody(shopToolsChangeSchema) { personId, baseVersion, tools }: ShopToolsChange): Promise<ShopToolsEntry> {
    try {
      checkTools(tools);
    } catch (error) {
      if (error instanceof CoreError) throw fieldProblem(`tools.${error.field}`, error.message);
      throw error;
    }
    const before = await this.read();
    const row = { shop_id: await this.shop.id(), version: baseVersion + 1, tools: JSON.stringify(tools), person_id: personId };
    const made =
      before.version === baseVersion ? await this.db('shop_tools').insert(row).onConflict().ignore().returning<{ version: number }[]>('version') : [];
    if (made.length === 0)
      throw new ProblemException(409, 'Somebody changed the tools meanwhile. Reload to see them; what you typed is kept here until you do.');
    return this.read();
  }
}
