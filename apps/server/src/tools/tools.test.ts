import { randomUUID } from 'node:crypto';
import type { JobSheet, Problem, ReadingEntry, Tool } from '@tare/contract';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
let job: JobSheet;
beforeAll(async () => {
  server = await TestServer.start();
  job = await server.job();
});
afterAll(() => server.stop());

async function newTool(): Promise<string> {
  const id = randomUUID();
  await server.post('tools', { id, personId: server.personId, name: 'Die grinder', bit: '6 mm burr' });
  return id;
}
const samplesOf = async (toolId: string) => ((await server.get('tools')).body as Tool[]).find(({ id }) => id === toolId)!.samples;
const piston = (cylinder: number) => job.parts.find((part) => part.kind === 'piston' && part.cylinder === cylinder)!;
const cut = (partId: string, more: object) =>
  server.post(`jobs/${job.id}/part-cuts`, { id: randomUUID(), personId: server.personId, partId, ...more });

describe('tools', () => {
  it('learns from practice cuts, once each', async () => {
    const toolId = await newTool();
    const practice = { id: randomUUID(), personId: server.personId, grams: 0.6, seconds: 30, metal: 'steel' };
    await server.post(`tools/${toolId}/practice-cuts`, practice);
    await server.post(`tools/${toolId}/practice-cuts`, practice);
    expect(await samplesOf(toolId)).toEqual([{ grams: 0.6, seconds: 30, metal: 'steel' }]);
    expect((await server.post(`tools/${randomUUID()}/practice-cuts`, { ...practice, id: randomUUID() })).status).toBe(404);
    expect((await server.post(`tools/${toolId}/practice-cuts`, { ...practice, id: randomUUID(), metal: 'wood' })).status).toBe(400);
    expect((await server.post(`tools/${toolId}/practice-cuts`, { ...practice, grams: 0 })).status).toBe(400);
  });
  it('learns from every weighing after a timed cut: means before less means after, voided readings left out', async () => {
    const toolId = await newTool();
    const part = piston(1);
    for (const g of [613.9, 614.1]) await server.reading(job, part, g);
    const first = (await cut(part.id, { toolId, seconds: 40, metal: 'aluminium', removal: { mass: 1 } })).body as { id: string };
    expect(await samplesOf(toolId)).toEqual([]);
    await server.reading(job, part, 613.2, { cutId: first.id });
    const slip = (await server.reading(job, part, 631.2, { cutId: first.id })).body as ReadingEntry;
    await server.void(slip.id, 'mistyped');
    const [sample] = await samplesOf(toolId);
    expect(sample).toMatchObject({ seconds: 40, metal: 'aluminium' });
    expect(sample!.grams).toBeCloseTo(0.8, 9);
    const second = (await cut(part.id, { toolId, seconds: 10 })).body as { id: string };
    await server.reading(job, part, 613, { cutId: second.id });
    expect((await samplesOf(toolId)).map(({ grams }) => Number(grams.toFixed(6)))).toEqual([0.8, 0.2]);
  });
  it('refuses a tool that is not in the drawer', async () => {
    const { body, status } = await cut(piston(2).id, { toolId: randomUUID(), seconds: 5 });
    expect(status).toBe(400);
    expect((body as Problem).detail).toContain('not in the drawer');
  });
});

describe('arrangements', () => {
  const arrange = (value: object, baseVersion = 0) =>
    server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion, subject: 'match.arrangement', value });
  const pin = (cylinder: number) => job.parts.find((part) => part.kind === 'pin' && part.cylinder === cylinder)!.id;
  it('says where swapped parts run, and refuses two in one place', async () => {
    expect(((await arrange({ [pin(1)]: 2 })).body as Problem).detail).toContain('Two of a kind would run in cylinder 2');
    expect(((await arrange({ [pin(1)]: 9 })).body as Problem).detail).toContain('There is no cylinder 9');
    expect(((await arrange({ [randomUUID()]: 1 })).body as Problem).detail).toContain('not in this job');
    expect((await arrange({ [pin(1)]: 2, [pin(2)]: 1 })).status).toBe(201);
    const { parts } = await server.sheet(job.id);
    expect(parts.filter(({ kind }) => kind === 'pin').map(({ cylinder, runsIn }) => [cylinder, runsIn])).toEqual([
      [1, 2],
      [2, 1],
      [3, undefined],
    ]);
  });
  it('tells the slower of two people who was faster', async () => {
    const answers = await Promise.all([arrange({}, 1), arrange({ [pin(2)]: 3, [pin(3)]: 2 }, 1)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409]);
    expect((answers.find(({ status }) => status === 409)!.body as Problem).detail).toContain('Changed by Ottoline Fasch');
  });
  it('keeps choices and targets, and refuses a target without a reason', async () => {
    const target = (value: object | null, baseVersion = 0) =>
      server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion, subject: 'match.target.set', value });
    expect((await target({ targetG: 806, reason: ' ' })).status).toBe(400);
    await target({ targetG: 806, reason: 'the spare set' });
    expect((await server.sheet(job.id)).fixedTargets).toEqual({ set: { targetG: 806, reason: 'the spare set' } });
    await target(null, 1);
    expect((await server.sheet(job.id)).fixedTargets).toEqual({});
    const { matchChoices } = await server.sheet(job.id);
    const choose = (value: object) =>
      server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion: 0, subject: 'match.choices', value });
    expect((await choose({ ...matchChoices, pistonPads: 3 })).status).toBe(400);
    expect((await choose({ ...matchChoices, basis: 'perKind', lockedCylinders: [2] })).status).toBe(201);
    expect((await server.sheet(job.id)).matchChoices).toMatchObject({ basis: 'perKind', lockedCylinders: [2] });
  });
});
