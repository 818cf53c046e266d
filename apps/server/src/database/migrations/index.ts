import type { Knex } from 'knex';
import * as firstJob from './0001_first_job.js';
import * as instruments from './0002_instruments.js';

const MIGRATIONS: Readonly<Record<string, Knex.Migration>> = { '0001_first_job': firstJob, '0002_instruments': instruments };

/** The migrations as code, so that they run the same compiled, in tests and from any folder. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: () => Promise.resolve(Object.keys(MIGRATIONS)),
  getMigrationName: (name) => name,
  getMigration: (name) => {
    const migration = MIGRATIONS[name];
    return migration ? Promise.resolve(migration) : Promise.reject(new Error(`There is no migration ${name}.`));
  },
};
