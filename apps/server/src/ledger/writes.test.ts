import { randomUUID } from 'node:crypto';
import { createServer, request as httpRequest } from 'node:http';
import type { AddressInfo } from 'node:net';
import { sentBy, type Problem } from '@tare/contract';
import { BALANCED, crankTemplate, LAYOUTS, USUAL_TOOLS, type BobBox } from '@tare/core';
import type { Response } from 'supertest';
import { specOf, TestServer, TYPED_MACHINE, TYPED_SCALE } from '../testing/testServer.js';

let server: TestServer;
let bram: string;
beforeAll(async () => {
  server = await TestServer.start();
  bram = await server.anotherPerson();
});
afterAll(() => server.stop());

const box: BobBox = { clamps: [], pieces: [{ id: randomUUID(), name: 'Washer', massG: 11.8, thicknessMm: 2.5, count: 4 }] };
const trial = (aGmm: number, bGmm: number) => ({ aGmm: { re: aGmm, im: 0 }, bGmm: { re: bGmm, im: 0 } });
const runs = [
  [0, 0, 1, 2],
  [850, 0, 2.7, 2.2],
  [0, 850, 1.2, 3.9],
].map(([a, b, left, right]) => ({ trial: trial(a!, b!), reading: { left: { re: left, im: 0.3 }, right: { re: right, im: -0.4 } } }));

/** Where each kind of write goes, and what of it: a fresh subject every time, so that each can be tried alone. */
const newJob = () => server.job('inline3');
const post = (path: string, body: object) => ({ method: 'post', path, body }) as const;
const put = (path: string, body: object) => ({ method: 'put', path, body }) as const;
interface Sent {
  readonly method: 'post' | 'put';
  readonly path: string;
  readonly body: object;
}
const entry = () => server.entry();
const newInstrument = async (): Promise<string> => {
  const { id, ...by } = entry();
  await server.post('instruments', { id, ...by, spec: TYPED_SCALE });
  return id;
};
const newMachine = async (): Promise<string> => (await server.newMachine({ unit: 'gAtRadius' })).id;
const spun = async () => {
  const job = await newJob();
  await server.post(`jobs/${job.id}/spins`, { ...entry(), speedRpm: 600, turns: 20, cautionsConfirmed: true });
  return server.sheet(job.id);
};
const aHole = { kind: 'radial', counterweightId: 'cw1', angleDeg: 180, bitMm: 12, pointAngleDeg: 118, depthMm: 8 };
const pinOf = (job: Awaited<ReturnType<typeof newJob>>) => job.parts.find(({ kind }) => kind === 'pin')!;

const WRITES: Readonly<Record<string, { readonly sent: () => Sent | Promise<Sent>; readonly other: object; readonly table: string }>> = {
  person: {
    sent: () => post('shop/people', { id: randomUUID(), name: `Ines ${randomUUID()}`, role: '' }),
    other: { role: 'other' },
    table: 'person',
  },
  job: { sent: () => post('jobs', { ...entry(), spec: specOf('inline3') }), other: { spec: specOf('inline4') }, table: 'job' },
  'a changed spec': {
    sent: async () => {
      const job = await newJob();
      return put(`jobs/${job.id}/spec`, { ...entry(), baseVersion: 1, spec: { ...job.spec, redlineRpm: 4000 } });
    },
    other: { spec: specOf('inline3') },
    table: 'job_spec',
  },
  reading: {
    sent: async () => {
      const job = await newJob();
      return post(`jobs/${job.id}/readings`, { ...entry(), partId: pinOf(job).id, measure: 'mass', valueG: 148, cutId: null });
    },
    other: { valueG: 149 },
    table: 'reading',
  },
  'a file of readings': {
    sent: async () => {
      const job = await newJob();
      const reading = { ...entry(), partId: pinOf(job).id, measure: 'mass', valueG: 148, cutId: null };
      return post(`jobs/${job.id}/readings/batch`, { ...entry(), readings: [reading] });
    },
    other: { readings: [{ id: randomUUID(), personId: randomUUID(), partId: randomUUID(), measure: 'mass', valueG: 1, cutId: null }] },
    table: 'reading',
  },
  zero: {
    sent: async () => {
      const job = await newJob();
      const { body } = await server.reading(job, pinOf(job), 148);
      return post(`jobs/${job.id}/readings/${(body as { id: string }).id}/zero`, { ...entry(), beforeG: 0, afterG: 0.1 });
    },
    other: { afterG: 0.2 },
    table: 'reading_zero',
  },
  void: {
    sent: async () => {
      const job = await newJob();
      const { body } = await server.reading(job, pinOf(job), 148);
      return post(`entries/${(body as { id: string }).id}/void`, { ...entry(), reason: 'not settled' });
    },
    other: { reason: 'something else' },
    table: 'entry_void',
  },
  'an undo': {
    sent: async () => {
      const job = await newJob();
      const { body } = await server.reading(job, pinOf(job), 148);
      return post(`entries/${(body as { id: string }).id}/undo`, entry());
    },
    other: {},
    table: 'entry_void',
  },
  'a cut of a part': {
    sent: async () => {
      const job = await newJob();
      return post(`jobs/${job.id}/part-cuts`, { ...entry(), partId: pinOf(job).id, removal: { mass: 1 } });
    },
    other: { removal: { mass: 2 } },
    table: 'part_cut',
  },
  'a spare part': {
    sent: async () => post(`jobs/${(await newJob()).id}/spares`, { ...entry(), kind: 'piston' }),
    other: { kind: 'pin' },
    table: 'part',
  },
  'a measurement': {
    sent: async () =>
      post(`jobs/${(await newJob()).id}/measurements`, {
        ...entry(),
        feature: 'main.2',
        quantity: 'runOut',
        angleDeg: 45,
        depth: null,
        indicationMm: 0.012,
        settingId: null,
        afterWorkId: null,
      }),
    other: { indicationMm: 0.013 },
    table: 'measurement',
  },
  'a work on the engine': {
    sent: async () =>
      post(`jobs/${(await newJob()).id}/works`, {
        ...entry(),
        work: { kind: 'push', main: 3, pressedMm: 1, highAtDeg: 40 },
        afterSpinId: null,
      }),
    other: { work: { kind: 'push', main: 3, pressedMm: 2, highAtDeg: 40 } },
    table: 'engine_work',
  },
  gauges: {
    sent: async () =>
      put('gauges', {
        ...entry(),
        baseVersion: await versionOf('shop_gauges'),
        gauges: [{ id: randomUUID(), name: 'Indicator', divisionMm: 0.002, sign: 1, metal: 'steel', studyMm: [], dueOn: null }],
      }),
    other: { gauges: [] },
    table: 'shop_gauges',
  },
  decision: {
    sent: async () => post(`jobs/${(await newJob()).id}/decisions`, { ...entry(), baseVersion: 0, subject: 'bob.oilG', value: 3 }),
    other: { value: 2 },
    table: 'decision',
  },
  'a typed spin': {
    sent: async () => {
      const [job, machineId] = [await newJob(), await newMachine()];
      const repeats = [{ a: { amount: 12, angleDeg: 30 }, b: { amount: 4, angleDeg: 200 } }];
      return post(`jobs/${job.id}/spins/typed`, {
        ...entry(),
        machineId,
        calibrationId: null,
        speedRpm: 600,
        repeats,
        cautionsConfirmed: true,
        hung: trial(100, 0),
      });
    },
    other: { speedRpm: 610 },
    table: 'spin',
  },
  'a spin of the stand-in': {
    sent: async () => post(`jobs/${(await newJob()).id}/spins`, { ...entry(), speedRpm: 600, turns: 20, cautionsConfirmed: true }),
    other: { speedRpm: 610 },
    table: 'spin',
  },
  plan: {
    sent: async () => {
      const { id, spins } = await server.spinWhatIsAsked((await spun()).id);
      return post(`jobs/${id}/plans`, { ...entry(), spinId: spins.at(-1)!.id, holes: [aHole] });
    },
    other: { holes: [{ ...aHole, depthMm: 9 }] },
    table: 'plan',
  },
  hole: {
    sent: async () => post(`jobs/${(await spun()).id}/holes`, { ...entry(), cut: aHole, planId: null, planIndex: null }),
    other: { cut: { ...aHole, depthMm: 9 } },
    table: 'hole',
  },
  'a known weight': {
    sent: async () => {
      const { id, spins } = await spun();
      return post(`jobs/${id}/hung-weights`, { ...entry(), spinId: spins[0]!.id, hung: trial(300, 0) });
    },
    other: { hung: BALANCED },
    table: 'hung_weight',
  },
  'the removal of a job': {
    sent: async () => post(`jobs/${(await newJob()).id}/removal`, { ...entry(), reason: 'entered twice' }),
    other: { reason: 'gone' },
    table: 'job_removal',
  },
  instrument: {
    sent: () => post('instruments', { ...entry(), spec: TYPED_SCALE }),
    other: { spec: { ...TYPED_SCALE, name: 'Other' } },
    table: 'instrument_spec',
  },
  'a changed instrument': {
    sent: async () => put(`instruments/${await newInstrument()}`, { ...entry(), baseVersion: 1, spec: { ...TYPED_SCALE, divisionG: 1 } }),
    other: { spec: { ...TYPED_SCALE, divisionG: 2 } },
    table: 'instrument_spec',
  },
  study: {
    sent: async () =>
      post(`instruments/${await newInstrument()}/studies`, { ...entry(), kind: 'drift', subject: '500 g', readingsG: [500.1], nominalG: 500 }),
    other: { readingsG: [500.2] },
    table: 'study',
  },
  machine: {
    sent: () => post('machines', { ...entry(), spec: TYPED_MACHINE }),
    other: { spec: { ...TYPED_MACHINE, name: 'Other' } },
    table: 'machine_spec',
  },
  'a changed machine': {
    sent: async () => put(`machines/${await newMachine()}`, { ...entry(), baseVersion: 1, spec: { ...TYPED_MACHINE, scatterGmm: 20 } }),
    other: { spec: TYPED_MACHINE },
    table: 'machine_spec',
  },
  calibration: {
    sent: async () => {
      const { planes } = crankTemplate(LAYOUTS.inline3, specOf('inline3').layout, 88);
      return post('machines/calibrations', { ...entry(), machineId: await newMachine(), rotorClass: 'three', planes, speedRpm: 600, runs });
    },
    other: { rotorClass: 'four' },
    table: 'calibration',
  },
  tool: { sent: () => post('tools', { ...entry(), name: 'Die grinder', bit: 'burr' }), other: { bit: 'stone' }, table: 'tool' },
  'a practice cut': {
    sent: async () => {
      const tool = entry();
      await server.post('tools', { ...tool, name: 'Die grinder', bit: 'burr' });
      return post(`tools/${tool.id}/practice-cuts`, { ...entry(), grams: 0.5, seconds: 30, metal: 'steel' });
    },
    other: { grams: 0.6 },
    table: 'practice_cut',
  },
  bits: {
    sent: async () =>
      put('shop/bits', { ...entry(), baseVersion: await versionOf('shop_bits'), bits: [{ bitMm: 12, pointAngleDeg: 118, usableDepthMm: 50 }] }),
    other: { bits: [{ bitMm: 10, pointAngleDeg: 118, usableDepthMm: 50 }] },
    table: 'shop_bits',
  },
  'the usual factor': {
    sent: async () => put('shop/usual', { ...entry(), baseVersion: await versionOf('shop_usual'), factorRatio: 0.5, oilG: 3 }),
    other: { oilG: 2 },
    table: 'shop_usual',
  },
  'the shop’s tools': {
    sent: async () => put('shop-tools', { ...entry(), baseVersion: await versionOf('shop_tools'), tools: USUAL_TOOLS }),
    other: { tools: { ...USUAL_TOOLS, hourPrice: 1 } },
    table: 'shop_tools',
  },
  'the bob box': {
    sent: async () => put('bob-box', { ...entry(), baseVersion: await versionOf('bob_box'), box }),
    other: { box: { ...box, pieces: [] } },
    table: 'bob_box',
  },
};
const versionOf = async (table: string): Promise<number> => (await server.db(table).max<{ max: number | null }[]>('version'))[0]!.max ?? 0;
const send = ({ method, path, body }: Sent): Promise<Response> => server[method](path, body);
const rowsOf = async (table: string): Promise<number> => Number((await server.db(table).count())[0]!['count']);
/** What a stream says last, or the whole answer. */
const said = ({ status, text }: Response): [number, string] => [status, text.trim().split('\n').at(-1)!];

describe.each(Object.entries(WRITES))('%s', (_name, { sent, other, table }) => {
  it('sent twice is one, and is answered alike', async () => {
    const write = await sent();
    const first = await send(write);
    expect([200, 201]).toContain(first.status);
    const rows = await rowsOf(table);
    const second = await send(write);
    expect(said(second)).toEqual(said(first));
    expect(await rowsOf(table)).toBe(rows);
  });

  it('sent twice at once is one', async () => {
    const write = await sent();
    const rows = await rowsOf(table);
    const answers = await Promise.all([send(write), send(write)]);
    expect(answers.map(({ status }) => status)).toEqual([answers[0].status, answers[0].status]);
    expect(await rowsOf(table)).toBe(rows + 1);
  });

  it('is one though the connection died between write and answer', async () => {
    const write = await sent();
    const rows = await rowsOf(table);
    await sendAndHangUp(write);
    const again = await send(write);
    expect([200, 201]).toContain(again.status);
    expect(await rowsOf(table)).toBe(rows + 1);
  });

  if (Object.keys(other).length > 0)
    it('under a known id with other content is refused by name', async () => {
      const write = await sent();
      await send(write);
      const rows = await rowsOf(table);
      const refused = await send({ ...write, body: { ...write.body, ...other } });
      expect([refused.status, (refused.body as Problem).detail]).toEqual([
        409,
        expect.stringMatching(/^This entry’s id belongs to .* with other content already/),
      ]);
      expect(await rowsOf(table)).toBe(rows);
    });
});

/** Sends through a line that dies once the server has answered and before the answer is through. */
async function sendAndHangUp({ method, path, body }: Sent): Promise<void> {
  const { body: entry, personId } = sentBy(body);
  const upstream = server.app.getHttpServer();
  if (!upstream.listening) await server.app.listen(0, '127.0.0.1');
  const { port } = upstream.address() as AddressInfo;
  const line = createServer((incoming, outgoing) => {
    const onward = httpRequest({ port, method: incoming.method!, path: incoming.url!, headers: incoming.headers }, (answer) => {
      answer.resume().on('end', () => outgoing.destroy());
    });
    incoming.pipe(onward);
  }).listen(0, '127.0.0.1');
  await new Promise((resolve) => line.once('listening', resolve));
  const { port: linePort } = line.address() as AddressInfo;
  const sending = fetch(`http://127.0.0.1:${linePort}/api/${path}`, {
    method: method.toUpperCase(),
    headers: { ...(await server.as(personId)), 'content-type': 'application/json', origin: `http://127.0.0.1:${linePort}` },
    body: entry,
  });
  await expect(sending).rejects.toThrow();
  line.close();
}

it('does not take one kind of entry for another', async () => {
  const job = await newJob();
  const answer = await server.post(`jobs/${job.id}/part-cuts`, { id: job.id, personId: server.personId, partId: pinOf(job).id });
  expect([answer.status, (answer.body as Problem).detail]).toEqual([409, expect.stringContaining('belongs to a job with other content')]);
});

it.each(['POST shop/people', 'PUT bob-box', 'POST jobs'])('%s without a body that can be read is refused', async (route) => {
  const [method, path] = route.split(' ') as ['POST' | 'PUT', string];
  const upstream = server.app.getHttpServer();
  if (!upstream.listening) await server.app.listen(0, '127.0.0.1');
  const { port } = upstream.address() as AddressInfo;
  const answer = await fetch(`http://127.0.0.1:${port}/api/${path}`, {
    method,
    headers: { 'content-type': 'text/plain', origin: `http://127.0.0.1:${port}` },
    body: 'hello',
  });
  expect([answer.status, ((await answer.json()) as Problem).detail]).toEqual([415, expect.stringContaining('no body that can be read')]);
});

describe('two people at one versioned thing', () => {
  const VERSIONED = [
    'a changed spec',
    'decision',
    'a changed instrument',
    'a changed machine',
    'bits',
    'the usual factor',
    'the shop’s tools',
    'the bob box',
  ];

  it.each(VERSIONED)('%s: the slower is told by whom, and nothing of theirs is kept', async (name) => {
    const { sent, other, table } = WRITES[name]!;
    const write = await sent();
    const mine = { ...write, body: { ...write.body, ...other, id: randomUUID(), personId: bram } };
    expect((await send(write)).status).toBeLessThan(300);
    const rows = await rowsOf(table);
    const slower = await send(mine);
    expect([slower.status, (slower.body as Problem).detail]).toEqual([409, expect.stringMatching(/^Changed by Ottoline Fasch meanwhile/)]);
    expect(await rowsOf(table)).toBe(rows);
  });

  it.each(VERSIONED)('%s: of two at the same moment one is kept', async (name) => {
    const { sent, other } = WRITES[name]!;
    const write = await sent();
    const mine = { ...write, body: { ...write.body, ...other, id: randomUUID(), personId: bram } };
    const statuses = (await Promise.all([send(write), send(mine)])).map(({ status }) => status);
    expect(statuses.filter((status) => status === 409)).toHaveLength(1);
  });

  it.each(VERSIONED)('%s: a version is exactly the next one', async (name) => {
    const { sent, table } = WRITES[name]!;
    const write = await sent();
    const rows = await rowsOf(table);
    const { baseVersion } = write.body as { baseVersion: number };
    const ahead = await send({ ...write, body: { ...write.body, id: randomUUID(), baseVersion: baseVersion + 7 } });
    expect(ahead.status).toBe(409);
    expect((await send({ ...write, body: { ...write.body, baseVersion: 2 ** 40 } })).status).toBe(400);
    expect(await rowsOf(table)).toBe(rows);
    // Nothing is locked by it.
    expect((await send(write)).status).toBeLessThan(300);
  });
});
