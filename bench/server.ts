import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { Device, type JobLine, type JobRecord, type Shop } from '@tare/contract';
import { Client } from 'pg';
import { api, url } from './api.js';
import { figure, timed, type Figure } from './figures.js';

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

/** Fills the database with jobs copied from the demo's V8 but for its vessel, so that lists and ledgers have a shop's size. */
async function fillWithJobs(db: Client, wanted: number): Promise<void> {
  const { rows } = await db.query<{ n: number }>('select count(*)::int n from job');
  const missing = wanted - (rows[0]?.n ?? 0);
  if (missing <= 0) return;
  // Nobody has to hear of these.
  await db.query(`set session_replication_role = replica`);
  await db.query(
    `with made as (
       insert into job (id, shop_id, number, usual_version, person_id)
       select gen_random_uuid(), shop_id, number + i * 10, usual_version, person_id from job, generate_series((select max(number) / 10 + 1 from job), (select max(number) / 10 from job) + $1::int) i where number = 2
       returning id, shop_id, person_id),
     spec as (
       insert into job_spec (shop_id, job_id, version, spec, person_id)
       select made.shop_id, made.id, 1, jsonb_set(source.spec, '{vessel}', '"one of many"'), made.person_id from made, (select spec from job_spec join job on job.id = job_id where number = 2 limit 1) source),
     parts as (
       insert into part (id, shop_id, job_id, kind, cylinder)
       select gen_random_uuid(), made.shop_id, made.id, source.kind, source.cylinder from made, (select kind, cylinder from part join job on job.id = part.job_id where number = 2) source
       returning id, shop_id, job_id, kind)
     insert into reading (id, shop_id, job_id, part_id, measure, value_g, person_id)
     select gen_random_uuid(), parts.shop_id, parts.job_id, parts.id, 'mass', 100, made.person_id from parts join made on made.id = parts.job_id, generate_series(1, 3) where kind in ('piston', 'pin', 'lockPair', 'ringSet', 'bearingPair')`,
    [missing],
  );
  await db.query(`set session_replication_role = origin`);
  await db.query(
    `insert into write_id (id, shop_id, job_id, kind, person_id) select id, shop_id, job_id, 'reading', person_id from reading on conflict do nothing`,
  );
  // What the filling left to write is written before anything is timed: no shop gets a year of jobs in a minute.
  await db.query('vacuum analyze');
  await db.query('checkpoint');
}

/** A reading from Enter to acknowledged, over HTTP, and lists and sheets read, in a shop of a year and in one of many. */
export async function readingRoundTrip(): Promise<Figure[]> {
  const db = new Client(process.env['DATABASE_URL']);
  await db.connect();
  const figures: Figure[] = [];
  // 40 parts of each V8 weighed three times: 120,000 and 1,200,000 readings.
  for (const [jobs, said] of [
    [1_000, '1,000 jobs'],
    [10_000, '10,000 jobs, 1,200,000 readings'],
  ] as const) {
    await fillWithJobs(db, jobs);
    figures.push(...(await roundTrips(said)));
  }
  await db.end();
  return figures;
}

const WARM_UP = 100;

async function roundTrips(said: string): Promise<Figure[]> {
  const [shop, jobs] = [await api<Shop>('shop'), await api<JobLine[]>('jobs?q=Ostrell')];
  const device = new Device(url);
  const sheet = await api<JobRecord>(`jobs/${jobs[0]!.id}`);
  const part = sheet.parts.find((p) => p.kind === 'ringSet')!;
  const capture = async (): Promise<void> => {
    const reading = { id: randomUUID(), personId: shop.people[0]!.id, partId: part.id, measure: 'mass', valueG: 31.2, cutId: null };
    const response = await device.send('POST', `jobs/${sheet.id}/readings`, reading);
    if (!response.ok) throw new Error(await response.text());
  };
  // A server that has just started compiles what it does first.
  for (let i = 0; i < WARM_UP; i += 1) await capture();
  return [
    await timed(`reading captured, ${said}`, 300, capture),
    await timed(`job list, ${said}`, 40, () => api('jobs')),
    await timed(`job list searched, ${said}`, 40, () => api('jobs?q=ostrell')),
    await timed(`a job’s record, ${said}`, 100, () => api(`jobs/${jobs[0]!.id}`)),
  ];
}

export const residentMb = (): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(join('/proc', process.env['TARE_SERVER_PID'] ?? 'self', 'status'), 'utf8'))?.[1]) / 1024;

/** The server's memory when idle, and after 10,000 requests. */
export async function serverMemory(): Promise<Figure[]> {
  const [job] = await api<JobLine[]>('jobs?q=Saltwren');
  const idle = residentMb();
  for (let i = 0; i < 625; i += 1) await Promise.all(Array.from({ length: 16 }, (_, j) => (j % 8 === 0 ? api(`jobs/${job!.id}`) : api('shop'))));
  return [figure('server resident, idle', 'MB', [idle]), figure('server resident, after 10,000 requests', 'MB', [residentMb()])];
}
