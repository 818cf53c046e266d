import { randomUUID } from 'node:crypto';
import { get, type IncomingMessage } from 'node:http';
import { setTimeout } from 'node:timers/promises';
import { gzipSync } from 'node:zlib';
import { ALL_JOBS, Device, type JobLine, type JobRecord, type MachineHall, type Shop } from '@tare/contract';
import { api, url } from '../api.js';
import { figure, type Figure } from '../figures.js';
import { residentMb } from '../server.js';

/** A million samples of two sensors and a tach, some 18 MB of text. */
const SAMPLES = 1_000_000;
const RATE_HZ = 20_000;
const RECORDINGS = 3;
const STREAMS = 1000;
/** Others ask some thirty times a second. */
const ASK_EVERY_MS = 33;

/** What others wait for while recordings are worked out, and what a thousand windows that listen take. */
export async function crowd(): Promise<Figure[]> {
  const [shop, jobs, { machines }] = [await api<Shop>('shop'), await api<JobLine[]>('jobs'), await api<MachineHall>('machines')];
  const job = await api<JobRecord>(`jobs/${jobs[0]!.id}`);
  const device = new Device(url);
  const personId = shop.people[0]!.id;
  const part = job.parts.find(({ kind }) => kind === 'ringSet')!;
  const reading = async (): Promise<void> => {
    const body = { id: randomUUID(), personId, partId: part.id, measure: 'mass', valueG: 31.2, cutId: null };
    const answer = await device.send('POST', `jobs/${job.id}/readings`, body);
    if (!answer.ok) throw new Error(await answer.text());
    await answer.text();
  };
  for (let i = 0; i < 50; i += 1) await reading();
  const machine = machines.find(({ spec }) => spec.driver === 'recorded')!;
  const recording = new Uint8Array(gzipSync(recordingText(machine.spec.columns)));
  const alone = await waits(reading, setTimeout(5000));
  const workedMs: number[] = [];
  const work = (async (): Promise<void> => {
    for (let i = 0; i < RECORDINGS; i += 1) {
      const at = performance.now();
      const answer = await device.sendBytes('POST', `machines/${machine.id}/process`, personId, 'application/gzip', recording);
      if (!answer.ok) throw new Error(await answer.text());
      await answer.text();
      workedMs.push(performance.now() - at);
    }
  })();
  const beside = await waits(reading, work);
  return [
    ...told('a reading, nothing else under way', alone),
    ...told('a reading, while 18 MB of signals are worked out', beside),
    figure('18 MB of signals worked out', 'ms', workedMs),
    ...(await streams(reading)),
  ];
}

/** How long each of a row of requests takes, until something else is over, ms. */
async function waits(ask: () => Promise<void>, over: Promise<unknown>): Promise<number[]> {
  const state = { isOver: false };
  void over.then(() => (state.isOver = true));
  const times: number[] = [];
  const asked: Promise<void>[] = [];
  while (!state.isOver) {
    const at = performance.now();
    asked.push(ask().then(() => void times.push(performance.now() - at)));
    await setTimeout(ASK_EVERY_MS);
  }
  await Promise.all(asked);
  await over;
  return times;
}

function told(name: string, times: readonly number[]): Figure[] {
  const sorted = [...times].sort((x, y) => x - y);
  return [figure(name, 'ms', times), figure(`${name}: 99 of 100 within`, 'ms', [sorted[Math.ceil(0.99 * sorted.length) - 1]!])];
}

function recordingText({
  time,
  left,
  right,
  tach,
}: {
  readonly time: string;
  readonly left: string;
  readonly right: string;
  readonly tach: string;
}): string {
  const lines = [[...(time === '' ? [] : [time]), left, right, tach].join(',')];
  for (let i = 0; i < SAMPLES; i += 1) {
    const turn = (2 * Math.PI * 10 * i) / RATE_HZ;
    const values = [Math.cos(turn).toFixed(3), Math.sin(turn).toFixed(3), i % (RATE_HZ / 10) < 20 ? '5' : '0'];
    lines.push([...(time === '' ? [] : [(i / RATE_HZ).toFixed(5)]), ...values].join(','));
  }
  return lines.join('\n');
}

/** Opens streams, and has all of them hear of a reading. */
async function streams(reading: () => Promise<void>): Promise<Figure[]> {
  const before = residentMb();
  const open: IncomingMessage[] = [];
  const at = performance.now();
  while (open.length < STREAMS) open.push(...(await Promise.all(Array.from({ length: 50 }, stream))));
  const openedMs = performance.now() - at;
  const heard = open.map(
    (line) => new Promise<number>((hear) => line.on('data', (data: Buffer) => data.toString().includes('"table"') && hear(performance.now()))),
  );
  const sent = performance.now();
  await reading();
  const ms = (await Promise.all(heard)).map((one) => one - sent);
  const during = residentMb();
  open.forEach((line) => line.destroy());
  return [
    figure(`${STREAMS} streams opened`, 'ms', [openedMs]),
    figure(`${STREAMS} streams hear of a reading`, 'ms', ms),
    figure(`${STREAMS} streams: server resident before, with`, 'MB', [before, during]),
  ];
}

function stream(): Promise<IncomingMessage> {
  return new Promise((resolve, reject) => {
    const asked = get(`${url}/api/changes?job=${ALL_JOBS}`, { agent: false }, (answer) => {
      if (answer.statusCode === 200) resolve(answer);
      else reject(new Error(`a stream was answered with ${answer.statusCode}`));
    });
    asked.on('error', reject);
  });
}
