import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo, type Server } from 'node:net';
import { factsOf, type JobSheet, type Problem, type Shop, type SpinEvent } from '@tare/contract';
import { jobFigures, planHoles, toPolar, type CrankHole, type PlanResult } from '@tare/core';
import type { Response } from 'supertest';
import { TestServer } from '../testing/testServer.js';
import { MachineError } from './balancingMachine.js';
import { readTurn, StandinMachine } from './standinMachine.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

const linesOf = (response: Response): SpinEvent[] =>
  response.text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as SpinEvent);
const spin = (job: JobSheet, more: object = {}): Promise<Response> =>
  server.post(`jobs/${job.id}/spins`, { id: randomUUID(), personId: server.personId, speedRpm: 600, turns: 40, cautionsConfirmed: true, ...more });
const bare = ({ counterweightId, angleDeg, bitMm, pointAngleDeg, depthMm }: CrankHole): CrankHole => ({
  counterweightId,
  angleDeg,
  bitMm,
  pointAngleDeg,
  depthMm,
});

/** Plan from the last spin of a job. */
async function planOf(job: JobSheet): Promise<PlanResult> {
  const sheet = await server.sheet(job.id);
  const { spins, tolerance } = jobFigures(factsOf(sheet));
  const last = spins.at(-1)!;
  const { bits } = (await server.get('shop')).body as Shop;
  return planHoles({
    crank: sheet.spec.crank,
    unbalance: { aGmm: last.a.meanGmm, bGmm: last.b.meanGmm },
    toleranceAGmm: tolerance.aGmm,
    toleranceBGmm: tolerance.bGmm,
    bits,
    existing: sheet.holes,
    maxHoles: 8,
  });
}

describe('spins', () => {
  it('streams its progress and keeps what it read', async () => {
    const job = await server.job('inline4');
    const response = await spin(job);
    expect(response.type).toBe('application/x-ndjson');
    const events = linesOf(response);
    expect(events.filter((e) => e.type === 'turn')).toHaveLength(40);
    expect(events.at(-1)).toMatchObject({ type: 'done' });
    const sheet = await server.sheet(job.id);
    expect(sheet.spins[0]!.turns).toHaveLength(40);
    expect(jobFigures(factsOf(sheet)).spins[0]!.verdict).toBe('outside');
  });
  it('spins once for a doubled request', async () => {
    const job = await server.job('inline4');
    const id = randomUUID();
    await spin(job, { id });
    expect(linesOf(await spin(job, { id }))).toEqual([{ type: 'done', spinId: id }]);
    expect((await server.sheet(job.id)).spins).toHaveLength(1);
  });
  it('will not turn before the cautions are confirmed', async () => {
    const job = await server.job('inline4');
    const response = await spin(job, { cautionsConfirmed: false });
    expect(response.status).toBe(400);
    expect((response.body as Problem).detail).toContain('Confirm the guard');
  });
});

describe('correcting and signing', () => {
  it('goes from as received to inside, and only then signs', async () => {
    const job = await server.job('v8Cross90');
    const sign = (): Promise<Response> => server.post(`jobs/${job.id}/sign-offs`, { id: randomUUID(), personId: server.personId });
    expect((await sign()).status).toBe(422);
    await spin(job);
    let rounds = 0;
    for (; rounds < 6; rounds += 1) {
      const sheet = await server.sheet(job.id);
      if (jobFigures(factsOf(sheet)).spins.at(-1)!.verdict === 'inside') break;
      const plan = await planOf(job);
      if (plan.kind !== 'solved') throw new Error(plan.kind);
      const planId = randomUUID();
      const taken = await server.post(`jobs/${job.id}/plans`, {
        id: planId,
        personId: server.personId,
        spinId: sheet.spins.at(-1)!.id,
        holes: plan.holes.map(bare),
      });
      // The server's own prediction is the planner's.
      expect(taken.body).toMatchObject({ predicted: plan.residual });
      for (const [planIndex, hole] of plan.holes.entries()) {
        expect(
          (await server.post(`jobs/${job.id}/holes`, { id: randomUUID(), personId: server.personId, planId, planIndex, ...bare(hole) })).status,
        ).toBe(201);
      }
      expect((await sign()).status).toBe(422);
      await spin(job);
    }
    expect(rounds).toBeLessThan(6);
    const signed = await sign();
    expect(signed.status).toBe(201);
    const sheet = await server.sheet(job.id);
    // The snapshot recomputes to itself.
    expect(JSON.parse(JSON.stringify(jobFigures(factsOf(sheet))))).toEqual(sheet.signOffs[0]!.figures);
    expect((await sign()).status).toBe(422);
  });

  it('checks a plan against the drilling rules, and against the latest spin', async () => {
    const job = await server.job('v8Cross90');
    await spin(job);
    const spinId = (await server.sheet(job.id)).spins[0]!.id;
    const send = (hole: Partial<CrankHole>, id = spinId): Promise<Response> =>
      server.post(`jobs/${job.id}/plans`, {
        id: randomUUID(),
        personId: server.personId,
        spinId: id,
        holes: [{ counterweightId: 'cw1', angleDeg: 180, bitMm: 12, pointAngleDeg: 118, depthMm: 20, ...hole }],
      });
    expect((await send({ angleDeg: 20 })).body).toMatchObject({ status: 400, errors: [{ field: 'holes.0' }] });
    expect(((await send({ depthMm: 40 })).body as Problem).detail).toContain('34 mm deep');
    expect((await send({ counterweightId: 'cw77' })).status).toBe(400);
    expect((await send({}, randomUUID())).status).toBe(409);
    expect((await send({})).status).toBe(201);
  });

  it('logs what is in the metal, once, and doubts what cannot be', async () => {
    const job = await server.job('v8Cross90');
    const hole = {
      personId: server.personId,
      planId: null,
      planIndex: null,
      counterweightId: 'cw1',
      angleDeg: 180,
      bitMm: 12,
      pointAngleDeg: 118,
      depthMm: 20,
    };
    const log = (more: object = {}): Promise<Response> => server.post(`jobs/${job.id}/holes`, { id: randomUUID(), ...hole, ...more });
    expect(((await log()).body as Problem).detail).toContain('Spin the crank before drilling');
    await spin(job);
    const id = randomUUID();
    expect((await log({ id })).status).toBe(201);
    expect((await log({ id })).status).toBe(201);
    expect(((await log({ depthMm: 200 })).body as Problem).detail).toContain('far past the 34 mm');
    expect((await log({ depthMm: -2 })).status).toBe(400);
    // Deeper than allowed, but true: it is in the metal, so it is in the ledger.
    expect((await log({ angleDeg: 220, depthMm: 36 })).status).toBe(201);
    expect((await server.sheet(job.id)).holes).toHaveLength(2);
  });

  it('keeps a counterweight with holes in it', async () => {
    const job = await server.job('v8Cross90');
    await spin(job);
    await server.post(`jobs/${job.id}/holes`, {
      id: randomUUID(),
      personId: server.personId,
      planId: null,
      planIndex: null,
      counterweightId: 'cw1',
      angleDeg: 180,
      bitMm: 12,
      pointAngleDeg: 118,
      depthMm: 20,
    });
    const spec = { ...job.spec, crank: { ...job.spec.crank, counterweights: job.spec.crank.counterweights.slice(1) } };
    expect(((await server.put(`jobs/${job.id}/spec`, { personId: server.personId, baseVersion: 1, spec })).body as Problem).detail).toContain(
      'holes in it',
    );
  });
});

describe('a stand-in that is not well', () => {
  const mounted = { rotor: 'job-1', crank: {} as never, holes: [] };
  const order = { speedRpm: 600, turns: 10, run: 1 };
  const quiet = (): void => undefined;

  async function machineThat(answers: (line: string, say: (line: string) => void, hangUp: () => void) => void): Promise<[StandinMachine, Server]> {
    const listener = createServer((socket) => {
      socket.write('TARE-STANDIN-MACHINE 1\n');
      socket.on('error', quiet);
      socket.on('data', (data) => {
        answers(
          data.toString(),
          (line) => socket.write(`${line}\n`),
          () => socket.destroy(),
        );
      });
    });
    await new Promise<void>((resolve) => listener.listen(0, '127.0.0.1', resolve));
    return [new StandinMachine((listener.address() as AddressInfo).port), listener];
  }

  it('says that it is not running', async () => {
    const [machine, listener] = await machineThat(quiet);
    await new Promise((resolve) => listener.close(resolve));
    await expect(machine.spin(mounted, order, quiet, new AbortController().signal)).rejects.toThrow(/not running.*Nothing was recorded/);
  });
  it('says after which turn it died', async () => {
    const [machine, listener] = await machineThat((line, say, hangUp) => {
      if (line.startsWith('MOUNT')) say('MOUNTED');
      else {
        say('TURN 1 10 100 20 100 20');
        setTimeout(hangUp, 20);
      }
    });
    await expect(machine.spin(mounted, order, quiet, new AbortController().signal)).rejects.toThrow('went silent after turn 1 of 10');
    listener.close();
  });
  it('passes on why it refuses', async () => {
    const [machine, listener] = await machineThat((_line, say) => say('ERROR The belt is off.'));
    await expect(machine.spin(mounted, order, quiet, new AbortController().signal)).rejects.toThrow('The belt is off.');
    listener.close();
  });
  it('stops when asked', async () => {
    const [machine, listener] = await machineThat((line, say) => {
      if (line.startsWith('MOUNT')) say('MOUNTED');
      else if (line.startsWith('SPIN')) say('TURN 1 10 100 20 100 20');
    });
    const stop = new AbortController();
    const spinning = machine.spin(
      mounted,
      order,
      () => {
        stop.abort();
      },
      stop.signal,
    );
    await expect(spinning).rejects.toThrow('Stopped. Nothing was recorded.');
    listener.close();
  });
  it('tells the person, and keeps no spin', async () => {
    const ill = await TestServer.start();
    try {
      const job = await ill.job('inline4');
      await new Promise((resolve) => ill.machine.close(resolve));
      const response = await ill.post(`jobs/${job.id}/spins`, {
        id: randomUUID(),
        personId: ill.personId,
        speedRpm: 600,
        turns: 40,
        cautionsConfirmed: true,
      });
      expect(linesOf(response)).toEqual([
        { type: 'problem', title: 'The spin gave no reading', detail: expect.stringContaining('not running') as string },
      ]);
      expect((await ill.sheet(job.id)).spins).toHaveLength(0);
    } finally {
      await ill.stop();
    }
  });
});

describe('readTurn', () => {
  it('turns light and anticlockwise into heavy and clockwise', () => {
    // Light at 30° anticlockwise is light at 330° clockwise, so heavy at 150°.
    const turn = readTurn(['1', '10', '100', '30', '50', '180']);
    expect(toPolar(turn.aGmm).angleDeg).toBeCloseTo(150, 9);
    expect(toPolar(turn.bGmm).angleDeg % 360).toBeCloseTo(0, 9);
    expect(toPolar(turn.bGmm).amount).toBeCloseTo(50, 9);
  });
  it('refuses a turn that cannot be read', () => {
    expect(() => readTurn(['1', '10', 'x', '30', '50', '180'])).toThrow(MachineError);
    expect(() => readTurn(['1', '10', '100'])).toThrow(MachineError);
  });
});
