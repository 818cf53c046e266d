import { Controller, Get, Inject, Put } from '@nestjs/common';
import { gaugesChangeSchema, type Gauge, type GaugeDrawer, type GaugesChange } from '@tare/contract';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { putVersion, readVersion, type VersionedTable } from '../ledger/versions.js';
import { CurrentShop } from '../shop/currentShop.js';

const gaugesOf = (shopId: string): VersionedTable => ({ table: 'shop_gauges', column: 'gauges', key: { shop_id: shopId } });

/** The shop's gauges for lengths. */
@Controller('api/gauges')
export class GaugesController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  @Get()
  @Describe('The shop’s gauges, with their studies')
  async read(): Promise<GaugeDrawer> {
    const last = await readVersion<readonly Gauge[]>(this.db, gaugesOf(await this.shop.id()));
    return { gauges: last?.value ?? [], version: last?.version ?? 0 };
  }

  @Put()
  @Describe('Replace the list of gauges; refused when somebody changed it since `baseVersion`', gaugesChangeSchema)
  async replace(@CheckedBody(gaugesChangeSchema) { gauges, ...change }: GaugesChange): Promise<GaugeDrawer> {
    const shopId = await this.shop.id();
    await putVersion(this.db, gaugesOf(shopId), { ...change, kind: 'gauges', shopId, jobId: null, content: { gauges, ...change }, value: gauges });
    return this.read();
  }
}
