import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { JobLine, JobSheet, Shop } from '@tare/contract';
import { Client } from 'pg';
import { figure, timed, type Figure } from './figures.js';

const url = process.env['TARE_URL'] ?? 'http://127.0.0.1:4180';
const api = <T>(path: string): Promise<T> => fetch(`${url}/api/${path}`).then((r) => r.json() as Promise<T>);

/** Bytes of script that the first screen loads, gzipped: what the page names, and what that imports at once. */
export async function firstScreenBytes(): Promise<Figure> {
  const page = await fetch(url).then((r) => r.text());
  const scripts = new Set([...page.matchAll(/(?:src|href)="(\/[^"]+\.js)"/g)].map((m) => m[1]!));
  for (const script of scripts) {
    const text = await fetch(url + script).then((r) => r.text());
    for (const [, name] of text.matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g)) scripts.add(`/assets/${name}`);
  }
  let bytes = 0;
  for (const script of scripts) bytes += gzipSync(await fetch(url + script).then((r) => r.text())).length;
  return figure('script on the first screen, gzipped', 'kB', [bytes / 1000]);
}

/** Fills the database with jobs copied from the demo's V8, so that lists and ledgers have a shop's size. */
async function fillWithJobs(db: Client, wanted: number): Promise<void> {
  const { rows } = await db.query<{ n: number }>('select count(*)::int n from job');
  const missing = wanted - (rows[0]?.n ?? 0);
  if (missing <= 0) return;
  await db.query(
    `with made as (
       insert into job (id, shop_id, number, person_id)
       select gen_random_uuid(), shop_id, number + i * 10, person_id from job, generate_series(100, 100 + $1::int - 1) i where number = 2
       returning id, shop_id, person_id),
     spec as (
       insert into job_spec (shop_id, job_id, version, spec, person_id)
       select made.shop_id, made.id, 1, source.spec, made.person_id from made, (select spec from job_spec join job on job.id = job_id where number = 2 limit 1) source),
     parts as (
       insert into part (id, shop_id, job_id, kind, cylinder)
       select gen_random_uuid(), made.shop_id, made.id, source.kind, source.cylinder from made, (select kind, cylinder from part join job on job.id = part.job_id where number = 2) source
       returning id, shop_id, job_id, kind)
     insert into reading (id, shop_id, job_id, part_id, measure, value_g, person_id)
     select gen_random_uuid(), parts.shop_id, parts.job_id, parts.id, 'mass', 100, made.person_id from parts join made on made.id = parts.job_id, generate_series(1, 3) where kind in ('piston', 'pin', 'lockPair', 'ringSet', 'bearingPair')`,
    [missing],
  );
  await db.query('analyze');
}

/** Jobs and readings of a shop that has used Tare for years: 40 parts of each V8 weighed three times. */
const JOBS = 10_000;

/** A reading from Enter to acknowledged, over HTTP, and a bench opened, with 10,000 jobs and 1,200,000 readings in the database. */
export async function readingRoundTrip(): Promise<Figure[]> {
  const db = new Client(process.env['DATABASE_URL']);
  await db.connect();
  await fillWithJobs(db, JOBS);
  await db.end();
  const [shop, jobs] = [await api<Shop>('shop'), await api<JobLine[]>('jobs?q=Ostrell')];
  const sheet = await api<JobSheet>(`jobs/${jobs[0]!.id}`);
  const part = sheet.parts.find((p) => p.kind === 'ringSet')!;
  const capture = async (): Promise<void> => {
    const response = await fetch(`${url}/api/jobs/${sheet.id}/readings`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id: randomUUID(), personId: shop.people[0]!.id, partId: part.id, measure: 'mass', valueG: 31.2, cutId: null }),
    });
    if (!response.ok) throw new Error(await response.text());
  };
  return [
    await timed('reading captured, 10,000 jobs', 300, capture),
    await timed('job list, 10,000 jobs', 20, () => api('jobs')),
    await timed('a job’s sheet, 10,000 jobs', 100, () => api(`jobs/${sheet.id}`)),
  ];
}

const residentMb = (): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(join('/proc', process.env['TARE_SERVER_PID'] ?? 'self', 'status'), 'utf8'))?.[1]) / 1024;

/** The server's memory when idle, and after 10,000 requests. */
export async function serverMemory(): Promise<Figure[]> {
  const [job] = await api<JobLine[]>('jobs?q=Saltwren');
  const idle = residentMb();
  for (let i = 0; i < 625; i += 1) await Promise.all(Array.from({ length: 16 }, (_, j) => (j % 8 === 0 ? api(`jobs/${job!.id}`) : api('shop'))));
  return [figure('server resident, idle', 'MB', [idle]), figure('server resident, after 10,000 requests', 'MB', [residentMb()])];
}
