import { choicesTakenIn, factsOf, handOverOf, keptSpecOf, readHandOver, readingsTakenIn, writeHandOver, type JobSheet } from '@tare/contract';
import { jobFigures, PART_KINDS, type JobFigures } from '@tare/core';
import { randomUUID } from 'node:crypto';
import { TestServer } from '../testing/testServer.js';

let quay: TestServer;
let yard: TestServer;
beforeAll(async () => {
  quay = await TestServer.start();
  yard = await TestServer.start();
});
afterAll(async () => {
  await quay.stop();
  await yard.stop();
});

const G = { piston: 612, pin: 148, lockPair: 2.4, ringSet: 46, bearingPair: 42, cylinderSet: 0, pressedAssembly: 0, rod: 0 } as const;
/** Weighs every single part twice; pistons as differences from the first. */
async function weighed(server: TestServer): Promise<JobSheet> {
  const job = await server.job('inline3');
  for (const part of job.parts) {
    if (part.kind === 'cylinderSet' || part.kind === 'pressedAssembly') continue;
    const first = job.parts.find(({ kind, cylinder }) => kind === part.kind && cylinder === 1)!;
    const measures = part.kind === 'rod' ? ({ total: 630, bigEnd: 448, smallEnd: 182 } as const) : ({ mass: G[part.kind] } as const);
    for (const [measure, g] of Object.entries(measures))
      for (const off of [0, 0.1]) {
        const isDifference = part.kind === 'piston' && part.cylinder > 1;
        await server.reading(job, part, isDifference ? part.cylinder / 10 + off : g + part.cylinder / 10 + off, {
          measure,
          ...(isDifference ? { referencePartId: first.id } : {}),
        });
      }
  }
  await decide(server, job, 'bob.factorRatio', 0.48);
  return server.sheet(job.id);
}
/** The first choice on a subject. */
const decide = async (server: TestServer, job: JobSheet, subject: string, value: unknown): Promise<void> => {
  expect((await server.post(`jobs/${job.id}/decisions`, { ...server.entry(), baseVersion: 0, subject, value })).status).toBe(201);
};
/** What is said of a job's parts, by kind and cylinder: ids are each shop's own. */
const saidOf = ({ weighed: { parts }, sets, rods, bobs }: JobFigures): unknown => [
  parts.map(({ part: { kind, cylinder }, now, rod }) => ({ kind, cylinder, now, rod })),
  sets.kind === 'matched' ? sets.cylinders.map(({ cylinder, weightG, removalG }) => ({ cylinder, weightG, removalG })) : sets,
  rods.kind === 'matched' ? rods.bigEnd.targetG : rods,
  bobs,
];
const figuresOf = (sheet: JobSheet): JobFigures => jobFigures(factsOf(sheet));
const takeIn = async (
  server: TestServer,
  job: JobSheet,
  text: string,
  kinds = PART_KINDS as readonly (typeof PART_KINDS)[number][],
): Promise<void> => {
  const readings = readingsTakenIn(readHandOver(text), job.parts, kinds).map((reading) => ({ ...reading, ...server.entry() }));
  const answer = await server.post(`jobs/${job.id}/readings/batch`, { ...server.entry(), readings });
  expect(answer.status).toBe(201);
};

describe('a job handed over by one Tare and taken in by another', () => {
  it('says the same there, to the last figure', async () => {
    const here = await weighed(quay);
    const text = writeHandOver(handOverOf(here, figuresOf(here), 'The quay', keptSpecOf(here)));
    const handOver = readHandOver(text);
    const answer = await yard.post('jobs', { id: randomUUID(), personId: yard.personId, spec: handOver.spec });
    expect(answer.status).toBe(201);
    const job = await yard.sheet((answer.body as { id: string }).id);
    for (const { subject, value } of choicesTakenIn(handOver)) await decide(yard, job, subject, value);
    await takeIn(yard, job, text);
    const there = await yard.sheet(job.id);
    expect(saidOf(figuresOf(there))).toEqual(saidOf(figuresOf(here)));
    expect(handOverOf(there, figuresOf(there), 'The quay', keptSpecOf(there))).toMatchObject({
      weighs: handOver.weighs,
      bobs: handOver.bobs,
      readings: handOver.readings,
    });
  });
  it('can be taken in for the kinds that are done elsewhere alone', async () => {
    const elsewhere = { rod: { why: 'doneElsewhere', by: 'the quay', massG: null, bigEndG: null, smallEndG: null } } as const;
    const job = await yard.job('inline3', { elsewhere });
    const here = await weighed(quay);
    await takeIn(yard, job, writeHandOver(handOverOf(here, figuresOf(here), 'The quay', keptSpecOf(here))), ['rod']);
    const { elsewhere: _, ...spec } = (await yard.sheet(job.id)).spec;
    await yard.put(`jobs/${job.id}/spec`, { ...yard.entry(), baseVersion: job.specVersion, spec });
    expect(figuresOf(await yard.sheet(job.id)).rods).toMatchObject({ kind: 'matched', bigEnd: { targetG: expect.closeTo(448.1, 9) as number } });
  });
  it('is refused by name where it is not one, or of another engine', async () => {
    expect(() => readHandOver('{')).toThrow('The file is not JSON');
    expect(() => readHandOver('{"format":"tare-crank"}')).toThrow('The file’s format');
    const here = await weighed(quay);
    const handOver = handOverOf(here, figuresOf(here), '', keptSpecOf(here));
    const other = await yard.job('inline4');
    expect(() => readingsTakenIn(handOver, other.parts, PART_KINDS)).toThrow('an engine with 3 cylinders, and this one has 4');
  });
});
