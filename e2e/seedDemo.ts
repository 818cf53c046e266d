import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { Client } from 'pg';

const ROOT = join(import.meta.dirname, '..');
/** A database with the demo shop, seeded once and cloned for every worker. */
export const DEMO_TEMPLATE = 'e2e_demo';

/** The throwaway PostgreSQL that ./tare test started. */
export function testPg(): string {
  const pg = process.env['TARE_TEST_PG'];
  if (!pg) throw new Error('TARE_TEST_PG is not set: ./tare test starts a throwaway PostgreSQL and sets it.');
  return pg;
}

/** Seeds the template by the server itself, as ./tare demo would, before any worker starts. */
export default async function seedDemo(): Promise<void> {
  const pg = testPg();
  const admin = new Client(`${pg}/postgres`);
  await admin.connect();
  try {
    const { rowCount } = await admin.query('select from pg_database where datname = $1', [DEMO_TEMPLATE]);
    if (rowCount) return;
    await admin.query(`create database ${DEMO_TEMPLATE}`);
  } finally {
    await admin.end();
  }
  const seed = spawn(process.execPath, [join(ROOT, 'apps/server/dist/database/seeds/main.js')], {
    env: { ...process.env, DATABASE_URL: `${pg}/${DEMO_TEMPLATE}` },
    stdio: 'inherit',
  });
  const code = await new Promise<number | null>((resolve) => seed.once('exit', resolve));
  if (code !== 0) throw new Error(`The demo could not be seeded (${code}).`);
}
