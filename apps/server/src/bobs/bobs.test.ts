import { randomUUID } from 'node:crypto';
import type { BobBoxEntry, Problem, Shop } from '@tare/contract';
import type { BobBox } from '@tare/core';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

const boxOf = (massG: number): BobBox => ({
  clamps: [{ id: randomUUID(), name: 'Clamp', fromMm: 45, toMm: 60, halfG: 412, studMm: 60, count: 8 }],
  pieces: [{ id: randomUUID(), name: 'Disc', massG, thicknessMm: 8, count: 16 }],
});
const put = (baseVersion: number, box: BobBox) => server.put('bob-box', { id: randomUUID(), personId: server.personId, baseVersion, box });

describe('the box of bob weights', () => {
  it('is empty until somebody writes down what is in it, and refuses the slower of two people', async () => {
    expect((await server.get('bob-box')).body).toEqual({ version: 0, box: { clamps: [], pieces: [] } });
    const answers = await Promise.all([Promise.resolve(put(0, boxOf(250))), Promise.resolve(put(0, boxOf(120)))]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await server.get('bob-box')).body as BobBoxEntry).toMatchObject({ version: 1 });
  });
  it('names the field that makes no sense', async () => {
    const box = boxOf(250);
    const answer = await put(1, { ...box, clamps: [{ ...box.clamps[0]!, fromMm: 60, toMm: 45 }] });
    expect(answer.status).toBe(400);
    expect((answer.body as Problem).errors).toMatchObject([{ field: 'box.clamps.0.toMm' }]);
    expect((await put(1, { ...box, pieces: [{ ...box.pieces[0]!, massG: -2 }] })).status).toBe(400);
  });
});

describe('what the shop takes as usual', () => {
  it('is what new jobs start with; a job that was begun keeps what it had', async () => {
    const begun = await server.job();
    const answer = await server.put('shop/usual', { id: randomUUID(), personId: server.personId, baseVersion: 0, factorRatio: 0.48, oilG: 3 });
    expect(answer.body as Shop).toMatchObject({ usual: { version: 1, factorRatio: 0.48, oilG: 3 } });
    expect((await server.sheet(begun.id)).bobChoices).toMatchObject({ factorRatio: 0.5, oilG: 4 });
    expect((await server.sheet((await server.job()).id)).bobChoices).toMatchObject({ factorRatio: 0.48, oilG: 3 });
    expect((await server.put('shop/usual', { id: randomUUID(), personId: server.personId, baseVersion: 1, factorRatio: 48, oilG: 3 })).status).toBe(
      400,
    );
  });
});

describe('decisions about bobs', () => {
  it('keeps extra lines, a build, a weigh-in and what was seen of the mounted bobs', async () => {
    const job = await server.job();
    const decide = (subject: string, value: unknown) =>
      server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion: 0, subject, value });
    const extras = [{ name: 'support rails', group: 'reciprocating', eachG: 3.2 }];
    for (const [subject, value] of [
      ['bob.extras', extras],
      ['bob.build', { pinDiameterMm: 54, limitG: 0.5, figuresG: [1978.4], bobs: [] }],
      ['bob.weighIn.3', { halfAG: 989.2, halfBG: 989.1, wholeG: null }],
      ['bob.mounted', [['square', 'tight'], []]],
    ] as const)
      expect([subject, (await decide(subject, value)).status]).toEqual([subject, 201]);
    const sheet = await server.sheet(job.id);
    expect(sheet.bobChoices.extras).toEqual(extras);
    expect(sheet.decisions['bob.weighIn.3']?.value).toEqual({ halfAG: 989.2, halfBG: 989.1, wholeG: null });
  });
  it.each([
    ['bob.weighIn.17', { halfAG: null, halfBG: null, wholeG: 3 }],
    ['bob.weighIn.1', { halfAG: -3, halfBG: null, wholeG: null }],
    ['bob.mounted', [['looks fine']]],
    ['bob.extras', [{ name: ' ', group: 'rotating', eachG: 1 }]],
  ])('refuses %s of %j', async (subject, value) => {
    const job = await server.job();
    const answer = await server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion: 0, subject, value });
    expect(answer.status).toBe(400);
  });
});
