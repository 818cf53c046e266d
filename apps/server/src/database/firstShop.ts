import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';

export async function insertShop(db: Knex, id: string, name: string): Promise<void> {
  await db('shop').insert({ id, name });
}

/** Gives an empty database its one shop. */
export async function ensureShop(db: Knex, name: string): Promise<void> {
  const shop = await db('shop').first<{ id: string } | undefined>('id');
  if (!shop) await insertShop(db, randomUUID(), name);
}
