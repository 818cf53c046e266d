import { randomUUID } from 'node:crypto';
import { factsOf, type Problem } from '@tare/contract';
import {
  addPlanes,
  fromPolar,
  hungUnbalance,
  jobFigures,
  times,
  toPolar,
  type HungPiece,
  type JobEstimate,
  type PlaneUnbalance,
  type Vector,
} from '@tare/core';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

/** What the machine of these tests shows of 1 g·mm. */
const GAIN = { a: { re: 0.93, im: 0.02 }, b: { re: 1.06, im: -0.03 } };
const BLANK = { unit: 'gmm', scatterGmm: null, gainPercent: null } as const;

async function read(jobId: string, machineId: string, unbalance: PlaneUnbalance, hungPieces: readonly HungPiece[] = []): Promise<void> {
  const { planes } = (await server.sheet(jobId)).spec.crank;
  const turns = addPlanes(unbalance, hungUnbalance(hungPieces, planes));
  const shown = (gain: Vector, vector: Vector, off: number): { amount: number; angleDeg: number } => {
    const { amount, angleDeg } = toPolar(times(gain, vector));
    return { amount: Math.round(amount + off), angleDeg: Math.round(10 * (angleDeg + off / 100)) / 10 };
  };
  const repeats = [0, 11, -9].map((off) => ({ a: shown(GAIN.a, turns.aGmm, off), b: shown(GAIN.b, turns.bGmm, -off) }));
  const entry = { id: randomUUID(), personId: server.personId, machineId, calibrationId: null, speedRpm: 600, repeats, hungPieces };
  expect((await server.post(`jobs/${jobId}/spins/typed`, { ...entry, cautionsConfirmed: true })).status).toBe(201);
}

const estimateOf = async (jobId: string): Promise<JobEstimate> => jobFigures(factsOf(await server.sheet(jobId))).estimate;

/** @returns how many spins were asked for */
async function readAsAsked(jobId: string, machineId: string, unbalance: PlaneUnbalance): Promise<number> {
  const before = (await server.sheet(jobId)).spins.length;
  const { spins } = await server.spinWhatIsAsked(jobId, (hungPieces) => read(jobId, machineId, unbalance, hungPieces));
  return spins.length - before;
}

const heavy = (a: number, b: number, angleDeg: number): PlaneUnbalance => ({ aGmm: fromPolar(a, angleDeg), bGmm: fromPolar(b, angleDeg + 160) });

it('a plan by one spin of a machine of which nobody said anything is refused in the words of the screen', async () => {
  const { id: machineId } = await server.newMachine(BLANK);
  const { id } = await server.job('v8Cross90');
  await read(id, machineId, heavy(2900, 2400, 184));
  const { spins } = await server.sheet(id);
  const plan = { id: randomUUID(), personId: server.personId, spinId: spins[0]!.id, holes: [] };
  const hole = { kind: 'radial', zMm: null, counterweightId: 'cw1', angleDeg: 184, bitMm: 12, pointAngleDeg: 118, depthMm: 10 };
  const refused = await server.post(`jobs/${id}/plans`, { ...plan, holes: [hole] });
  expect(refused.status).toBe(409);
  expect((refused.body as Problem).detail).toContain('Two spins with known weights: the machine’s numbers may be 15 % off.');
});

it('three jobs of a class that know a machine are its history: the fourth is asked for one repeat and no weights', async () => {
  const { id: machineId } = await server.newMachine(BLANK);
  for (const [a, b, angle] of [
    [2900, 2400, 184],
    [3500, 1800, 20],
    [2200, 2600, 300],
  ] as const) {
    const { id } = await server.job('v8Cross90');
    await read(id, machineId, heavy(a, b, angle));
    expect(await readAsAsked(id, machineId, heavy(a, b, angle))).toBe(2);
    expect((await estimateOf(id)).restsOn.gainBy).toBe('weights');
  }
  const { id } = await server.job('v8Cross90');
  const truth = heavy(3000, 2000, 100);
  await read(id, machineId, truth);
  const { spins } = await server.sheet(id);
  expect(spins[0]!.gainBasis).toMatchObject({ kind: 'history', jobs: 3 });
  const { restsOn } = await estimateOf(id);
  expect(restsOn.planWaits.map(({ kind }) => kind)).toEqual(['firstAgain']);
  expect(await readAsAsked(id, machineId, truth)).toBe(1);
  const { now, restsOn: rests } = await estimateOf(id);
  expect(rests.gainBy).toBe('history');
  // Its mean is what the numbers are taken by.
  expect(toPolar(now!.unbalance.aGmm).amount / 3000).toBeCloseTo(1, 1);
  const other = await server.job('inline4');
  await read(other.id, machineId, truth);
  expect((await server.sheet(other.id)).spins[0]!.gainBasis).toBeNull();
});

it('the same spin typed by somebody else within the minute is asked about, and kept as another where it is', async () => {
  const { id: machineId } = await server.newMachine(BLANK);
  const { id } = await server.job('v8Cross90');
  await read(id, machineId, heavy(2900, 2400, 184));
  const [first] = (await server.sheet(id)).spins;
  const body = { machineId, calibrationId: null, speedRpm: 600, repeats: first!.shown, cautionsConfirmed: true };
  const other = await server.anotherPerson();
  const again = { id: randomUUID(), personId: other, ...body };
  const asked = await server.post(`jobs/${id}/spins/typed`, again);
  expect(asked.status).toBe(409);
  expect((asked.body as Problem).detail).toMatch(/^Ottoline Fasch logged the same spin \d+ s ago\. Is yours another one, or the same\?$/);
  expect((await server.sheet(id)).spins).toHaveLength(1);
  expect((await server.post(`jobs/${id}/spins/typed`, { ...again, another: true })).status).toBe(201);
  expect((await server.sheet(id)).spins).toHaveLength(2);
});
