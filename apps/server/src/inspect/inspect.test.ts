import { randomUUID } from 'node:crypto';
import type { GaugeDrawer, JobSheet, NewWork, NewMeasurement, Problem } from '@tare/contract';
import { workFromRow, workToRow, measurementFromRow, measurementToRow } from './inspectRows.js';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
let job: JobSheet;
beforeAll(async () => {
  server = await TestServer.start();
  job = await server.job();
});
afterAll(() => server.stop());

const measure = (more: Partial<NewMeasurement>) =>
  server.post(`jobs/${job.id}/measurements`, {
    ...server.entry(),
    feature: 'main.2',
    quantity: 'diameter',
    angleDeg: 0,
    depth: 1,
    indicationMm: 53.98,
    settingId: null,
    afterWorkId: null,
    ...more,
  });
const work = (more: object, afterSpinId: string | null = null) => server.post(`jobs/${job.id}/works`, { ...server.entry(), work: more, afterSpinId });

describe('what is measured of a crank', () => {
  it('is kept in the order it was read, voided with a reason, and amended in its place', async () => {
    const first = (await measure({})).body as { id: string };
    await measure({ indicationMm: 53.99, amends: { entryId: first.id, reason: 'a slip' } });
    const { measurements } = await server.sheet(job.id);
    expect(measurements.map(({ indicationMm, voided }) => [indicationMm, voided])).toEqual([
      [53.98, true],
      [53.99, false],
    ]);
  });
  it('is refused where it makes no sense, by name', async () => {
    const saysOf = async (more: Partial<Record<keyof NewMeasurement, unknown>>): Promise<[number, string]> => {
      const { status, body } = await measure(more as Partial<NewMeasurement>);
      return [status, (body as Problem).errors?.[0]?.message ?? ''];
    };
    expect(await saysOf({ feature: 'sump.1' })).toEqual([400, expect.stringContaining('What was measured')]);
    expect(await saysOf({ angleDeg: 360 })).toEqual([400, expect.stringContaining('The angle')]);
    expect(await saysOf({ indicationMm: 'wide' })).toEqual([400, expect.stringContaining('The reading')]);
    expect(await saysOf({ afterWorkId: randomUUID() })).toEqual([400, 'That work is not in this job.']);
  });
});

describe('what is done to a crank', () => {
  it('stands in its order, goes by a void, and is refused where it is none', async () => {
    const push = { kind: 'push', main: 2, pressedMm: 1.2, highAtDeg: 40 };
    const made = (await work(push)).body as { id: string };
    expect((await work({ kind: 'grindPins', underMm: 0.25, diameterMm: 53.9, widthMm: 24 })).status).toBe(201);
    expect((await server.sheet(job.id)).works.map(({ work: one }) => one.kind)).toEqual(['push', 'grindPins']);
    await server.void(made.id, 'another main');
    expect((await server.sheet(job.id)).works.map(({ work: one }) => one.kind)).toEqual(['grindPins']);
    for (const wrong of [{ ...push, pressedMm: 0 }, { kind: 'weld' }, { kind: 'finish', what: 'painted' }])
      expect((await work(wrong)).status).toBe(400);
    expect(((await work(push, randomUUID())).body as Problem).errors![0]!.message).toBe('That spin is not in this job.');
  });
});

describe('what is done to a rod', () => {
  it('begins a new state of what was weighed of it, and takes it back when it is voided', async () => {
    const own = await server.job();
    const rod = (cylinder: number) => own.parts.find((part) => part.kind === 'rod' && part.cylinder === cylinder)!;
    await server.reading(own, rod(1), 612.4);
    const on = (work: object) => server.post(`jobs/${own.id}/works`, { ...server.entry(), work, afterSpinId: null });
    const closed = (await on({ kind: 'closeRod', rod: 1, closedMm: 0.05, faces: 'cap' })).body as { id: string };
    expect((await on({ kind: 'honeRod', rod: 2, seconds: 30 })).status).toBe(201);
    const cuts = async () => (await server.sheet(own.id)).partCuts.map(({ partId, removal, workId }) => ({ partId, removal, workId }));
    // Rod 2 was never weighed: nothing of it is to be weighed anew.
    expect(await cuts()).toEqual([{ partId: rod(1).id, removal: null, workId: closed.id }]);
    const [reading] = (await server.sheet(own.id)).readings;
    expect(reading).toMatchObject({ cutId: null, voided: false });
    await server.void(closed.id, 'another rod');
    expect(await cuts()).toEqual([]);
    expect((await on({ kind: 'closeRod', rod: 40, closedMm: 0.05, faces: 'cap' })).status).toBe(400);
    expect((await on({ kind: 'newBolts' })).status).toBe(400);
  });
});

describe('what is done to a block', () => {
  it('puts other pistons and rings in, weighed anew, once all of it is bored; a trial cut does not', async () => {
    const own = await server.job();
    const part = (kind: string, cylinder: number) => own.parts.find((one) => one.kind === kind && one.cylinder === cylinder)!;
    await server.reading(own, part('piston', 1), 612.4);
    await server.reading(own, part('ringSet', 2), 44.2);
    await server.reading(own, part('pin', 1), 140.2);
    const on = (work: object) => server.post(`jobs/${own.id}/works`, { ...server.entry(), work, afterSpinId: null });
    expect((await on({ kind: 'trialCut', cylinder: 3, toMm: 92.4 })).status).toBe(201);
    expect((await server.sheet(own.id)).partCuts).toEqual([]);
    const bored = (await on({ kind: 'bore', overMm: 0.5 })).body as { id: string };
    const { partCuts } = await server.sheet(own.id);
    expect(partCuts.map(({ partId, replaced, workId }) => [partId, replaced, workId])).toEqual(
      expect.arrayContaining([
        [part('piston', 1).id, true, bored.id],
        [part('ringSet', 2).id, true, bored.id],
      ]),
    );
    expect(partCuts).toHaveLength(2);
    expect((await on({ kind: 'bore', overMm: -1 })).status).toBe(400);
  });
});

describe('finish honing', () => {
  it('waits for every piston to be measured, or takes somebody’s reason in writing', async () => {
    const own = await server.job();
    const on = (work: object) => server.post(`jobs/${own.id}/works`, { ...server.entry(), work, afterSpinId: null });
    const bored = (await on({ kind: 'bore', overMm: 0.5, honeLeftMm: 0.05 })).body as { id: string };
    const early = await on({ kind: 'honeBores', overruled: ' ' });
    expect(early.status).toBe(400);
    expect((early.body as Problem).errors![0]).toMatchObject({ field: 'work.overruled', message: expect.stringMatching(/^No finish honing before/) });
    for (const { number } of own.spec.layout.cylinders)
      await server.post(`jobs/${own.id}/measurements`, {
        ...server.entry(),
        ...{
          feature: `piston.${number}`,
          quantity: 'pistonSize',
          angleDeg: null,
          depth: null,
          indicationMm: 92.44,
          settingId: null,
          afterWorkId: bored.id,
        },
      });
    expect((await on({ kind: 'honeBores', overruled: '' })).status).toBe(201);
    const other = await server.job();
    const written = { kind: 'honeBores', overruled: 'the maker sent sizes' };
    expect((await server.post(`jobs/${other.id}/works`, { ...server.entry(), work: written, afterSpinId: null })).status).toBe(201);
    for (const wrong of [{ kind: 'deck', bank: 1, takenMm: 0 }, { kind: 'fileRing', cylinder: 1, ring: 0, takenMm: 0.1 }, { kind: 'honeBores' }])
      expect((await on(wrong)).status).toBe(400);
    expect((await on({ kind: 'deck', bank: 2, takenMm: 0.1 })).status).toBe(201);
  });
});

describe('what was read after a work that is voided', () => {
  it('is of the part as the work before left it', async () => {
    const own = await server.job();
    const on = async (work: object): Promise<string> =>
      ((await server.post(`jobs/${own.id}/works`, { ...server.entry(), work, afterSpinId: null })).body as { id: string }).id;
    const pushed = await on({ kind: 'push', main: 2, pressedMm: 1, highAtDeg: 40 });
    const ground = await on({ kind: 'grindMains', underMm: 0.25, axisMovedMm: 0, axisMovedAtDeg: 0 });
    await server.post(`jobs/${own.id}/measurements`, {
      ...server.entry(),
      ...{ feature: 'main.2', quantity: 'diameter', angleDeg: 0, depth: 1, indicationMm: 53.98, settingId: null, afterWorkId: ground },
    });
    const follows = async () => (await server.sheet(own.id)).measurements[0]!.afterWorkId;
    expect(await follows()).toBe(ground);
    await server.void(ground, 'it was not done');
    expect(await follows()).toBe(pushed);
    await server.void(pushed, 'nor was that');
    expect(await follows()).toBeNull();
  });
});

describe('a pressed pin', () => {
  it('is refused before its parts are weighed and matched, but for somebody’s reason', async () => {
    const own = await server.job();
    const press = (overruled: string) =>
      server.post(`jobs/${own.id}/works`, { ...server.entry(), work: { kind: 'pressPin', cylinder: 1, crayonC: 220, overruled }, afterSpinId: null });
    const { status, body } = await press(' ');
    expect(status).toBe(400);
    expect((body as Problem).errors![0]).toMatchObject({ field: 'work.overruled', message: expect.stringContaining('not pressed before piston') });
    expect((await press('they were weighed at the Upper Yard')).status).toBe(201);
  });
});

describe('the shop’s gauges', () => {
  it('are kept as one list, and not over somebody else’s', async () => {
    const gauge = {
      id: randomUUID(),
      name: 'Bore gauge',
      divisionMm: 0.002,
      sign: -1,
      metal: 'steel',
      studyMm: [54.001, 54.003],
      dueOn: '2027-05-01',
    };
    const put = (baseVersion: number, gauges: object[]) => server.put('gauges', { ...server.entry(), baseVersion, gauges });
    expect((await server.get('gauges')).body).toEqual({ gauges: [], version: 0 });
    expect(((await put(0, [gauge])).body as GaugeDrawer).gauges).toEqual([gauge]);
    expect((await put(0, [])).status).toBe(409);
    expect(((await put(1, [gauge, { ...gauge, id: randomUUID() }])).body as Problem).errors![0]!.message).toBe('Two gauges have the same name.');
  });
});

it('goes into its row and comes out of it', () => {
  const at = new Date('2026-11-25T01:00:00.000Z');
  const [id, personId, jobId] = [randomUUID(), randomUUID(), randomUUID()];
  const by = { personId, at: at.toISOString() };
  const measurement: NewMeasurement = {
    id,
    personId,
    feature: 'pin.3',
    quantity: 'upperWall',
    angleDeg: null,
    depth: null,
    indicationMm: 1.99,
    settingId: randomUUID(),
    afterWorkId: randomUUID(),
    note: 'cold',
  };
  expect(measurementFromRow({ ...measurementToRow(measurement), job_id: jobId, created_at: at })).toEqual({ ...measurement, ...by });
  const done: NewWork = { id, personId, work: { kind: 'finish', what: 'washed' }, afterSpinId: randomUUID(), note: '' };
  expect(workFromRow({ ...workToRow(done), job_id: jobId, created_at: at })).toEqual({ ...done, ...by });
});
