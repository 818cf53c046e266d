import type { ShopToolsEntry } from '@tare/contract';
import { USUAL_TOOLS, type ShopTools } from '@tare/core';
import type { Knex } from 'knex';
import { readVersion, type VersionedTable } from '../ledger/versions.js';

export const shopToolsOf = (shopId: string): VersionedTable => ({ table: 'shop_tools', column: 'tools', key: { shop_id: shopId } });

/** What the shop last wrote down of its tools; a first guess before that. */
export async function readShopTools(db: Knex, shopId: string): Promise<ShopToolsEntry> {
  const last = await readVersion<ShopTools>(db, shopToolsOf(shopId));
  return last ? { version: last.version, tools: last.value } : { version: 0, tools: USUAL_TOOLS };
}
