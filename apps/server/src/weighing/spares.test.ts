import { randomUUID } from 'node:crypto';
import type { JobSheet, Problem } from '@tare/contract';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
let job: JobSheet;
beforeAll(async () => {
  server = await TestServer.start();
  job = await server.job();
});
afterAll(() => server.stop());

const add = (kind: string, id = randomUUID()) => server.post(`jobs/${job.id}/spares`, { id, personId: server.personId, kind });
const remove = (partId: string) => server.post(`jobs/${job.id}/spares/${partId}/removal`, { id: randomUUID(), personId: server.personId });
const extras = async (kind: string) => (await server.sheet(job.id)).parts.filter((part) => part.extra && part.kind === kind);
const arrange = (value: object, baseVersion = 0) =>
  server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion, subject: 'match.arrangement', value });

describe('spare parts', () => {
  it('are numbered on from the engine’s own, once each, and take a place by the arrangement', async () => {
    const id = randomUUID();
    for (const _ of [1, 2]) expect((await add('piston', id)).status).toBe(201);
    await add('piston');
    const [fourth, fifth] = await extras('piston');
    expect([fourth, fifth].map((part) => [part!.cylinder, part!.spare])).toEqual([
      [4, true],
      [5, true],
    ]);
    const second = job.parts.find((part) => part.kind === 'piston' && part.cylinder === 2)!;
    expect(((await arrange({ [fourth!.id]: 2 })).body as Problem).detail).toContain('Two of a kind would run in cylinder 2');
    expect(((await arrange({ [second.id]: 6 })).body as Problem).detail).toContain('There is no cylinder 6');
    expect((await arrange({ [fourth!.id]: 2, [second.id]: 4 })).status).toBe(201);
    const { parts } = await server.sheet(job.id);
    const pistons = parts.filter(({ kind }) => kind === 'piston').map(({ cylinder, runsIn, spare }) => [cylinder, runsIn, spare]);
    expect(pistons).toEqual([
      [1, undefined, undefined],
      [2, 4, true],
      [3, undefined, undefined],
      [4, 2, undefined],
      [5, undefined, true],
    ]);
    // One that runs, or whose place another one has, is on record.
    expect([(await remove(fourth!.id)).status, (await remove(fifth!.id)).status]).toEqual([409, 201]);
    expect((await extras('piston')).map(({ cylinder }) => cylinder)).toEqual([4]);
  });
  it('go from the list while nothing is on record of them, and come back under their number', async () => {
    await add('pin');
    const [pin] = await extras('pin');
    expect((await remove(pin!.id)).status).toBe(201);
    expect(await extras('pin')).toEqual([]);
    expect((await remove(pin!.id)).status).toBe(404);
    await add('pin');
    const [again] = await extras('pin');
    expect(again!.cylinder).toBe(4);
    await server.reading(job, again!, 148);
    const { status, body } = await remove(again!.id);
    expect([status, (body as Problem).detail]).toEqual([409, expect.stringContaining('stays on the list')]);
    expect((await remove(job.parts[0]!.id)).status).toBe(404);
  });
  it('are of a kind that is weighed by itself, and not without end', async () => {
    expect((await add('cylinderSet')).status).toBe(400);
    for (let i = 0; i < 8; i += 1) expect((await add('ringSet')).status).toBe(201);
    expect(((await add('ringSet')).body as Problem).detail).toBe('There are 8 spares of that kind already.');
  });
});
