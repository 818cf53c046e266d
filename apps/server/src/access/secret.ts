import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';

/** What this database's servers sign with: made by whichever needs it first, the same for all of them. */
export async function secretOf(db: Knex, name: 'cookies' | 'shopCode', make = (): string => randomBytes(32).toString('base64url')): Promise<string> {
  await db('server_secret').insert({ name, value: make() }).onConflict('name').ignore();
  const { value } = await db('server_secret').where({ name }).first<{ value: string }>('value');
  return value;
}
