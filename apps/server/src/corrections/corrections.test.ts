import { randomUUID } from 'node:crypto';
import { factsOf, loggedCut, type HoleEntry, type JobSheet, type PlanEntry, type Problem, type ShopToolsEntry } from '@tare/contract';
import {
  counterweightOf,
  effectOfCuts,
  metalNow,
  toPolar,
  subtract,
  jobFigures,
  USUAL_TOOLS,
  type Counterweight,
  type Cut,
  type FaceCut,
  type RadialCut,
  type RimCut,
  type ShopTools,
} from '@tare/core';
import { trueUnbalance } from '@tare/standins/truth';
import type { Response } from 'supertest';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

const spin = (job: JobSheet): Promise<Response> =>
  server.post(`jobs/${job.id}/spins`, { id: randomUUID(), personId: server.personId, speedRpm: 600, turns: 40, cautionsConfirmed: true });

/** A V8 that was spun once, with its counterweights changed before. */
async function spunV8(change: (rims: readonly Counterweight[]) => readonly Counterweight[] = (rims) => rims): Promise<JobSheet> {
  const job = await server.job('v8Cross90');
  const spec = { ...job.spec, crank: { ...job.spec.crank, counterweights: change(job.spec.crank.counterweights) } };
  const answer = await server.put(`jobs/${job.id}/spec`, { id: randomUUID(), personId: server.personId, baseVersion: job.specVersion, spec });
  expect(answer.status).toBe(200);
  await spin(job);
  return server.spinWhatIsAsked(job.id);
}

const radial = (more: Partial<RadialCut> = {}): RadialCut => ({
  kind: 'radial',
  counterweightId: 'cw1',
  angleDeg: 180,
  bitMm: 12,
  pointAngleDeg: 118,
  depthMm: 15,
  ...more,
});
const inFace = (more: Partial<FaceCut> = {}): FaceCut => ({ ...radial(), kind: 'face', face: 'front', radiusMm: 72, depthMm: 10, ...more });
const plan = (job: JobSheet, holes: readonly Cut[]): Promise<Response> =>
  server.post(`jobs/${job.id}/plans`, { id: randomUUID(), personId: server.personId, spinId: job.spins.at(-1)!.id, holes });
const log = (job: JobSheet, cut: Cut, more: object = {}): Promise<Response> =>
  server.post(`jobs/${job.id}/holes`, { id: randomUUID(), personId: server.personId, planId: null, planIndex: null, cut, ...more });
const detailOf = async (answer: Promise<Response>): Promise<string> => ((await answer).body as Problem).detail;

describe('plans', () => {
  it('keep off no-drill arcs', async () => {
    const job = await spunV8((rims) => rims.map((rim) => ({ ...rim, noDrill: [{ fromDeg: 170, toDeg: 190, why: 'oil drilling' }] })));
    expect(await detailOf(plan(job, [radial()]))).toContain('“oil drilling”, 170° to 190°');
    expect((await plan(job, [radial({ angleDeg: 210 })])).status).toBe(201);
  });

  it('drill side faces as the shop says it does', async () => {
    const job = await spunV8();
    const side = inFace();
    expect((await plan(job, [side])).status).toBe(201);
    await keepTools({ ...USUAL_TOOLS, means: { ...USUAL_TOOLS.means, faces: false } });
    expect(await detailOf(plan(job, [side]))).toContain('is not drilled from its side face');
    await keepTools(USUAL_TOOLS);
  });

  it('start from a wrong cut as from any other fact, without a spin between', async () => {
    const job = await spunV8();
    const meant = radial({ depthMm: 10 });
    const first = (await plan(job, [meant])).body as PlanEntry;
    await log(job, { ...meant, depthMm: 14 });
    const sheet = await server.sheet(job.id);
    const next = (await plan(sheet, [radial({ angleDeg: 210, depthMm: 5 })])).body as PlanEntry;
    // What it predicts knows of the four millimetres more: 4 of 14 mm of a 12 mm hole are gone from plane A besides the new one.
    const by = effectOfCuts(metalNow(job.spec.crank, []), [radial({ depthMm: 14 }), radial({ angleDeg: 210, depthMm: 5 })]);
    const planned = effectOfCuts(metalNow(job.spec.crank, []), [meant]);
    const moved = subtract(next.predicted.aGmm, first.predicted.aGmm);
    expect(toPolar(subtract(moved, subtract(by.aGmm, planned.aGmm))).amount).toBeLessThan(1);
  });

  it('leave the flywheel of an internal balance alone until a reason is on record', async () => {
    const flywheel: Counterweight = {
      id: 'fly',
      name: 'Flywheel',
      zMm: 260,
      widthMm: 26,
      rimRadiusMm: 135,
      arcCentreDeg: 0,
      arcHalfWidthDeg: 180,
      depthLimitMm: 30,
      kind: 'flywheel',
      drillFrom: 'face',
    };
    const job = await spunV8((rims) => [...rims, flywheel]);
    const hole = inFace({ counterweightId: 'fly', radiusMm: 125, depthMm: 8 });
    expect(await detailOf(plan(job, [hole]))).toContain('Flywheel is the flywheel of an internally balanced crank');
    const decided = await server.post(`jobs/${job.id}/decisions`, {
      id: randomUUID(),
      personId: server.personId,
      baseVersion: 0,
      subject: 'correct.neutralReason',
      value: 'It was drilled by the last owner, and stays with this crank',
    });
    expect(decided.status).toBe(201);
    expect((await plan(job, [hole])).status).toBe(201);
  });
});

describe('rims that are turned down', () => {
  it('are planned with the holes that follow measured from them, and logged so', async () => {
    const job = await spunV8();
    const rims = job.spec.crank.counterweights.map((c): RimCut => ({
      kind: 'turn',
      counterweightId: c.id,
      angleDeg: c.arcCentreDeg,
      halfArcDeg: c.arcHalfWidthDeg,
      depthMm: 0.2,
    }));
    // Whatever order they are sent in: rims go first.
    const answer = await plan(job, [radial(), ...rims]);
    expect(answer.status).toBe(201);
    const { holes } = answer.body as { readonly holes: readonly Cut[] };
    expect(holes.at(-1)).toEqual(radial());
    expect(holes[0]!.kind).toBe('turn');
    for (const hole of holes) expect((await log(job, hole)).status).toBe(201);
    const sheet = await server.sheet(job.id);
    expect(counterweightOf(metalNow(sheet.spec.crank, sheet.holes).crank, 'cw3').rimRadiusMm).toBeCloseTo(84.8, 9);
    await spin(job);
    const again = await server.sheet(job.id);
    const truth = trueUnbalance({ rotor: `job-${job.number}`, crank: job.spec.crank, holes: sheet.holes.map(loggedCut) });
    const { now } = jobFigures(factsOf(again)).estimate;
    expect(toPolar(subtract(now!.unbalance.aGmm, truth.aGmm)).amount).toBeLessThan(0.12 * toPolar(truth.aGmm).amount + 60);
  });
});

describe('the log', () => {
  it('keeps chips, and what an old hole was filled with', async () => {
    const job = await spunV8();
    expect((await log(job, radial(), { chipsG: 14.2 })).status).toBe(201);
    expect(await detailOf(log(job, radial({ angleDeg: 210 }), { chipsG: -1 }))).toContain('The chips is -1; it has to be above 0');
    const [hole] = (await server.sheet(job.id)).holes;
    const seat = { from: 'rim', zMm: null } as const;
    const weld = { kind: 'weld', counterweightId: 'cw1', angleDeg: 180, seat, replacesId: hole!.id, bitMm: 12, depthMm: 15 } as const;
    expect((await log(job, weld)).status).toBe(201);
    expect(await detailOf(log(job, weld))).toContain('was filled since');
    const { holes, spec } = await server.sheet(job.id);
    expect(holes.map(({ chipsG }: HoleEntry) => chipsG)).toEqual([14.2, null]);
    expect(metalNow(spec.crank, holes.map(loggedCut)).standing).toEqual([]);
  });
});

const keepTools = async (tools: ShopTools): Promise<Response> => {
  const { version } = (await server.get('shop-tools')).body as ShopToolsEntry;
  return server.put('shop-tools', { id: randomUUID(), personId: server.personId, baseVersion: version, tools });
};

describe('what the shop corrects with', () => {
  it('is a first guess until somebody writes it down, and refuses the slower of two people', async () => {
    const { version } = (await server.get('shop-tools')).body as ShopToolsEntry;
    const put = (hourPrice: number): Promise<Response> =>
      Promise.resolve(
        server.put('shop-tools', { id: randomUUID(), personId: server.personId, baseVersion: version, tools: { ...USUAL_TOOLS, hourPrice } }),
      );
    const answers = await Promise.all([put(70), put(80)]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await server.get('shop-tools')).body as ShopToolsEntry).toMatchObject({ version: version + 1 });
  });
  it('names the figure that makes no sense', async () => {
    const answer = await keepTools({ ...USUAL_TOOLS, minutes: { ...USUAL_TOOLS.minutes, pilot: -1 } });
    expect(answer.status).toBe(400);
    expect((answer.body as Problem).errors).toMatchObject([{ field: 'tools.minutes.pilot' }]);
    const twice = await keepTools({ ...USUAL_TOOLS, bars: [USUAL_TOOLS.bars[0]!, USUAL_TOOLS.bars[0]!] });
    expect((twice.body as Problem).detail).toContain('same bar is listed twice');
  });
});
