import { randomUUID } from 'node:crypto';
import { factsOf, type HoleEntry, type InstrumentCupboard, type JobSheet, type Problem, type VoidEntry } from '@tare/contract';
import { jobFigures, toPolar } from '@tare/core';
import { TestServer, TYPED_SCALE } from '../testing/testServer.js';

let server: TestServer;
let bram: string;
let machineId: string;
beforeAll(async () => {
  server = await TestServer.start();
  bram = await server.anotherPerson();
  machineId = (await server.newMachine()).id;
});
afterAll(() => server.stop());

const entry = (personId?: string) => server.entry(personId);
const partOf = ({ parts }: JobSheet, kind: string, cylinder = 1) => parts.find((part) => part.kind === kind && part.cylinder === cylinder)!;
const aCut = { kind: 'radial', counterweightId: 'cw1', angleDeg: 10, bitMm: 12, pointAngleDeg: 118, depthMm: 8 };
const aHole = { cut: aCut, planId: null, planIndex: null };
/** Types a spin of so much in plane A, at 0°. */
const typeSpin = async (job: JobSheet, amount: number, more: object = {}): Promise<string> => {
  const repeats = [{ a: { amount, angleDeg: 0 }, b: { amount: 100, angleDeg: 0 } }];
  const spin = { ...entry(), machineId, calibrationId: null, speedRpm: 600, repeats, cautionsConfirmed: true, ...more };
  const answer = await server.post(`jobs/${job.id}/spins/typed`, spin);
  expect([answer.status, answer.text]).toEqual([201, expect.any(String)]);
  return spin.id;
};
const amountsIn = async (job: JobSheet): Promise<number[]> =>
  (await server.sheet(job.id)).spins.map(({ turns }) => Math.round(toPolar(turns.mean.aGmm).amount));
const detailOf = (answer: { body: unknown }) => (answer.body as Problem).detail;

describe('a void', () => {
  it('takes a spin out as if it never had been, and leaves it on record with its reason', async () => {
    const job = await server.job();
    const mistyped = await typeSpin(job, 3600);
    await server.post(`jobs/${job.id}/holes`, { ...entry(), ...aHole });
    await typeSpin(job, 300);
    const answer = await server.void(mistyped, 'a digit too many');
    expect(answer.body).toMatchObject({
      entryId: mistyped,
      replacedById: null,
      reason: 'a digit too many',
      undone: false,
      personId: server.personId,
    });
    const sheet = await server.sheet(job.id);
    expect(sheet.spins.map(({ turns }) => Math.round(toPolar(turns.mean.aGmm).amount))).toEqual([300]);
    // The hole was drilled before any spin that stands.
    expect(sheet.holes.map(({ afterSpinId }) => afterSpinId)).toEqual([null]);
    expect(jobFigures(factsOf(sheet)).spins).toHaveLength(1);
    expect(await server.db('spin').where({ job_id: job.id })).toHaveLength(2);
  });
  it('frees the planned hole’s place', async () => {
    const job = await server.job();
    await server.refuseWeights(job.id);
    const repeats = [2000, 2003, 1998].map((amount) => ({ a: { amount, angleDeg: 0 }, b: { amount: 100, angleDeg: 0 } }));
    await typeSpin(job, 2000, { repeats });
    const spinId = await typeSpin(job, 2000, { repeats });
    const plan = { ...entry(), spinId, holes: [{ ...aCut, angleDeg: 180 }] };
    expect((await server.post(`jobs/${job.id}/plans`, plan)).status).toBe(201);
    const planned = { cut: { ...aCut, angleDeg: 180 }, planId: plan.id, planIndex: 0 };
    const drilled = entry();
    expect((await server.post(`jobs/${job.id}/holes`, { ...drilled, ...planned })).status).toBe(201);
    const again = await server.post(`jobs/${job.id}/holes`, { ...entry(bram), ...planned });
    expect([again.status, detailOf(again)]).toEqual([409, 'That hole of the plan is logged already. Reload to see who drilled it.']);
    await server.void(drilled.id, 'it was another crank');
    expect((await server.post(`jobs/${job.id}/holes`, { ...entry(bram), ...planned })).status).toBe(201);
    expect((await server.sheet(job.id)).holes).toHaveLength(1);
  });
  it('lets a part go on from before a cut that never was', async () => {
    const job = await server.job();
    const piston = partOf(job, 'piston');
    await server.reading(job, piston, 612);
    const cut = entry();
    await server.post(`jobs/${job.id}/part-cuts`, { ...cut, partId: piston.id });
    expect((await server.reading(job, piston, 611, { cutId: cut.id })).status).toBe(201);
    await server.void(cut.id, 'the other piston');
    // Whoever has not heard yet still names the cut; it is taken as a reading of the part as it was.
    expect((await server.reading(job, piston, 612.3, { cutId: cut.id })).status).toBe(201);
    expect((await server.reading(job, piston, 612.1)).status).toBe(201);
    const sheet = await server.sheet(job.id);
    expect(sheet.partCuts).toEqual([]);
    const { weighed } = jobFigures(factsOf(sheet));
    expect(weighed.parts.find(({ part }) => part.id === piston.id)!.now.mass).toMatchObject({ n: 4, meanG: expect.closeTo(611.85, 9) });
  });
  it('of a study takes it out of the cupboard', async () => {
    const instrument = entry();
    await server.post('instruments', { ...instrument, spec: TYPED_SCALE });
    const study = { ...entry(), kind: 'drift', subject: '500 g', readingsG: [505], nominalG: 500 };
    await server.post(`instruments/${instrument.id}/studies`, study);
    const studies = async () =>
      ((await server.get('instruments')).body as InstrumentCupboard).studies.filter((s) => s.instrumentId === instrument.id).map((s) => s.readingsG);
    expect(await studies()).toEqual([[505]]);
    const better = { ...study, ...entry(), readingsG: [500.5], amends: { entryId: study.id, reason: 'slip of the finger' } };
    expect((await server.post(`instruments/${instrument.id}/studies`, better)).status).toBe(201);
    expect(await studies()).toEqual([[500.5]]);
    await server.void(better.id, 'another weight stood on it');
    // What the amendment replaced stands again: the amendment is as if it never had been.
    expect(await studies()).toEqual([[505]]);
  });
  it('is refused for what is decided anew, for what is not there, and without a reason', async () => {
    const job = await server.job();
    const plan = await server.void(job.id);
    expect([plan.status, detailOf(plan)]).toEqual([422, 'This is a job, which is not voided but decided anew.']);
    expect((await server.void(randomUUID())).status).toBe(404);
    const { body } = await server.reading(job, partOf(job, 'pin'), 148);
    expect((await server.void((body as { id: string }).id, ' ')).status).toBe(400);
  });
  it('at the same moment by two people is one', async () => {
    const job = await server.job();
    const { body } = await server.reading(job, partOf(job, 'pin'), 148);
    const { id } = body as { id: string };
    const answers = await Promise.all([server.void(id, 'not settled'), server.void(id, 'wrong part', { personId: bram })]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409]);
    expect((await server.sheet(job.id)).voids).toHaveLength(1);
  });
});

const weightOf = (re: number) => ({ aGmm: { re, im: 0 }, bGmm: { re: 0, im: 0 } });

describe('an amendment', () => {
  it('of a spin stands in its place, and what followed the spin follows it', async () => {
    const job = await server.job();
    const mistyped = await typeSpin(job, 3600);
    await server.post(`jobs/${job.id}/holes`, { ...entry(), ...aHole });
    await typeSpin(job, 300);
    const better = await typeSpin(job, 360, { amends: { entryId: mistyped, reason: 'a digit too many' } });
    expect(await amountsIn(job)).toEqual([360, 300]);
    const sheet = await server.sheet(job.id);
    expect(sheet.holes[0]!.afterSpinId).toBe(better);
    expect(sheet.voids).toMatchObject([{ entryId: mistyped, replacedById: better, reason: 'a digit too many' }]);
    const again = await server.void(mistyped);
    expect([again.status, detailOf(again)]).toEqual([409, 'Ottoline Fasch amended that spin already: a digit too many']);
  });
  it('of a spin was read where that one was, though planes and supports were moved since', async () => {
    const job = await server.job();
    const lies = (baseVersion: number, zLeftMm: number) =>
      server.post(`jobs/${job.id}/decisions`, { ...entry(), baseVersion, subject: 'spin.supports', value: { zLeftMm, zRightMm: 150 } });
    await lies(0, -150);
    const mistyped = await typeSpin(job, 3600);
    const { planes } = job.spec.crank;
    await lies(1, -100);
    await typeSpin(job, 360, { amends: { entryId: mistyped, reason: 'a digit too many' } });
    expect((await server.sheet(job.id)).spins).toMatchObject([{ planes, supports: { zLeftMm: -150, zRightMm: 150 } }]);
    await typeSpin(job, 350);
    expect((await server.sheet(job.id)).spins.at(-1)).toMatchObject({ supports: { zLeftMm: -100, zRightMm: 150 } });
  });
  it('of a hole says what was really drilled', async () => {
    const job = await server.job();
    await typeSpin(job, 2000);
    const first = entry();
    await server.post(`jobs/${job.id}/holes`, { ...first, ...aHole });
    const better = { ...entry(), ...aHole, cut: { ...aCut, depthMm: 9.5 }, amends: { entryId: first.id, reason: 'measured again' } };
    expect((await server.post(`jobs/${job.id}/holes`, better)).status).toBe(201);
    expect((await server.sheet(job.id)).holes.map((hole: HoleEntry) => [hole.id, hole.depthMm])).toEqual([[better.id, 9.5]]);
  });
  it('of a known weight puts the spin right without spinning again', async () => {
    const job = await server.job();
    const spinId = await typeSpin(job, 1000, { hung: weightOf(400) });
    const said = (await server.sheet(job.id)).hungWeights[0]!;
    const twice = await server.post(`jobs/${job.id}/hung-weights`, { ...entry(), spinId, hung: weightOf(500) });
    expect([twice.status, detailOf(twice)]).toEqual([409, 'It is on record already what hung on the crank in this spin; amend that.']);
    const amends = { entryId: said.id, reason: 'it was the 500 one' };
    expect((await server.post(`jobs/${job.id}/hung-weights`, { ...entry(), spinId, hung: weightOf(500), amends })).status).toBe(201);
    expect((await server.sheet(job.id)).spins[0]!.hung).toEqual(weightOf(500));
    await server.void((await server.sheet(job.id)).hungWeights[1]!.id, 'nothing hung at all');
    await server.void(said.id, 'nothing hung at all');
    expect((await server.sheet(job.id)).spins[0]!.hung).toBeNull();
  });
  it('of a known weight says piece by piece where each sat, and counts it from there', async () => {
    const job = await server.job();
    const { planes } = job.spec.crank;
    const middle = { name: 'Brass clamp', massG: 20, deviationG: 0.05, at: 'CW 2', zMm: (planes.zAMm + planes.zBMm) / 2, radiusMm: 50, angleDeg: 90 };
    const spinId = await typeSpin(job, 1000, { hungPieces: [middle] });
    const [said] = (await server.sheet(job.id)).hungWeights;
    const half = { re: expect.closeTo(0, 6) as number, im: expect.closeTo(500, 6) as number };
    expect(said).toMatchObject({ pieces: [middle], hung: { aGmm: half, bGmm: half } });
    const amends = { entryId: said!.id, reason: 'it hung in plane A' };
    const inA = { ...middle, at: 'A', zMm: planes.zAMm };
    const both = await server.post(`jobs/${job.id}/hung-weights`, { ...entry(), spinId, pieces: [inA], hung: weightOf(1), amends });
    expect([both.status, detailOf(both)]).toEqual([400, 'Say what hung on the crank once: in the planes, or piece by piece.']);
    expect((await server.post(`jobs/${job.id}/hung-weights`, { ...entry(), spinId, pieces: [inA], amends })).status).toBe(201);
    const spin = (await server.sheet(job.id)).spins[0]!;
    expect(spin.hungPieces).toEqual([inA]);
    expect(spin.hung!.aGmm.im).toBeCloseTo(1000, 6);
  });
  it('of a reading and of a cut keeps the place in the ledger', async () => {
    const job = await server.job();
    const pin = partOf(job, 'pin');
    const first = (await server.reading(job, pin, 184)).body as { id: string };
    const cut = entry();
    await server.post(`jobs/${job.id}/part-cuts`, { ...cut, partId: pin.id, removal: { mass: 3 } });
    // The reading was of the pin before the cut, and so is its amendment, though the pin is cut by now.
    const answer = await server.reading(job, pin, 148, { amends: { entryId: first.id, reason: 'digits exchanged' } });
    expect([answer.status, answer.text]).toEqual([201, expect.any(String)]);
    const realCut = { ...entry(), partId: pin.id, removal: { mass: 0.3 }, amends: { entryId: cut.id, reason: 'a decimal point' } };
    expect((await server.post(`jobs/${job.id}/part-cuts`, realCut)).status).toBe(201);
    expect((await server.reading(job, pin, 147.7, { cutId: cut.id })).status).toBe(201);
    const { weighed } = jobFigures(factsOf(await server.sheet(job.id)));
    const now = weighed.parts.find(({ part }) => part.id === pin.id)!;
    expect(now).toMatchObject({ lastCutId: realCut.id, asReceived: { mass: { n: 1, meanG: 148 } }, now: { mass: { n: 1, meanG: 147.7 } } });
  });
  it('is of the same kind and job, or refused', async () => {
    const [job, other] = [await server.job(), await server.job()];
    const spinId = await typeSpin(job, 1000);
    const { body } = await server.reading(other, partOf(other, 'pin'), 148);
    const amends = { entryId: (body as { id: string }).id, reason: 'why not' };
    const answer = await server.reading(job, partOf(job, 'pin'), 148, { amends });
    expect([answer.status, detailOf(answer)]).toEqual([400, 'A reading can only stand in for a reading of the same job.']);
    expect((await server.reading(job, partOf(job, 'pin'), 148, { amends: { ...amends, entryId: spinId } })).status).toBe(400);
    expect((await server.sheet(job.id)).readings).toEqual([]);
  });
});

describe('an undo', () => {
  const undo = (entryId: string, by = server.personId) => server.post(`entries/${entryId}/undo`, entry(by));

  it('takes back one’s own last entry; a void too', async () => {
    const job = await server.job();
    const { id } = (await server.reading(job, partOf(job, 'pin'), 148)).body as { id: string };
    const word = (await server.void(id, 'wrong part')).body as VoidEntry;
    expect((await server.sheet(job.id)).readings[0]!.voided).toBe(true);
    expect((await undo(word.id)).body).toMatchObject({ entryId: word.id, undone: true });
    expect((await server.sheet(job.id)).readings[0]!.voided).toBe(false);
  });
  it('is refused once something followed, and to anybody else', async () => {
    const job = await server.job();
    const { id } = (await server.reading(job, partOf(job, 'pin'), 148)).body as { id: string };
    // The zero after a reading is part of weighing it.
    await server.post(`jobs/${job.id}/readings/${id}/zero`, { ...entry(), beforeG: 0, afterG: 0 });
    const others = await undo(id, bram);
    expect([others.status, detailOf(others)]).toEqual([422, 'Somebody else entered that. It can be voided, with a reason.']);
    await server.reading(job, partOf(job, 'pin', 2), 148);
    const late = await undo(id);
    expect([late.status, detailOf(late)]).toEqual([422, expect.stringContaining('Something was entered after that')]);
    expect((await server.sheet(job.id)).readings.every(({ voided }) => !voided)).toBe(true);
  });
  it('of an amendment brings back what it replaced', async () => {
    const job = await server.job();
    const first = await typeSpin(job, 360);
    const wrong = await typeSpin(job, 36, { amends: { entryId: first, reason: 'thought so' } });
    expect(await amountsIn(job)).toEqual([36]);
    expect((await undo(wrong)).status).toBe(201);
    expect(await amountsIn(job)).toEqual([360]);
  });
});

describe('the same by two people within a minute', () => {
  it('asks whether an unplanned hole is another one; a planned one, or one’s own, does not', async () => {
    const job = await server.job();
    await typeSpin(job, 2000);
    const log = (cut: object, by = server.personId, more: object = {}) =>
      server.post(`jobs/${job.id}/holes`, { ...entry(by), ...aHole, cut: { ...aCut, ...cut }, ...more });
    expect((await log({})).status).toBe(201);
    const asked = await log({ angleDeg: 12 }, bram);
    expect(asked.body).toMatchObject({
      status: 409,
      ask: 'another',
      detail: expect.stringMatching(/^Ottoline Fasch logged a hole like this \d+ s ago/),
    });
    expect((await log({ angleDeg: 12 }, bram, { another: true })).status).toBe(201);
    expect((await log({ angleDeg: 40 }, bram)).status).toBe(201);
    expect((await log({ bitMm: 10, angleDeg: 11 }, bram)).status).toBe(201);
    await server.db.raw(`update hole set created_at = created_at - interval '61 s' where job_id = ?`, [job.id]);
    expect((await log({ angleDeg: 11.5 }, bram)).status).toBe(201);
    expect((await server.sheet(job.id)).holes).toHaveLength(5);
  });
  it('asks across 0° too', async () => {
    const job = await server.job();
    await typeSpin(job, 2000);
    await server.post(`jobs/${job.id}/holes`, { ...entry(), ...aHole, cut: { ...aCut, angleDeg: 358.5 } });
    expect((await server.post(`jobs/${job.id}/holes`, { ...entry(bram), ...aHole, cut: { ...aCut, angleDeg: 1 } })).body).toMatchObject({
      ask: 'another',
    });
  });
  it('asks of two cuts of a part, also at the same moment; not after the first was voided', async () => {
    const job = await server.job();
    const cut = (by: string, more: object = {}) =>
      server.post(`jobs/${job.id}/part-cuts`, { ...entry(by), partId: partOf(job, 'piston').id, ...more });
    const answers = await Promise.all([cut(server.personId), cut(bram)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409]);
    expect(answers.find(({ status }) => status === 409)!.body).toMatchObject({ ask: 'another' });
    const { id, personId } = (await server.sheet(job.id)).partCuts[0]!;
    await server.void(id, 'a slip');
    expect((await cut(personId === bram ? server.personId : bram)).status).toBe(201);
  });
});
