import knex, { type Knex } from 'knex';
import { migrationSource } from './migrations/index.js';

export const KNEX = Symbol('KNEX');

/** A pool on the database that a URL names. */
export function connect(databaseUrl: string): Knex {
  return knex({
    client: 'pg',
    connection: { connectionString: databaseUrl, application_name: 'tare' },
    pool: { min: 0, max: 10 },
    acquireConnectionTimeout: 5000,
    migrations: { migrationSource },
    // What goes wrong with a connection is thrown to whoever asked, and logged there; knex would print it a second time.
    log: { warn: () => undefined, error: () => undefined },
  });
}

/** Brings the database to this version's tables; says so when a newer Tare has been there before. */
export async function migrate(db: Knex): Promise<void> {
  try {
    await db.migrate.latest();
  } catch (error) {
    if (error instanceof Error && error.message.includes('migration directory is corrupt')) {
      throw new Error('This database was made by a newer Tare than this one. Nothing was changed; use the newer version, or another database.', {
        cause: error,
      });
    }
    throw error;
  }
}
