import type { ShopToolsEntry } from '@tare/contract';
import { USUAL_TOOLS } from '@tare/core';
import type { Knex } from 'knex';

/** What the shop last wrote down of its tools; a first guess before that. */
export async function readShopTools(db: Knex, shopId: string): Promise<ShopToolsEntry> {
  const row = await db('shop_tools').where({ shop_id: shopId }).orderBy('version', 'desc').first<ShopToolsEntry | undefined>('version', 'tools');
  return row ?? { version: 0, tools: USUAL_TOOLS };
}
