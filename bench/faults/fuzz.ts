import { randomUUID } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import { addressOf, computeSchemas, Device, ROUTE_BODIES, type JobLine, type JobRecord, type RouteName, type Shop } from '@tare/contract';
import { randomLcg } from 'd3-random';
import { api, url } from '../api.js';
import { figure, type Figure } from '../figures.js';
import { residentMb } from '../server.js';
import { Fuzzer, type Random } from './fuzzedValue.js';

type Schema = { describe: () => object } | null;
interface Target {
  readonly method: string;
  readonly route: string;
  readonly schema: Schema;
}

/** A spin keeps the stand-in busy for seconds, and of a job that was removed nothing more is asked: few are enough. */
const SELDOM: readonly string[] = ['POST jobs/:jobId/spins', 'POST jobs/:jobId/standin-recording', 'POST jobs/:jobId/removal'];
const SELDOM_RATIO = 0.005;
/** Half of the requests are right in every part; of the others, so many parts are wrong. */
const WRONG_RATIO = 0.05;
const AT_ONCE = 16;
const BYTES = ['POST jobs/:jobId/photos', 'POST jobs/:jobId/spins/recorded', 'POST machines/:machineId/process'];
const STATUSES_OF_OTHERS = [502, 503];

const TARGETS: readonly Target[] = [
  ...Object.entries(ROUTE_BODIES).map(([route, schema]) => ({ method: route.split(' ')[0]!, route, schema: schema })),
  ...Object.entries(computeSchemas).map(([name, schema]) => ({ method: 'POST', route: `POST compute/${name}`, schema: schema as Schema })),
  ...BYTES.map((route) => ({ method: 'POST', route, schema: null })),
  { method: 'GET', route: 'GET jobs/:jobId/card.pdf', schema: null },
  { method: 'GET', route: 'GET jobs/:jobId/photos/:photoId', schema: null },
];

/** So many requests made by the schemas, most of them nearly right: how many the server failed at, and its memory before and after. */
export async function fuzz(count: number, seed = 1): Promise<Figure[]> {
  const random = randomLcg(seed / 1000);
  const shop = await api<Shop>('shop');
  const jobs = await api<JobLine[]>('jobs');
  const ids = (await Promise.all(jobs.map(({ id }) => api<JobRecord>(`jobs/${id}`)))).flatMap(idsOf).concat(shop.people.map(({ id }) => id));
  const device = new Device(url);
  const statuses = new Map<number, number>();
  const failed = new Map<string, number>();
  const before = residentMb();
  let left = count;
  const one = async (): Promise<void> => {
    while (left > 0) {
      left -= 1;
      const target = TARGETS[Math.floor(random() * TARGETS.length)]!;
      if (SELDOM.includes(target.route) && random() > SELDOM_RATIO) continue;
      const { status, said } = await ask(target, random, { jobIds: jobs.map(({ id }) => id), ids, device, personId: shop.people[0]!.id });
      statuses.set(status, (statuses.get(status) ?? 0) + 1);
      if (status >= 500 && !STATUSES_OF_OTHERS.includes(status))
        failed.set(`${target.route}: ${said}`, (failed.get(`${target.route}: ${said}`) ?? 0) + 1);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, one));
  for (const [what, times] of failed) console.error(`failed ${times} times: ${what}`);
  const [bad, all] = [[...failed.values()], [...statuses.values()]].map((list) => list.reduce((sum, n) => sum + n, 0));
  console.error(
    `statuses: ${[...statuses]
      .sort()
      .map(([status, n]) => `${status} × ${n}`)
      .join(', ')}`,
  );
  return [
    figure('fuzzed: requests', '', [all!]),
    figure('fuzzed: answered with a fault of the server’s own', '', [bad!]),
    figure('fuzzed: taken', '', [[200, 201].reduce((sum, status) => sum + (statuses.get(status) ?? 0), 0)]),
    figure('fuzzed: server resident before', 'MB', [before]),
    figure('fuzzed: server resident after', 'MB', [residentMb()]),
  ];
}

interface Known {
  readonly jobIds: readonly string[];
  readonly ids: readonly string[];
  readonly device: Device;
  readonly personId: string;
}

async function ask(
  { method, route, schema }: Target,
  random: Random,
  { jobIds, ids, device, personId }: Known,
): Promise<{ status: number; said: string }> {
  const fuzzer = new Fuzzer(random, ids, random() < 0.5 ? 0 : WRONG_RATIO);
  const names = [...route.matchAll(/:(\w+)/g)].map(([, name]) => name!);
  const at = Object.fromEntries(names.map((name) => [name, fuzzer.id(name === 'jobId' ? jobIds : ids)]));
  const path = addressOf(route as RouteName, at as never);
  // Half a character is what no address can hold.
  const word = Buffer.from(String(fuzzer.value({ type: 'string' }))).toString();
  const query = random() < 0.1 ? `?q=${encodeURIComponent(word)}&lightG=${random() < 0.5 ? 'x' : '1'}` : '';
  const bytes = BYTES.includes(route);
  const answer = bytes
    ? await device.sendBytes(
        method,
        `${path}?${fileQuery(fuzzer, ids)}`,
        personId,
        route.endsWith('photos') ? 'image/png' : 'application/gzip',
        junk(random),
      )
    : await device.send(
        method,
        `${path}${query}`,
        schema === null ? (method === 'GET' ? undefined : { personId }) : withPerson(fuzzer.value(schema.describe()), personId),
      );
  const text = await answer.text();
  return { status: answer.status, said: text.slice(0, 200) };
}

/** Whoever is at the bench, where the entry can say so at all. */
const withPerson = (entry: unknown, personId: string): object =>
  typeof entry === 'object' && entry !== null && !Array.isArray(entry) ? { ...entry, personId } : (entry as object);

function fileQuery(fuzzer: Fuzzer, ids: readonly string[]): string {
  const some = (): string => fuzzer.id(ids);
  return new URLSearchParams({
    id: randomUUID(),
    partId: some(),
    machineId: some(),
    calibrationId: some(),
    cautionsConfirmed: 'true',
    hung: fuzzer.one(['{"', 'null']),
  }).toString();
}

function junk(random: Random): Uint8Array<ArrayBuffer> {
  const text = ['t,L,R,mark\n0,1,1,0\n', 'RIFF then nothing', '\u0000'.repeat(2000), '{"a":'][Math.floor(random() * 4)]!;
  return new Uint8Array(random() < 0.7 ? gzipSync(text) : Buffer.from(text));
}

function idsOf({ id, parts, spins, holes, plans, readings }: JobRecord): string[] {
  return [id, ...[parts, spins, holes, plans, readings.slice(0, 20)].flatMap((list) => list.map((one) => one.id))];
}
