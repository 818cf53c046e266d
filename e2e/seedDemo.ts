import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { Client } from 'pg';

const ROOT = join(import.meta.dirname, '..');
/** A database with the demo shop, cloned for every worker; the server's tests make and leave it too. */
export const DEMO_TEMPLATE = 'tare_demo';
const IN_THE_MAKING = `${DEMO_TEMPLATE}_in_the_making`;

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
    await admin.query(`drop database if exists ${IN_THE_MAKING}`);
    await admin.query(`create database ${IN_THE_MAKING}`);
    await seed(`${pg}/${IN_THE_MAKING}`);
    await admin.query(`alter database ${IN_THE_MAKING} rename to ${DEMO_TEMPLATE}`);
  } finally {
    await admin.end();
  }
}

async function seed(databaseUrl: string): Promise<void> {
  const seeding = spawn(process.execPath, [join(ROOT, 'apps/server/dist/database/seeds/main.js')], {
    env: { ...process.env, DATABASE_URL: databaseUrl },
    stdio: 'inherit',
  });
  const code = await new Promise<number | null>((resolve) => seeding.once('exit', resolve));
  if (code !== 0) throw new Error(`The demo could not be seeded (${code}).`);
}
