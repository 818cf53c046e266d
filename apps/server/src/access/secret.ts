import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';

/** What this database's servers sign with: made by whichever needs it first, the same for all of them. */
export async function secretOf(db: Knex, name: 'cookies' | 'shopCode' | 'authority', make: () => string | Promise<string> = random): Promise<string> {
  const read = async (): Promise<string | undefined> =>
    (await db('server_secret').where({ name }).first<{ value: string } | undefined>('value'))?.value;
  const known = await read();
  if (known !== undefined) return known;
  await db('server_secret')
    .insert({ name, value: await make() })
    .onConflict('name')
    .ignore();
  return (await read())!;
}

const random = (): string => randomBytes(32).toString('base64url');
