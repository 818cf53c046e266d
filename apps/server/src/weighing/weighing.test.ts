import { randomUUID } from 'node:crypto';
import { factsOf, type JobSheet, type Problem, type ReadingEntry } from '@tare/contract';
import { jobFigures, type PartFact, type PartKind } from '@tare/core';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
let job: JobSheet;
beforeAll(async () => {
  server = await TestServer.start();
  job = await server.job();
});
afterAll(() => server.stop());

const part = (kind: PartKind, cylinder = 1): PartFact => job.parts.find((p) => p.kind === kind && p.cylinder === cylinder)!;

describe('readings', () => {
  it('captures with who and when', async () => {
    const { body, status } = await server.reading(job, part('piston'), 612.4);
    expect(status).toBe(201);
    expect(body).toMatchObject({ valueG: 612.4, measure: 'mass', personId: server.personId, zero: null });
    expect(Date.parse((body as ReadingEntry).at)).toBeGreaterThan(Date.now() - 60000);
  });
  it('makes one reading of a doubled request', async () => {
    const id = randomUUID();
    const answers = await Promise.all([1, 2, 3].map(() => server.reading(job, part('pin'), 148.2, { id })));
    expect(answers.every((a) => a.status === 201)).toBe(true);
    expect((await server.sheet(job.id)).readings.filter((r) => r.id === id)).toHaveLength(1);
    const other = await server.reading(job, part('pin'), 150, { id });
    expect(other.status).toBe(409);
  });
  it.each<[string, PartKind, number, object, string]>([
    ['a 40 kg piston', 'piston', 40000, {}, 'more than Tare believes of a piston'],
    ['a negative weight', 'pin', -3, {}, 'cannot be'],
    ['an end of a piston', 'piston', 600, { measure: 'bigEnd' }, 'Only a rod has ends'],
    ['a rod weighed as nothing', 'rod', 600, { measure: 'mass' }, 'total, big end or small end'],
    ['a part of another job', 'rod', 600, { partId: '3f2504e0-4f89-41d3-9a0c-0305e82c3301' }, 'not in this job'],
    ['text', 'pin', 1, { valueG: 'heavy' }, 'has to be a number'],
  ])('refuses %s with a sentence', async (_name, kind, valueG, more, message) => {
    const response = await server.reading(job, part(kind), valueG, more);
    expect(response.status).toBe(400);
    expect((response.body as Problem).detail).toContain(message);
  });
  it('voids with a reason and erases nothing', async () => {
    const { body } = await server.reading(job, part('ringSet'), 46.1);
    const { id } = body as ReadingEntry;
    const voided = await server.void(id, 'not settled');
    expect(voided.body).toMatchObject({ entryId: id, replacedById: null, reason: 'not settled', personId: server.personId });
    const again = await server.void(id, 'another reason');
    expect([again.status, (again.body as Problem).detail]).toEqual([409, 'Ottoline Fasch voided that reading already: not settled']);
    const kept = (await server.sheet(job.id)).readings.find((r) => r.id === id);
    expect(kept).toMatchObject({ valueG: 46.1, voided: true, voidedBy: { reason: 'not settled', personId: server.personId } });
    expect((await server.void(id, ' ')).status).toBe(400);
  });
  it('keeps what is in the ledger out of reach even of the database’s own user error', async () => {
    await expect(
      server.db('reading').insert({
        id: randomUUID(),
        shop_id: randomUUID(),
        job_id: job.id,
        part_id: part('pin').id,
        measure: 'mass',
        value_g: 1,
        person_id: server.personId,
      }),
    ).rejects.toThrow('foreign key');
    await expect(server.db.raw('update reading set value_g = -1')).rejects.toThrow('value_g_makes_sense');
  });
});

describe('cuts', () => {
  it('refuses a weighing from before a cut that this screen has not heard of', async () => {
    const piston = part('piston', 2);
    await server.reading(job, piston, 613);
    const cut = { id: randomUUID(), personId: server.personId, partId: piston.id };
    expect((await server.post(`jobs/${job.id}/part-cuts`, cut)).status).toBe(201);
    expect((await server.post(`jobs/${job.id}/part-cuts`, cut)).status).toBe(201);
    const stale = await server.reading(job, piston, 613);
    expect(stale.status).toBe(409);
    expect((stale.body as Problem).detail).toContain('cut since');
    expect((await server.reading(job, piston, 612.1, { cutId: cut.id })).status).toBe(201);
    expect((await server.sheet(job.id)).partCuts).toHaveLength(1);
  });
});

describe('decisions', () => {
  it('lets the first of two people decide and tells the second who', async () => {
    const decide = (value: number) =>
      server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion: 0, subject: 'bob.oilG', value });
    expect((await decide(3)).body).toMatchObject({ version: 1, value: 3 });
    const second = await decide(5);
    expect(second.status).toBe(409);
    expect((second.body as Problem).detail).toContain('Changed by Ottoline Fasch');
    expect((await server.sheet(job.id)).bobChoices.oilG).toBe(3);
  });
  it('marks a part damaged, and sound again', async () => {
    const { id } = part('piston', 3);
    const mark = (baseVersion: number, value: boolean) =>
      server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion, subject: `part.damaged.${id}`, value });
    await mark(0, true);
    expect((await server.sheet(job.id)).parts.find((p) => p.id === id)?.damaged).toBe(true);
    await mark(1, false);
    expect((await server.sheet(job.id)).parts.find((p) => p.id === id)?.damaged).toBe(false);
    expect(
      (
        await server.post(`jobs/${job.id}/decisions`, {
          id: randomUUID(),
          personId: server.personId,
          baseVersion: 0,
          subject: `part.damaged.${randomUUID()}`,
          value: true,
        })
      ).status,
    ).toBe(400);
  });
});

describe('checking in', () => {
  const decide = (subject: string, value: unknown, baseVersion = 0) =>
    server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion, subject, value });
  it('keeps what was found of each item', async () => {
    const found = { count: 3, condition: 'one chipped', marks: 'stamped 1 to 3' };
    await decide('arrival.piston', found);
    expect((await server.sheet(job.id)).arrivals).toEqual({ piston: found });
    expect(((await decide('arrival.piston', { ...found, count: -1 }, 1)).body as Problem).detail).toContain('The number found is -1');
    expect((await decide('arrival.hat', found)).status).toBe(400);
  });
  it('takes a part that is to be replaced for no reference', async () => {
    const { id } = part('pin', 3);
    await decide(`part.marks.${id}`, { replace: true, pressed: false, keptWithId: part('piston', 3).id, sizeMm: 0.25 });
    const sheet = await server.sheet(job.id);
    expect(sheet.parts.find((p) => p.id === id)?.damaged).toBe(true);
    expect(sheet.partMarks[id]).toEqual({ replace: true, pressed: false, keptWithId: part('piston', 3).id, sizeMm: 0.25 });
    expect((await decide(`part.marks.${id}`, { replace: true, pressed: false, keptWithId: null, sizeMm: 40 }, 1)).status).toBe(400);
  });
});

describe('where a reading came from', () => {
  it('keeps the zeros round it, once', async () => {
    const { body } = await server.reading(job, part('lockPair'), 2.4);
    const zero = (afterG: number) =>
      server.post(`jobs/${job.id}/readings/${(body as ReadingEntry).id}/zero`, { id: randomUUID(), personId: server.personId, beforeG: 0, afterG });
    expect((await zero(0.1)).body).toMatchObject({ zero: { beforeG: 0, afterG: 0.1 } });
    expect((await zero(0)).body).toMatchObject({ zero: { beforeG: 0, afterG: 0.1 } });
    expect((await zero(5000)).status).toBe(400);
  });
  it('takes a signed difference from a part of the same kind, and no other', async () => {
    const [one, two] = [part('piston', 1), part('piston', 3)];
    expect((await server.reading(job, two, -1.3, { referencePartId: one.id })).body).toMatchObject({ valueG: -1.3, referencePartId: one.id });
    expect(((await server.reading(job, two, -900, { referencePartId: one.id })).body as Problem).detail).toContain('Is the scale tared');
    expect((await server.reading(job, two, -1, { referencePartId: two.id })).status).toBe(400);
    expect((await server.reading(job, two, -1, { referencePartId: part('pin', 1).id })).status).toBe(400);
  });
  it('refuses an instrument that the shop does not own', async () => {
    expect((await server.reading(job, part('pin', 2), 148, { instrumentId: randomUUID() })).status).toBe(400);
  });
});

describe('what is weighed together', () => {
  it('has a set and a piston on its rod for every cylinder, with ends of its own', async () => {
    expect((await server.reading(job, part('cylinderSet', 2), 809.2)).status).toBe(201);
    const pressed = part('pressedAssembly', 2);
    expect((await server.reading(job, pressed, 940.8, { measure: 'smallEnd' })).status).toBe(201);
    expect(((await server.reading(job, pressed, 940.8)).body as Problem).detail).toContain('total, big end or small end');
  });
  it('keeps the schools of a job', async () => {
    const decide = (subject: string, value: unknown) =>
      server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion: 0, subject, value });
    expect((await server.sheet(job.id)).weighChoices).toEqual({ rodSchool: 'endsAndTotal', partSchool: 'eachPart', references: {} });
    await decide('weigh.partSchool', 'cylinderSets');
    await decide('weigh.reference.pin', part('pin', 2).id);
    expect((await server.sheet(job.id)).weighChoices).toEqual({
      rodSchool: 'endsAndTotal',
      partSchool: 'cylinderSets',
      references: { pin: part('pin', 2).id },
    });
    expect((await decide('weigh.reference.hat', part('pin', 2).id)).status).toBe(400);
    expect((await decide('weigh.partSchool', 'by eye')).status).toBe(400);
  });
});

describe('a batch of readings', () => {
  const batch = (values: number[]) => ({
    id: randomUUID(),
    personId: server.personId,
    readings: values.map((valueG) => ({
      id: randomUUID(),
      personId: server.personId,
      partId: part('bearingPair').id,
      measure: 'mass',
      valueG,
      cutId: null,
    })),
  });
  it('is all or none, and names the line at fault', async () => {
    const bad = await server.post(`jobs/${job.id}/readings/batch`, batch([42, 42.1, -5]));
    expect(bad.body).toMatchObject({ errors: [{ field: 'readings.2.valueG' }] });
    expect((await server.sheet(job.id)).readings.filter((r) => r.partId === part('bearingPair').id)).toHaveLength(0);
    const good = batch([42, 42.1]);
    expect((await server.post(`jobs/${job.id}/readings/batch`, good)).body).toEqual({ captured: 2 });
    await server.post(`jobs/${job.id}/readings/batch`, good);
    expect((await server.sheet(job.id)).readings.filter((r) => r.partId === part('bearingPair').id)).toHaveLength(2);
  });
});

describe('parts that changed in one go', () => {
  it('begin anew together, once, all or none', async () => {
    const own = await server.job();
    const rods = own.parts.filter(({ kind }) => kind === 'rod');
    for (const rod of rods) await server.reading(own, rod, 630);
    const cuts = rods.map(({ id: partId }) => ({ ...server.entry(), partId, replaced: true }));
    const stranger = { ...server.entry(), cuts: [...cuts, { ...server.entry(), partId: randomUUID() }] };
    expect((await server.post(`jobs/${own.id}/part-cuts/batch`, stranger)).body).toMatchObject({ errors: [{ field: `cuts.${rods.length}.partId` }] });
    expect((await server.sheet(own.id)).partCuts).toHaveLength(0);
    const batch = { ...server.entry(), cuts };
    for (let sent = 0; sent < 2; sent += 1)
      expect((await server.post(`jobs/${own.id}/part-cuts/batch`, batch)).body).toEqual({ logged: rods.length });
    const { weighed } = jobFigures(factsOf(await server.sheet(own.id)));
    const after = weighed.parts.filter(({ part: { kind } }) => kind === 'rod');
    expect(after.map(({ needsReweighing, now }) => [needsReweighing, now])).toEqual(rods.map(() => [true, {}]));
  });
  it('ask, where somebody else just logged the like of one of them', async () => {
    const own = await server.job();
    const [one, two] = own.parts.filter(({ kind }) => kind === 'rod') as [PartFact, PartFact];
    const other = await server.anotherPerson(`Nell ${randomUUID()}`);
    await server.post(`jobs/${own.id}/part-cuts`, { ...server.entry(other), partId: two.id });
    const batch = { ...server.entry(), cuts: [one, two].map(({ id: partId }) => ({ ...server.entry(), partId })) };
    expect((await server.post(`jobs/${own.id}/part-cuts/batch`, batch)).body).toMatchObject({ status: 409, ask: 'another' });
    expect((await server.sheet(own.id)).partCuts).toHaveLength(1);
    expect((await server.post(`jobs/${own.id}/part-cuts/batch`, { ...batch, ...server.entry(), another: true })).status).toBe(201);
    expect((await server.sheet(own.id)).partCuts).toHaveLength(3);
  });
});

it('answers with a sentence when the database drops a connection, and carries on', async () => {
  await server.db.raw(`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`);
  const answers = await Promise.all(Array.from({ length: 4 }, () => server.get(`jobs/${job.id}`)));
  expect(answers.every((a) => a.status === 200 || (a.body as Problem).detail !== undefined)).toBe(true);
  expect((await server.get(`jobs/${job.id}`)).status).toBe(200);
});

it('loses a reading in flight to a killed connection, says so, and takes it once when it is sent again', async () => {
  const id = randomUUID();
  const blocker = await server.db.transaction();
  try {
    // Holds the insert up until its connection is killed.
    await blocker.raw('lock table reading in exclusive mode');
    // A request of supertest starts when somebody waits for it.
    const inFlight = Promise.resolve(server.reading(job, part('bearingPair', 2), 42.3, { id }));
    const waiting = `select pid from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock' and query like 'insert into "reading"%'`;
    let killed: number[] = [];
    for (let tries = 0; killed.length === 0 && tries < 200; tries += 1) {
      await new Promise((resolve) => setTimeout(resolve, 20));
      killed = (await server.db.raw<{ rows: { pid: number }[] }>(waiting)).rows.map((row) => row.pid);
    }
    expect(killed).toHaveLength(1);
    await server.db.raw('select pg_terminate_backend(?)', killed);
    const lost = await inFlight;
    expect(lost.status).toBe(500);
    expect((lost.body as Problem).detail).toContain('Nothing was recorded; try again.');
  } finally {
    await blocker.rollback();
  }
  expect((await server.reading(job, part('bearingPair', 2), 42.3, { id })).status).toBe(201);
  expect((await server.reading(job, part('bearingPair', 2), 42.3, { id })).status).toBe(201);
  expect((await server.sheet(job.id)).readings.filter((r) => r.id === id)).toHaveLength(1);
});
