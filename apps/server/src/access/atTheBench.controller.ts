import { Controller, HttpCode, Inject, Post, Req, Res } from '@nestjs/common';
import { pickedSchema, type Person, type Picked } from '@tare/contract';
import type { Request, Response } from 'express';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { fieldProblem } from '../http/problem.js';
import { CurrentShop } from '../shop/currentShop.js';
import { pick } from './atTheBench.js';

@Controller('api/at-the-bench')
export class AtTheBenchController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  @Post()
  @HttpCode(200)
  @Describe('Put a person at the bench of this device: from then on a signed cookie says so, and Tare-Person which of several', pickedSchema)
  async put(
    @CheckedBody(pickedSchema) { pick: personId }: Picked,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Person> {
    const shopId = await this.shop.id();
    const person = await this.db('person').where({ id: personId, shop_id: shopId }).first<Person | undefined>('id', 'name', 'role');
    if (!person) throw fieldProblem('pick', 'Nobody of this shop has that id.');
    pick(request, response, shopId, personId);
    return person;
  }
}
