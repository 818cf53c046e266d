import { INCH, PART_KINDS } from '@tare/core';
import { randomUUID } from 'node:crypto';
import type { JobLine, JobSheet, Problem } from '@tare/contract';
import { fromOwnPage, specOf, TestServer } from '../testing/testServer.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

describe('jobs', () => {
  it('starts a job with the parts that its layout has', async () => {
    const job = await server.job('v8Cross90');
    expect(job.parts).toHaveLength(8 * PART_KINDS.length);
    expect(job).toMatchObject({ specVersion: 1, readings: [], bobChoices: { factorRatio: 0.5, oilG: 4, acceptedG: null } });
  });
  it('makes one job of a doubled request, and numbers jobs in a row', async () => {
    const body = { id: randomUUID(), personId: server.personId, spec: specOf('inline4') };
    const [one, two] = await Promise.all([server.post('jobs', body), server.post('jobs', body)]);
    expect((one.body as JobSheet).number).toBe((two.body as JobSheet).number);
    const next = await server.job();
    expect(next.number).toBe((one.body as JobSheet).number + 1);
  });
  it.each<[string, object, string, string]>([
    ['a negative stroke', { strokeMm: -88 }, 'spec.strokeMm', 'The stroke is -88'],
    ['a blank engine', { engineName: '' }, 'spec.engineName', 'The engine is blank.'],
    ['a rod shorter than the throw', { rodLengthMm: 30 }, 'spec.rodLengthMm', 'cannot turn on a crank radius of 44 mm'],
    [
      'planes at one place',
      { crank: { ...specOf('inline3').crank, planes: { zAMm: 5, zBMm: 5, radiusAMm: 85, radiusBMm: 85 } } },
      'planes.zBMm',
      'both at 5 mm',
    ],
    [
      'more pins than cylinders',
      { layout: { ...specOf('inline3').layout, pins: [...specOf('inline3').layout.pins, { angleDeg: 0, zMm: 300, cylinders: [1] }] } },
      'pins',
      '4 pins for 3 cylinders',
    ],
  ])('refuses %s with a path and a sentence', async (_name, change, field, message) => {
    const response = await server.post('jobs', { id: randomUUID(), personId: server.personId, spec: { ...specOf('inline3'), ...change } });
    expect(response.status).toBe(400);
    expect(response.type).toBe('application/problem+json');
    const problem = response.body as Problem;
    expect(problem.errors?.[0]).toMatchObject({ field, message: expect.stringContaining(message) as string });
  });
  it('finds jobs by number, customer, boat and engine, and says where each stands', async () => {
    await server.job('v6Split60');
    const found = (await server.get('jobs?q=saltwren')).body as JobLine[];
    expect(found.length).toBeGreaterThan(0);
    expect(found[0]).toMatchObject({ standing: { bench: 'checkIn', state: 'ready' } });
    expect((await server.get('jobs?q=nobody-has-this')).body).toEqual([]);
    expect(((await server.get(`jobs?q=${found[0]!.number}`)).body as JobLine[]).some((job) => job.number === found[0]!.number)).toBe(true);
  });
  it('keeps both versions of a spec, and refuses the slower of two people', async () => {
    const job = await server.job();
    const change = { id: randomUUID(), personId: server.personId, baseVersion: 1, spec: { ...job.spec, redlineRpm: 4000 } };
    const answers = await Promise.all([
      server.put(`jobs/${job.id}/spec`, change),
      server.put(`jobs/${job.id}/spec`, { ...change, spec: { ...job.spec, redlineRpm: 4500 } }),
    ]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
    expect((await server.sheet(job.id)).specVersion).toBe(2);
    expect(await server.db('job_spec').where({ job_id: job.id })).toHaveLength(2);
  });
  it('will not change how many cylinders a job has', async () => {
    const job = await server.job('inline3');
    const response = await server.put(`jobs/${job.id}/spec`, {
      id: randomUUID(),
      personId: server.personId,
      baseVersion: 1,
      spec: specOf('inline4'),
    });
    expect(response.status).toBe(400);
    expect((response.body as Problem).detail).toContain('started with 3 cylinders');
  });
  it('says who removed a job, and why', async () => {
    const job = await server.job();
    await server.post(`jobs/${job.id}/removal`, { id: randomUUID(), personId: server.personId, reason: 'entered twice' });
    const gone = await server.get(`jobs/${job.id}`);
    expect(gone.status).toBe(410);
    expect((gone.body as Problem).detail).toMatch(/Job \d+ was removed by Ottoline Fasch on \d{4}-\d\d-\d\d: entered twice/);
    expect((await server.reading(job, job.parts[0]!, 600)).status).toBe(410);
  });
  it.each([['jobs/3f2504e0-4f89-41d3-9a0c-0305e82c3301'], ['jobs/17'], ['nowhere']])('has nothing at %s', async (path) => {
    const response = await server.get(path);
    expect(response.status).toBe(404);
    expect((response.body as Problem).detail).toMatch(/^There is no(thing| such job)/);
  });
  it('calls what is no JSON by its name', async () => {
    const { default: request } = await import('supertest');
    const response = await fromOwnPage(request(server.app.getHttpServer()).post('/api/jobs')).set('content-type', 'application/json').send('{"id":');
    expect(response.status).toBe(400);
    expect((response.body as Problem).detail).toBe('The request could not be read: it has to be JSON.');
  });
});

describe('jobs that several people start at the same moment', () => {
  it('are all started, numbered one after another', async () => {
    const jobs = await Promise.all(Array.from({ length: 8 }, () => server.job()));
    const numbers = jobs.map(({ number }) => number).sort((x, y) => x - y);
    expect(numbers).toEqual(Array.from({ length: 8 }, (_, i) => numbers[0]! + i));
  });
});

describe('the shop', () => {
  it('adds people, once a name', async () => {
    const person = { id: randomUUID(), name: 'Bram Tewitt', role: 'machining' };
    expect((await server.post('shop/people', person)).status).toBe(201);
    expect((await server.post('shop/people', person)).status).toBe(201);
    const double = await server.post('shop/people', { ...person, id: randomUUID() });
    expect(double.status).toBe(409);
    expect((double.body as Problem).detail).toContain('There is a Bram Tewitt');
  });
  it('replaces its bits, and refuses a bit twice', async () => {
    const bits = [{ bitMm: 5, pointAngleDeg: 118, usableDepthMm: 30 }];
    const put = (list: readonly object[]) => server.put('shop/bits', { id: randomUUID(), personId: server.personId, baseVersion: 0, bits: list });
    expect((await put(bits)).body).toMatchObject({ bits, bitsVersion: 1 });
    expect((await put([...bits, ...bits])).status).toBe(400);
    expect((await put([{ bitMm: null, pointAngleDeg: 118, usableDepthMm: 30 }])).body).toMatchObject({
      errors: [{ field: 'bits.0.bitMm', message: 'The bit has to be a number.' }],
    });
    expect((await server.get('shop')).body).toMatchObject({ bits });
  });
  it('says which trial pieces it owns and whether stand-ins are offered: a new shop’s are not', async () => {
    expect((await server.get('shop')).body).toMatchObject({ fittings: { version: 0, standIns: false, trialPieces: [] } });
    const put = (baseVersion: number, trialPieces: readonly object[]) =>
      server.put('shop/fittings', { id: randomUUID(), personId: server.personId, baseVersion, standIns: true, trialPieces });
    const clamp = { name: 'Brass clamp', massG: 24.8, deviationG: null };
    expect((await put(0, [clamp])).body).toMatchObject({ fittings: { version: 1, standIns: true, trialPieces: [clamp] } });
    expect((await put(0, [])).status).toBe(409);
    expect((await put(1, [clamp, clamp])).body).toMatchObject({ errors: [{ message: 'Two pieces have the same name.' }] });
    expect((await put(1, [{ ...clamp, massG: 0 }])).body).toMatchObject({ errors: [{ field: 'trialPieces.0.massG' }] });
  });
  it('remembers in which units each person types and reads', async () => {
    const put = (baseVersion: number, more: object) =>
      server.put('shop/display', { id: randomUUID(), personId: server.personId, baseVersion, systems: INCH, gr: null, ...more });
    expect((await put(0, {})).body).toMatchObject({ displays: { [server.personId]: { version: 1, systems: INCH, gr: null } } });
    expect((await put(1, { gr: 'g' })).body).toMatchObject({ displays: { [server.personId]: { version: 2, gr: 'g' } } });
    expect((await put(1, {})).status).toBe(409);
    expect((await put(2, { systems: { ...INCH, length: 'cubits' } })).body).toMatchObject({ errors: [{ field: 'systems.length' }] });
  });
});

describe('what was typed otherwise than it is kept', () => {
  it('is kept with the entry, once, and told with the job', async () => {
    const job = await server.job();
    const piston = job.parts.find(({ kind }) => kind === 'piston')!;
    const reading = { id: randomUUID(), personId: server.personId, partId: piston.id, measure: 'mass', valueG: 510.29141625, cutId: null };
    const sent = { ...reading, said: { valueG: '1 lb 2 oz' } };
    expect((await server.post(`jobs/${job.id}/readings`, sent)).status).toBe(201);
    expect((await server.post(`jobs/${job.id}/readings`, sent)).status).toBe(201);
    expect((await server.sheet(job.id)).said).toEqual({ [reading.id]: { valueG: '1 lb 2 oz' } });
    const plain = { ...reading, id: randomUUID(), valueG: 510 };
    expect((await server.post(`jobs/${job.id}/readings`, plain)).status).toBe(201);
    expect(Object.keys((await server.sheet(job.id)).said)).toEqual([reading.id]);
  });
  it('is no place to keep anything else', async () => {
    const job = await server.job();
    const partId = job.parts[0]!.id;
    const sent = { id: randomUUID(), personId: server.personId, partId, measure: 'mass', valueG: 510, cutId: null, said: { valueG: 'x'.repeat(81) } };
    expect((await server.post(`jobs/${job.id}/readings`, sent)).status).toBe(400);
  });
});
