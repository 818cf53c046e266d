import { Controller, Get, Inject, Post, Put } from '@nestjs/common';
import {
  bitsChangeSchema,
  displayChangeSchema,
  fittingsChangeSchema,
  newPersonSchema,
  shopUsualSchema,
  type BitsChange,
  type DisplayChange,
  type FittingsChange,
  type Person,
  type Shop,
  type ShopUsual,
} from '@tare/contract';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { ProblemException } from '../http/problem.js';
import { insertOnce } from '../ledger/insertOnce.js';
import { putVersion } from '../ledger/versions.js';
import { CurrentShop } from './currentShop.js';
import { bitsOf, displayOf, fittingsOf, readBits, readDisplays, readFittings, readUsual, usualOf } from './shopUsual.js';

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
    const [shop, people, { bits, version: bitsVersion }, usual, fittings, displays] = await Promise.all([
      this.db('shop').where({ id }).first<{ name: string }>('name'),
      this.db('person').where({ shop_id: id }).orderBy('created_at').select<Person[]>('id', 'name', 'role'),
      readBits(this.db, id),
      readUsual(this.db, id),
      readFittings(this.db, id),
      readDisplays(this.db, id),
    ]);
    return { id, name: shop.name, usual, people, bits, bitsVersion, fittings, displays };
  }

  @Post('people')
  @Describe('Add a person to the shop', newPersonSchema)
  async addPerson(@CheckedBody(newPersonSchema) person: Person): Promise<Person> {
    const shopId = await this.shop.id();
    await insertOnce(this.db, { id: person.id, kind: 'person', shopId, jobId: null, personId: null, content: person }, async (trx) => {
      const made = await trx('person')
        .insert({ ...person, shop_id: shopId })
        .onConflict(['shop_id', 'name'])
        .ignore()
        .returning<{ id: string }[]>('id');
      if (made.length === 0) throw new ProblemException(409, `There is a ${person.name} in this shop already; pick that name, or add an initial.`);
    });
    return person;
  }

  @Put('bits')
  @Describe('Replace the shop’s list of bits; refused when somebody changed it since `baseVersion`', bitsChangeSchema)
  async replaceBits(@CheckedBody(bitsChangeSchema) { bits, ...change }: BitsChange): Promise<Shop> {
    const shopId = await this.shop.id();
    await putVersion(this.db, bitsOf(shopId), { ...change, kind: 'bits', shopId, jobId: null, content: { bits, ...change }, value: bits });
    return this.read();
  }

  @Put('usual')
  @Describe('Change the factor and the oil that new jobs start with; jobs that were begun keep theirs', shopUsualSchema)
  async changeUsual(@CheckedBody(shopUsualSchema) { factorRatio, oilG, ...change }: ShopUsual): Promise<Shop> {
    const shopId = await this.shop.id();
    const value = { factorRatio, oilG };
    await putVersion(this.db, usualOf(shopId), { ...change, kind: 'usual', shopId, jobId: null, content: { value, ...change }, value });
    return this.read();
  }

  @Put('fittings')
  @Describe(
    'Say which trial pieces the shop owns and whether its stand-ins are offered; refused when somebody changed it since `baseVersion`',
    fittingsChangeSchema,
  )
  async changeFittings(@CheckedBody(fittingsChangeSchema) { standIns, trialPieces, ownParts = [], ...change }: FittingsChange): Promise<Shop> {
    const shopId = await this.shop.id();
    const value = { standIns, trialPieces, ownParts };
    await putVersion(this.db, fittingsOf(shopId), { ...change, kind: 'fittings', shopId, jobId: null, content: { value, ...change }, value });
    return this.read();
  }

  @Put('display')
  @Describe('Say in which units one types and reads oneself; refused when it was changed since `baseVersion`', displayChangeSchema)
  async changeDisplay(@CheckedBody(displayChangeSchema) { systems, gr, ...change }: DisplayChange): Promise<Shop> {
    const shopId = await this.shop.id();
    const value = { systems, gr };
    const write = { ...change, kind: 'display', shopId, jobId: null, content: { value, ...change }, value } as const;
    await putVersion(this.db, displayOf(change.personId), write);
    return this.read();
  }
}
