import { Controller, Get, Inject, Put } from '@nestjs/common';
import { shopToolsChangeSchema, type ShopToolsChange, type ShopToolsEntry } from '@tare/contract';
import { checkTools } from '@tare/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { asFieldOf } from '../http/problem.js';
import { putVersion } from '../ledger/versions.js';
import { CurrentShop } from './currentShop.js';
import { readShopTools, shopToolsOf } from './readShopTools.js';

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
  async change(@CheckedBody(shopToolsChangeSchema) { tools, ...change }: ShopToolsChange): Promise<ShopToolsEntry> {
    asFieldOf('tools', () => checkTools(tools));
    const shopId = await this.shop.id();
    const write = { ...change, kind: 'shopTools', shopId, jobId: null, content: { tools, ...change }, value: tools } as const;
    const { version, value } = await putVersion(this.db, shopToolsOf(shopId), write);
    return { version, tools: value };
  }
}
