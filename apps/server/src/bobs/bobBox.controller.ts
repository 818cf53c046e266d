import { Controller, Get, Inject, Put } from '@nestjs/common';
import { bobBoxChangeSchema, type BobBoxChange, type BobBoxEntry } from '@tare/contract';
import { checkBox, type BobBox } from '@tare/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { asFieldOf } from '../http/problem.js';
import { putVersion, readVersion, type VersionedTable } from '../ledger/versions.js';
import { CurrentShop } from '../shop/currentShop.js';

const boxOf = (shopId: string): VersionedTable => ({ table: 'bob_box', column: 'box', key: { shop_id: shopId } });

@Controller('api/bob-box')
export class BobBoxController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  @Get()
  @Describe('The clamps and pieces that the shop builds bob weights from')
  async read(): Promise<BobBoxEntry> {
    const last = await readVersion<BobBox>(this.db, boxOf(await this.shop.id()));
    return last ? { version: last.version, box: last.value } : { version: 0, box: { clamps: [], pieces: [] } };
  }

  @Put()
  @Describe('Write down what is in the box; refused when somebody changed it since `baseVersion`', bobBoxChangeSchema)
  async change(@CheckedBody(bobBoxChangeSchema) { box, ...change }: BobBoxChange): Promise<BobBoxEntry> {
    asFieldOf('box', () => checkBox(box));
    const shopId = await this.shop.id();
    const write = { ...change, kind: 'bobBox', shopId, jobId: null, content: { box, ...change }, value: box } as const;
    const { version, value } = await putVersion(this.db, boxOf(shopId), write);
    return { version, box: value };
  }
}
