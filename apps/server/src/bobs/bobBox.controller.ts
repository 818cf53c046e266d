import { Controller, Get, Inject, Put } from '@nestjs/common';
import { bobBoxChangeSchema, type BobBoxChange, type BobBoxEntry } from '@tare/contract';
import { checkBox, CoreError } from '@tare/core';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { CurrentShop } from '../shop/currentShop.js';

@Controller('api/bob-box')
export class BobBoxController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  @Get()
  @Describe('The clamps and pieces that the shop builds bob weights from')
  async read(): Promise<BobBoxEntry> {
    const row = await this.db('bob_box')
      .where({ shop_id: await this.shop.id() })
      .orderBy('version', 'desc')
      .first<BobBoxEntry | undefined>('version', 'box');
    return row ?? { version: 0, box: { clamps: [], pieces: [] } };
  }

  @Put()
  @Describe('Write down what is in the box; refused when somebody changed it since `baseVersion`', bobBoxChangeSchema)
  async change(@CheckedBody(bobBoxChangeSchema) { personId, baseVersion, box }: BobBoxChange): Promise<BobBoxEntry> {
    try {
      checkBox(box);
    } catch (error) {
      if (error instanceof CoreError) throw fieldProblem(`box.${error.field}`, error.message);
      throw error;
    }
    const before = await this.read();
    const row = { shop_id: await this.shop.id(), version: baseVersion + 1, box: JSON.stringify(box), person_id: personId };
    const made =
      before.version === baseVersion ? await this.db('bob_box').insert(row).onConflict().ignore().returning<{ version: number }[]>('version') : [];
    if (made.length === 0)
      throw new ProblemException(409, 'Somebody changed the box meanwhile. Reload to see it; what you typed is kept here until you do.');
    return this.read();
  }
}
