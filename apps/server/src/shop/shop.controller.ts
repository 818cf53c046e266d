import { Controller, Get, Inject, Post, Put } from '@nestjs/common';
import { bitSchema, shopUsualSchema, type Person, type Shop, type ShopUsual } from '@tare/contract';
import type { Bit } from '@tare/core';
import Joi from 'joi';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { ProblemException } from '../http/problem.js';
import { CurrentShop } from './currentShop.js';

const newPersonSchema = Joi.object<Person, true>({
  id: Joi.string().uuid().required(),
  name: Joi.string().pattern(/\S/).max(80).required().label('The name'),
  role: Joi.string().max(80).allow('').required().label('The role'),
});
const bitsSchema = Joi.object<{ bits: Bit[] }>({
  bits: Joi.array()
    .items(bitSchema)
    .min(1)
    .max(20)
    .unique((x: Bit, y: Bit) => x.bitMm === y.bitMm && x.pointAngleDeg === y.pointAngleDeg)
    .required()
    .label('The bits')
    .messages({ 'array.unique': 'The same bit is listed twice.' }),
});

interface BitRow {
  bit_mm: number;
  point_angle_deg: number;
  usable_depth_mm: number;
}
const bitFromRow = (row: BitRow): Bit => ({ bitMm: row.bit_mm, pointAngleDeg: row.point_angle_deg, usableDepthMm: row.usable_depth_mm });
const bitToRow = (bit: Bit): BitRow => ({ bit_mm: bit.bitMm, point_angle_deg: bit.pointAngleDeg, usable_depth_mm: bit.usableDepthMm });

@Controller('api/shop')
export class ShopController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  @Get()
  @Describe('The shop, its people and its bits')
  async read(): Promise<Shop> {
    const id = await this.shop.id();
    const [shop, people, bits] = await Promise.all([
      this.db('shop').where({ id }).first<{ name: string; factor_ratio: number; oil_g: number }>('name', 'factor_ratio', 'oil_g'),
      this.db('person').where({ shop_id: id }).orderBy('created_at').select<Person[]>('id', 'name', 'role'),
      this.db('bit').where({ shop_id: id }).orderBy('bit_mm').select<BitRow[]>('bit_mm', 'point_angle_deg', 'usable_depth_mm'),
    ]);
    return { id, name: shop.name, factorRatio: shop.factor_ratio, oilG: shop.oil_g, people, bits: bits.map(bitFromRow) };
  }

  @Post('people')
  @Describe('Add a person to the shop', newPersonSchema)
  async addPerson(@CheckedBody(newPersonSchema) person: Person): Promise<Person> {
    const shopId = await this.shop.id();
    const inserted = await this.db('person')
      .insert({ ...person, shop_id: shopId })
      .onConflict()
      .ignore()
      .returning<Person[]>(['id', 'name', 'role']);
    const known =
      inserted[0] ?? (await this.db('person').where({ shop_id: shopId, name: person.name }).first<Person | undefined>('id', 'name', 'role'));
    if (known?.id !== person.id)
      throw new ProblemException(409, `There is a ${person.name} in this shop already; pick that name, or add an initial.`);
    return known;
  }

  @Put('bits')
  @Describe('Replace the shop’s list of bits', bitsSchema)
  async replaceBits(@CheckedBody(bitsSchema) { bits }: { bits: Bit[] }): Promise<readonly Bit[]> {
    const shopId = await this.shop.id();
    await this.db.transaction(async (trx) => {
      await trx('bit').where({ shop_id: shopId }).delete();
      await trx('bit').insert(bits.map((bit) => ({ shop_id: shopId, ...bitToRow(bit) })));
    });
    return bits;
  }

  @Put('usual')
  @Describe('Change the factor and the oil that new jobs start with; jobs that were begun keep theirs', shopUsualSchema)
  async changeUsual(@CheckedBody(shopUsualSchema) { personId, factorRatio, oilG }: ShopUsual): Promise<Shop> {
    const shopId = await this.shop.id();
    await this.db.transaction(async (trx) => {
      for (const [subject, column] of [
        ['bob.factorRatio', 'factor_ratio'],
        ['bob.oilG', 'oil_g'],
      ]) {
        await trx.raw(
          /* sql */ `
          insert into decision (id, shop_id, job_id, subject, version, value, person_id)
          select gen_random_uuid(), job.shop_id, job.id, :subject, 1, to_jsonb(shop.:column:), :personId
          from job join shop on shop.id = job.shop_id
          where job.shop_id = :shopId and not exists (select from decision where job_id = job.id and subject = :subject)
          on conflict do nothing`,
          { subject: subject!, column: column!, personId, shopId },
        );
      }
      await trx('shop').where({ id: shopId }).update({ factor_ratio: factorRatio, oil_g: oilG });
    });
    return this.read();
  }
}
