import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { setTimeout } from 'node:timers/promises';
import { Device, type JobLine, type JobRecord, type MachineHall, type Shop } from '@tare/contract';
import { Command, folder, ownPorts } from '@tare/e2e/command';
import { madeUpJob } from '@tare/e2e/madeUpJob';
import { wireTo, type CutWire } from '@tare/e2e/wire';
import { randomLcg } from 'd3-random';
import { figure, type Figure } from '../figures.js';
import { BrowserTypist } from './browserTypist.js';
import type { Random } from './fuzzedValue.js';
import { Typist, type Trade } from './typist.js';

/** What is done to whom, in a hundred. */
const FAULTS = { server: 32, database: 24, everything: 10, browser: 18, network: 16 } as const;
type Fault = keyof typeof FAULTS;
/** Two of the eight sit at real browsers. */
const TRADES: readonly Trade[] = ['types', 'types', 'captures', 'types', 'drills', 'signs'];
const BROWSERS = 2;
/** Time to work between two faults, and for how long the network is cut. */
const PAUSE_MS = { least: 1500, most: 4500 };
const CUT_MS = 1500;

/** A whole shop at work while its programs are killed at random: what was lost or doubled of what people typed, and how soon it was ready again. */
export async function faults(count: number, seed = 1): Promise<Figure[]> {
  const random = randomLcg(seed / 1000);
  const [data, ports] = [await folder(), await ownPorts()];
  let tare = await started(data, ports);
  const wire = await wireTo(ports[0]!);
  const url = `http://127.0.0.1:${wire.port}`;
  const { typists, browsers, device } = await staff(url, random);
  const stop = new AbortController();
  const work = [...typists, ...browsers].map((one) => one.work(stop.signal));
  const readyMs: Partial<Record<Fault, number[]>> = {};
  for (let i = 0; i < count; i += 1) {
    await setTimeout(PAUSE_MS.least + random() * (PAUSE_MS.most - PAUSE_MS.least));
    const fault = oneOf(random);
    const at = performance.now();
    tare = await strike(fault, { tare, data, ports, wire, browsers, random });
    await tare.isReady();
    (readyMs[fault] ??= []).push(performance.now() - at);
    if ((i + 1) % 10 === 0)
      console.error(`${i + 1} of ${count} faults, ${typists.reduce((sum, { acknowledged }) => sum + acknowledged.size, 0)} entries acknowledged`);
  }
  stop.abort();
  await Promise.all(work);
  for (const browser of browsers) await browser.settled();
  const figures = [
    ...(await told(device, typists, browsers)),
    ...Object.entries(readyMs).map(([fault, ms]) => figure(`faults, ${fault}: until ready`, 'ms', ms)),
  ];
  wire.close();
  await tare.end();
  await rm(data, { recursive: true, force: true });
  return figures;
}

async function started(data: string, ports: readonly number[]): Promise<Command> {
  const tare = new Command(data, ports, {}, 'demo');
  await tare.isReady();
  return tare;
}

interface Scene {
  readonly tare: Command;
  readonly data: string;
  readonly ports: readonly number[];
  readonly wire: CutWire;
  readonly browsers: readonly BrowserTypist[];
  readonly random: Random;
}

/** Does one fault, and returns the command that runs after it. */
async function strike(fault: Fault, { tare, data, ports, wire, browsers, random }: Scene): Promise<Command> {
  switch (fault) {
    case 'browser':
      await browsers[Math.floor(random() * browsers.length)]!.kill();
      return tare;
    case 'network':
      wire.cut();
      await setTimeout(CUT_MS * random());
      wire.mend();
      return tare;
    case 'everything': {
      tare.kill('SIGKILL');
      for (const pid of (await tare.processes()).values()) killed(pid);
      await tare.ended();
      return started(data, ports);
    }
    default: {
      const pid = (await tare.processes()).get(fault);
      if (pid !== undefined) killed(pid);
      // It answers for a moment more, or is being restarted: what counts is when it answers after that.
      while ((await tare.readiness()) === 200 && !tare.hasEnded) await setTimeout(5);
      // More than five ends of one program within a minute end the command, by its own rule.
      await Promise.race([tare.isReady().catch(() => undefined), tare.ended()]);
      return tare.hasEnded ? started(data, ports) : tare;
    }
  }
}

function killed(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL');
  } catch {
    // It has died already.
  }
}

function oneOf(random: Random): Fault {
  let at = random() * 100;
  for (const [fault, share] of Object.entries(FAULTS)) {
    at -= share;
    if (at < 0) return fault as Fault;
  }
  return 'server';
}

/** Everybody at a job of their own; who signs, at one that is finished. */
async function staff(url: string, random: Random): Promise<{ typists: Typist[]; browsers: BrowserTypist[]; device: Device }> {
  const device = new Device(url);
  const ask = async <T>(method: string, path: string, body?: object): Promise<T> => {
    const answer = await device.send(method, path, body);
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
    return (await answer.json()) as T;
  };
  const get = <T>(path: string): Promise<T> => ask('GET', path);
  const { people } = await get<Shop>('shop');
  const personOf = (i: number): string => people[i % people.length]!.id;
  const newJob = (i: number): Promise<JobRecord> =>
    ask('POST', 'jobs', { id: randomUUID(), personId: personOf(i), spec: madeUpJob('inline3', { vessel: `launch ${i}` }) });
  const jobs = await get<JobLine[]>('jobs');
  const jobOf = (engine: string): Promise<JobRecord> => get(`jobs/${jobs.find(({ engineName }) => engineName.startsWith(engine))!.id}`);
  const { machines } = await get<MachineHall>('machines');
  const readOff = machines.find(({ spec }) => spec.driver === 'typed' && spec.unit !== 'none')!;
  // Who drills does so at a crank that was spun, who signs at one that is finished.
  const places: Readonly<Record<Trade, (i: number) => Promise<JobRecord>>> = {
    types: newJob,
    captures: newJob,
    drills: () => jobOf('Dorvell'),
    signs: () => jobOf('Corvane'),
  };
  const typists = await Promise.all(TRADES.map(async (trade, i) => new Typist(url, await places[trade](i), personOf(i), trade, readOff.id, random)));
  const browsers = await Promise.all(Array.from({ length: BROWSERS }, async (_, i) => BrowserTypist.on(url, await newJob(i), personOf(i))));
  return { typists, browsers, device };
}

/** What the server has of all that was typed. */
async function told(device: Device, typists: readonly Typist[], browsers: readonly BrowserTypist[]): Promise<Figure[]> {
  const record = async (id: string): Promise<JobRecord> => (await (await device.send('GET', `jobs/${id}`)).json()) as JobRecord;
  const [there, counts] = [new Set<string>(), { typed: 0, acknowledged: 0, lost: 0, acknowledgedLost: 0, doubled: 0, refused: 0 }];
  let rows = 0;
  for (const id of new Set(typists.map(({ jobId }) => jobId))) {
    const { readings, holes, spins, signOffs } = await record(id);
    const entries = [...readings, ...holes, ...spins, ...signOffs];
    for (const entry of entries) there.add(entry.id);
    rows += entries.length;
  }
  counts.doubled += rows - there.size;
  for (const { typed, acknowledged, refused } of typists) {
    counts.typed += typed.size;
    counts.acknowledged += acknowledged.size;
    counts.refused += refused.length;
    for (const one of new Set(refused)) console.error(`refused: ${one}`);
    for (const id of typed) if (!there.has(id)) counts.lost += 1;
    for (const id of acknowledged) if (!there.has(id)) counts.acknowledgedLost += 1;
  }
  for (const browser of browsers) {
    const values = browser.valuesIn(await record(browser.jobId));
    const times = (value: number): number => values.filter((one) => one === value).length;
    counts.typed += browser.typed.length;
    counts.lost += browser.typed.filter((value) => times(value) === 0).length;
    counts.doubled += [...browser.typed, ...browser.perhaps].filter((value) => times(value) > 1).length;
    console.error(`a browser: ${browser.typed.length} typed, ${browser.perhaps.length} under way when it died`);
  }
  const of = (name: string, value: number): Figure => figure(`faults: ${name}`, '', [value]);
  return [
    of('entries typed', counts.typed),
    of('entries acknowledged (without the browsers’)', counts.acknowledged),
    of('acknowledged and lost', counts.acknowledgedLost),
    of('typed and lost', counts.lost - counts.refused),
    of('doubled', counts.doubled),
    of('refused', counts.refused),
  ];
}
