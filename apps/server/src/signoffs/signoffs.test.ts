import { benchStatuses, isSingleKind, jobFigures, type JobFacts, type PartKind } from '@tare/core';
import { factsOf, type JobSheet, type Problem, type SignOffEntry } from '@tare/contract';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
let machineId: string;
beforeAll(async () => {
  server = await TestServer.start();
  machineId = (await server.newMachine({ name: 'Fine machine', scatterGmm: 2, gainPercent: null })).id;
});
afterAll(() => server.stop());

const GRAMS: Readonly<Partial<Record<PartKind, number>>> = { piston: 612, pin: 148, lockPair: 2.4, ringSet: 46 };
const entry = () => server.entry();
/** Types a spin twice, mounted anew between, each read three times; nobody has weights here. */
const typeSpin = async (job: JobSheet, amount: number) => {
  await server.refuseWeights(job.id);
  await typeOnce(job, amount);
  return typeOnce(job, amount);
};
const typeOnce = (job: JobSheet, amount: number) => {
  const repeats = [0, 1, -1].map((off) => ({ a: { amount: amount + off, angleDeg: 0 }, b: { amount, angleDeg: 90 } }));
  return server.post(`jobs/${job.id}/spins/typed`, { ...entry(), machineId, calibrationId: null, speedRpm: 600, repeats, cautionsConfirmed: true });
};
const sign = (job: JobSheet, by: object = entry()) => server.post(`jobs/${job.id}/sign-offs`, by);
const drill = (job: JobSheet) =>
  server.post(`jobs/${job.id}/holes`, {
    ...entry(),
    cut: { kind: 'radial', counterweightId: 'cw1', angleDeg: 180, bitMm: 6, pointAngleDeg: 118, depthMm: 4 },
    planId: null,
    planIndex: null,
    another: true,
  });
const standing = (sheet: JobSheet): string => {
  const facts = factsOf(sheet);
  return benchStatuses(facts, jobFigures(facts)).find(({ bench }) => bench === 'signOff')!.state;
};

describe('a sign-off', () => {
  it('waits until the crank is shown to be inside, and is made once', async () => {
    const job = await server.job();
    await typeSpin(job, 300);
    expect((await sign(job)).status).toBe(422);
    await typeSpin(job, 20);
    for (const { id } of (await server.sheet(job.id)).spins.slice(0, 2)) await server.void(id, 'another crank');
    // The third and fourth stood aside for the first two, and are all that there is now.
    const by = entry();
    const answers = await Promise.all([sign(job, by), sign(job, by)]);
    expect(answers.map(({ status }) => status)).toEqual([201, 201]);
    expect(answers[0].body).toEqual(answers[1].body);
    expect((await server.sheet(job.id)).signOffs).toHaveLength(1);
    expect((await sign(job)).status).toBe(422);
  });
  it('keeps the facts and nothing else: no earlier sign-off is in it', async () => {
    const job = await server.job();
    await typeSpin(job, 20);
    await sign(job);
    await typeSpin(job, 21);
    expect((await sign(job)).status).toBe(201);
    const kept = await server
      .db('sign_off')
      .where({ job_id: job.id })
      .orderBy('seq')
      .select<{ facts: JobFacts; figures: unknown }[]>('facts', 'figures');
    expect(kept).toHaveLength(2);
    const fields: (keyof JobFacts)[] = [
      'spec',
      'parts',
      'scales',
      'readings',
      'partCuts',
      'weighChoices',
      'matchChoices',
      'fixedTargets',
      'arrivals',
      'bobChoices',
      'spins',
      'holes',
      'drill',
      'spinsThatAreSo',
      'signedOffSpinId',
      'weightsRefused',
    ];
    for (const { facts, figures } of kept) {
      expect(Object.keys(facts).sort()).toEqual([...fields].sort());
      expect(JSON.parse(JSON.stringify(jobFigures(facts)))).toEqual(figures);
    }
  });
  it('is reopened by a void of what it stood on', async () => {
    const job = await server.job();
    await typeSpin(job, 20);
    await sign(job);
    expect(standing(await server.sheet(job.id))).toBe('done');
    await server.void((await server.sheet(job.id)).spins[0]!.id, 'misread');
    expect(standing(await server.sheet(job.id))).toBe('reopened');
  });
  it('is refused, and ended, where a bob that was accepted is refused by the scale', async () => {
    const job = await server.job();
    for (const part of job.parts.filter(({ kind }) => isSingleKind(kind)))
      for (const [measure, g] of part.kind === 'rod'
        ? ([
            ['total', 630],
            ['bigEnd', 445],
            ['smallEnd', 185],
          ] as const)
        : ([['mass', GRAMS[part.kind] ?? 40]] as const))
        await server.reading(job, part, g, { measure });
    const { bobs } = jobFigures(factsOf(await server.sheet(job.id)));
    if (bobs.kind !== 'ready') throw new Error('The bobs are not worked out.');
    const decide = async (subject: string, value: unknown) => {
      const { decisions } = await server.sheet(job.id);
      return server.post(`jobs/${job.id}/decisions`, { ...entry(), baseVersion: decisions[subject]?.version ?? 0, subject, value });
    };
    const figureG = bobs.commonG!;
    await decide(
      'bob.acceptedG',
      bobs.pins.map(() => figureG),
    );
    await decide('bob.weighIn.2', { halfAG: null, halfBG: null, wholeG: figureG + 3 });
    await typeSpin(job, 20);
    const refused = await sign(job);
    expect([refused.status, (refused.body as Problem).detail]).toEqual([422, expect.stringMatching(/^The scale refuses bob 2\. /)]);
    await decide('bob.weighIn.2', { halfAG: null, halfBG: null, wholeG: figureG + 0.1 });
    expect((await sign(job)).status).toBe(201);
    await decide('bob.weighIn.1', { halfAG: null, halfBG: null, wholeG: figureG - 2 });
    expect(standing(await server.sheet(job.id))).toBe('reopened');
  });
  it('locks its job: nothing comes between what is read and what is signed', async () => {
    for (let round = 0; round < 8; round += 1) {
      const job = await server.job();
      await typeSpin(job, 20);
      const [signed, drilled] = await Promise.all([sign(job), drill(job)]);
      expect(drilled.status).toBe(201);
      expect([201, 422]).toContain(signed.status);
      const [row] = await server.db('sign_off').where({ job_id: job.id }).select<{ facts: JobFacts; created_at: Date }[]>('facts', 'created_at');
      const hole = await server.db('hole').where({ job_id: job.id }).first<{ created_at: Date }>('created_at');
      // Signed, it was before the hole, and does not know it; refused, the hole was there first.
      expect(row ? [row.facts.holes.length, row.created_at <= hole.created_at] : [signed.status]).toEqual(row ? [0, true] : [422]);
      expect((signed.body as SignOffEntry).id !== undefined).toBe(row !== undefined);
    }
  });
});

describe('a job that never spins its crank', () => {
  const away = { why: 'notWeighed', by: '', massG: null, bigEndG: null, smallEndG: null } as const;
  const elsewhere = { pin: away, lockPair: away, ringSet: away, rod: away, bearingPair: away };
  it('is signed once its parts match, opened again by a reading, and as if begun wider when it is widened', async () => {
    const job = await server.job('inline3', { jobKind: 'match', elsewhere, customer: '' });
    const pistons = job.parts.filter(({ kind }) => kind === 'piston');
    for (const [i, part] of pistons.entries()) await server.reading(job, part, 612 + (i === 0 ? 4 : 0));
    const refused = await sign(job);
    expect([refused.status, (refused.body as Problem).detail]).toEqual([422, 'Not every kind is shown to be inside yet (sets outside).']);
    const [heavy] = (await server.sheet(job.id)).readings;
    await server.void(heavy!.id, 'the rag was on it');
    await server.reading(job, pistons[0]!, 612.3);
    expect((await sign(job)).status).toBe(201);
    expect(standing(await server.sheet(job.id))).toBe('done');
    await server.reading(job, pistons[1]!, 612.1);
    const after = await server.sheet(job.id);
    expect(standing(after)).toBe('reopened');
    const { jobKind: _kind, elsewhere: _elsewhere, ...spec } = after.spec;
    const widened = await server.put(`jobs/${job.id}/spec`, { ...entry(), baseVersion: after.specVersion, spec });
    expect(widened.status).toBe(200);
    const wide = await server.sheet(job.id);
    expect(wide.readings).toEqual(after.readings);
    expect(benchStatuses(factsOf(wide), jobFigures(factsOf(wide))).map(({ bench }) => bench)).toContain('spin');
    expect((await sign(job)).status).toBe(422);
  });
  it('as a survey begins with its set-ups, corrects nothing and is not signed', async () => {
    const job = await server.job('inline3', { jobKind: 'survey' });
    expect(job.setUps.list.map(({ name, corrects }) => [name, corrects])).toEqual([
      ['Crank with bobs', []],
      ['As it runs', []],
    ]);
    expect(benchStatuses(factsOf(job), jobFigures(factsOf(job))).map(({ bench }) => bench)).toEqual([
      'engine',
      'checkIn',
      'makeReady',
      'weigh',
      'bobs',
      'spin',
    ]);
    expect((await sign(job)).status).toBe(422);
  });
});
