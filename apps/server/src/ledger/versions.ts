import type { Knex } from 'knex';
import { ProblemException } from '../http/problem.js';
import { insertOnce, type OneWrite } from './insertOnce.js';

/** A table that keeps every version of something, and the rows that are about one thing. */
export interface VersionedTable {
  readonly table: string;
  /** The column of what is kept, as JSON. */
  readonly column: string;
  /** What tells one thing from another. */
  readonly key: Readonly<Record<string, string>>;
}

export interface VersionRow<V> {
  readonly id: string;
  readonly version: number;
  readonly value: V;
  readonly person_id: string | null;
  readonly created_at: Date;
}

export interface VersionWrite<V> extends OneWrite {
  readonly personId: string;
  /** The version that was on the screen. */
  readonly baseVersion: number;
  readonly value: V;
}

/** The last version of something, or one that a write made; undefined where there is none. */
export function readVersion<V>(db: Knex, { table, column, key }: VersionedTable, writeId?: string): Promise<VersionRow<V> | undefined> {
  const rows = db(table).where(key).orderBy('version', 'desc').select('id', 'version', 'person_id', 'created_at', { value: column });
  return (writeId === undefined ? rows : rows.where({ id: writeId })).first<VersionRow<V> | undefined>();
}

/**
 * Writes the next version of something. It has to be the very next to the one on the screen; the unique (thing, version) decides
 * between two people at once, and the slower is told by whom. Sent again it is answered with the version that it made.
 *
 * @param check looks at what it follows, in the same transaction, and may refuse
 * @throws ProblemException 409 for the slower of two, or as insertOnce
 */
export async function putVersion<V>(
  db: Knex,
  thing: VersionedTable,
  write: VersionWrite<V>,
  check: (trx: Knex.Transaction) => Promise<void> = () => Promise.resolve(),
): Promise<VersionRow<V>> {
  await insertOnce(db, write, async (trx) => {
    await check(trx);
    await insertVersion(trx, thing, write);
  });
  return (await readVersion<V>(db, thing, write.id))!;
}

async function insertVersion<V>(
  trx: Knex.Transaction,
  thing: VersionedTable,
  { id, shopId, personId, baseVersion, value }: VersionWrite<V>,
): Promise<void> {
  const before = (await readVersion<V>(trx, thing))?.version ?? 0;
  const row = { id, shop_id: shopId, ...thing.key, version: baseVersion + 1, [thing.column]: JSON.stringify(value), person_id: personId };
  const made = before === baseVersion ? await trx(thing.table).insert(row).onConflict().ignore().returning<{ version: number }[]>('version') : [];
  if (made.length === 0) throw await fasterOne(trx, thing);
}

/** Who changed it since; a version that nobody wrote is one that the screen made up. */
async function fasterOne(trx: Knex.Transaction, thing: VersionedTable): Promise<ProblemException> {
  const last = await readVersion(trx, thing);
  const person = last?.person_id ? await trx('person').where({ id: last.person_id }).first<{ name: string }>('name') : undefined;
  return new ProblemException(
    409,
    last
      ? `Changed by ${person?.name ?? 'somebody'} meanwhile. Reload to see it; what you typed is kept here until you do.`
      : 'This change is of a version that there never was. Reload, and make it again.',
  );
}
