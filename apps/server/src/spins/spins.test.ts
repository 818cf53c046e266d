import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo, type Server } from 'node:net';
import { factsOf, type JobSheet, type Problem, type Shop, type SpinEvent } from '@tare/contract';
import {
  BALANCED,
  bareCut,
  correctionInput,
  fromPolar,
  jobFigures,
  planChoices,
  subtract,
  toPolar,
  USUAL_TOOLS,
  type BarCut,
  type PlanChoices,
} from '@tare/core';
import type { Logger } from 'pino';
import type { Response } from 'supertest';
import { TestServer } from '../testing/testServer.js';
import { trueUnbalance } from '@tare/standins/truth';
import { LOG } from '../http/problemFilter.js';
import { BALANCING_MACHINE, type BalancingMachine, type MachineSpin, type SpinOrder } from './balancingMachine.js';
import { StandinMachine } from './standinMachine.js';

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
/** Plans by all that is known of a job. */
async function plansOf(job: JobSheet): Promise<PlanChoices> {
  const sheet = await server.sheet(job.id);
  const { tolerance, estimate } = jobFigures(factsOf(sheet));
  const { bits } = (await server.get('shop')).body as Shop;
  const wishes = { maxHoles: 8, heavyMetal: false, neutralReason: null };
  return planChoices(correctionInput(sheet, estimate, tolerance, { bits, tools: USUAL_TOOLS }, wishes)!);
}

describe('spins', () => {
  it('streams its progress and keeps what it read', async () => {
    const job = await server.job('inline4');
    const response = await spin(job);
    expect(response.type).toBe('application/x-ndjson');
    const events = linesOf(response);
    const seen = events.filter((e) => e.type === 'live');
    expect(seen.map(({ turn }) => turn)).toEqual([...seen.map(({ turn }) => turn)].sort((a, b) => a - b));
    expect(seen.at(-1)).toMatchObject({ turn: 40, of: 40 });
    expect(seen.at(-1)!.wave.left).toHaveLength(128);
    expect(events.at(-1)).toMatchObject({ type: 'done' });
    const sheet = await server.sheet(job.id);
    expect(sheet.spins[0]!.turns.n).toBe(40);
    expect(jobFigures(factsOf(sheet)).spins[0]!.verdict).toBe('outside');
  });
  it('reads the crank to the few per cent that its maker promises, and keeps its signals to be worked out again', async () => {
    const job = await server.job('v8Cross90');
    await spin(job);
    const sheet = await server.sheet(job.id);
    const { a, spinId } = jobFigures(factsOf(sheet)).spins[0]!;
    const truth = trueUnbalance({ rotor: `job-${job.number}`, crank: job.spec.crank, holes: [] });
    expect(toPolar(subtract(a.meanGmm, truth.aGmm)).amount).toBeLessThan(0.2 * toPolar(truth.aGmm).amount);
    expect(toPolar(subtract(a.meanGmm, truth.aGmm)).amount).toBeLessThan(1.5 * a.radius95Gmm!);
    expect((await server.post(`jobs/${job.id}/spins/${spinId}/reprocess`, {})).body).toMatchObject({
      differsGmm: { a: expect.closeTo(0, 0) as number, b: expect.closeTo(0, 0) as number },
    });
    const recording = await server.get(`jobs/${job.id}/spins/${spinId}/recording`);
    expect(recording.headers['content-disposition']).toContain('.csv.gz');
  });
  it('takes a known weight off again, and checks the calibration by it', async () => {
    const job = await server.job('v8Cross90');
    await spin(job);
    await spin(job, { hung: { ...BALANCED, aGmm: fromPolar(2550, 60) } });
    const [bare, hung] = jobFigures(factsOf(await server.sheet(job.id))).spins;
    expect(hung!.checks.b).toBeNull();
    expect(hung!.checks.a!.hungGmm.amount).toBeCloseTo(2550, 6);
    expect(hung!.checks.a!.gain.amount).toBeGreaterThan(0.85);
    expect(hung!.checks.a!.gain.amount).toBeLessThan(1.15);
    // It tells of the gain, and so of the crank: what is known gets narrower.
    expect(hung!.a.radius95Gmm!).toBeLessThan(bare!.a.radius95Gmm!);
    expect(toPolar(subtract(hung!.alone.a.meanGmm, bare!.alone.a.meanGmm)).amount).toBeLessThan(0.15 * 2550);
  });
  it('warns of what the signals say of themselves', async () => {
    const job = await server.job('inline4');
    await spin(job, { dials: { supports: 'hard', looseBob: false, endStopForgotten: true } });
    expect((await server.sheet(job.id)).spins[0]!.warnings).toEqual([expect.stringContaining('The speed wanders') as string]);
  });
  it('has the truth for the stand-in’s own drawer', async () => {
    const job = await server.job('inline4');
    expect((await server.get(`jobs/${job.id}/standin-truth`)).body).toEqual(
      trueUnbalance({ rotor: `job-${job.number}`, crank: job.spec.crank, holes: [] }),
    );
  });
  it('spins once for a doubled request', async () => {
    const job = await server.job('inline4');
    const id = randomUUID();
    await spin(job, { id });
    expect(linesOf(await spin(job, { id }))).toEqual([{ type: 'done', spinId: id }]);
    expect((await server.sheet(job.id)).spins).toHaveLength(1);
  });
  it('tells in the stream, and logs, what nobody foresaw once the answer has begun', async () => {
    const job = await server.job('inline4');
    const machine = server.app.get<BalancingMachine>(BALANCING_MACHINE);
    const logged = jest.spyOn(server.app.get<Pick<Logger, 'error'>>(LOG), 'error');
    const boom = new Error('boom');
    jest.spyOn(machine, 'spin').mockImplementationOnce((_mounted, _order, progress) => {
      progress({ type: 'speed', speedRpm: 1, targetRpm: 600 });
      return Promise.reject(boom);
    });
    expect(linesOf(await spin(job))).toEqual([
      { type: 'speed', speedRpm: 1, targetRpm: 600 },
      { type: 'problem', title: 'The spin gave no reading', detail: 'Something went wrong at Tare’s end. Nothing was recorded; try again.' },
    ]);
    expect(logged).toHaveBeenCalledWith({ err: boom }, 'unforeseen');
    expect((await server.sheet(job.id)).spins).toHaveLength(0);
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
      const sheet = await server.spinWhatIsAsked(job.id);
      if (jobFigures(factsOf(sheet)).spins.at(-1)!.verdict === 'inside') break;
      const plans = await plansOf(job);
      if (plans.kind === 'nothingToDo') {
        await spin(job);
        continue;
      }
      if (plans.kind !== 'choices') throw new Error(plans.reason);
      const { plan } = plans.choices[0]!;
      const planId = randomUUID();
      const taken = await server.post(`jobs/${job.id}/plans`, {
        id: planId,
        personId: server.personId,
        spinId: sheet.spins.at(-1)!.id,
        holes: plan.holes.map(bareCut),
      });
      // The server's own prediction is the planner's.
      expect(taken.body).toMatchObject({ predicted: plan.residual });
      for (const [planIndex, hole] of plan.holes.entries()) {
        expect(
          (await server.post(`jobs/${job.id}/holes`, { id: randomUUID(), personId: server.personId, planId, planIndex, cut: bareCut(hole) })).status,
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
    const spinId = (await server.spinWhatIsAsked(job.id)).spins.at(-1)!.id;
    const send = (hole: object, id = spinId): Promise<Response> =>
      server.post(`jobs/${job.id}/plans`, {
        id: randomUUID(),
        personId: server.personId,
        spinId: id,
        holes: [{ kind: 'radial', counterweightId: 'cw1', angleDeg: 180, bitMm: 12, pointAngleDeg: 118, depthMm: 20, ...hole }],
      });
    expect((await send({ angleDeg: 20 })).body).toMatchObject({ status: 400, errors: [{ field: 'holes.0' }] });
    expect(((await send({ depthMm: 40 })).body as Problem).detail).toContain('34 mm deep');
    expect((await send({ counterweightId: 'cw77' })).status).toBe(400);
    expect((await send({}, randomUUID())).status).toBe(409);
    expect((await send({})).status).toBe(201);
  });

  it('logs what is in the metal, once, and doubts what cannot be', async () => {
    const job = await server.job('v8Cross90');
    const hole = { kind: 'radial', counterweightId: 'cw1', angleDeg: 180, bitMm: 12, pointAngleDeg: 118, depthMm: 20 };
    const log = ({ id = randomUUID(), ...more }: { readonly id?: string; readonly [field: string]: unknown } = {}): Promise<Response> =>
      server.post(`jobs/${job.id}/holes`, { id, personId: server.personId, planId: null, planIndex: null, cut: { ...hole, ...more } });
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

  it('takes a slug of heavy metal, and refuses one that would come through the rim', async () => {
    const job = await server.job('v8Cross90');
    await spin(job);
    const spinId = (await server.spinWhatIsAsked(job.id)).spins.at(-1)!.id;
    const seat = { from: 'face', face: 'front', radiusMm: 75 } as const;
    const bar: BarCut = {
      kind: 'bar',
      counterweightId: 'cw1',
      angleDeg: 180,
      seat,
      diameterMm: 16,
      lengthMm: 20,
      depthMm: 20,
      densityGPerCm3: 17.5,
      replacesId: null,
    };
    const plan = (more: object): Promise<Response> =>
      server.post(`jobs/${job.id}/plans`, { id: randomUUID(), personId: server.personId, spinId, holes: [{ ...bar, ...more }] });
    expect(((await plan({ seat: { ...seat, radiusMm: 80 } })).body as Problem).detail).toContain('comes through the rim of CW 1');
    expect((await plan({})).status).toBe(201);
    await server.post(`jobs/${job.id}/holes`, { id: randomUUID(), personId: server.personId, planId: null, planIndex: null, cut: bar });
    await spin(job);
    const sheet = await server.sheet(job.id);
    expect(sheet.holes[0]).toMatchObject(bar);
    // (17.5 − 7.85)·π/4·16²·20/1000 = 38.8 g net at 75 mm.
    const { now } = jobFigures(factsOf(sheet)).estimate;
    const truth = trueUnbalance({ rotor: `job-${job.number}`, crank: job.spec.crank, holes: [{ ...bar, id: 'bar' }] });
    expect(toPolar(subtract(now!.unbalance.aGmm, truth.aGmm)).amount).toBeLessThan(0.1 * toPolar(truth.aGmm).amount);
  });

  it('keeps a counterweight with holes in it', async () => {
    const job = await server.job('v8Cross90');
    await spin(job);
    await server.post(`jobs/${job.id}/holes`, {
      id: randomUUID(),
      personId: server.personId,
      planId: null,
      planIndex: null,
      cut: { kind: 'radial', counterweightId: 'cw1', angleDeg: 180, bitMm: 12, pointAngleDeg: 118, depthMm: 20 },
    });
    const spec = { ...job.spec, crank: { ...job.spec.crank, counterweights: job.spec.crank.counterweights.slice(1) } };
    expect(
      ((await server.put(`jobs/${job.id}/spec`, { id: randomUUID(), personId: server.personId, baseVersion: 1, spec })).body as Problem).detail,
    ).toContain('holes in it');
  });
});

describe('a stand-in that is not well', () => {
  const mounted = { rotor: 'job-1', crank: {} as never, holes: [] };
  const order: SpinOrder = { speedRpm: 600, turns: 10, run: 1, hung: BALANCED, supports: 'hard', looseBob: false, endStopForgotten: false };
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
    return [new StandinMachine((listener.address() as AddressInfo).port, 2000), listener];
  }

  it('says that it is not running', async () => {
    const [machine, listener] = await machineThat(quiet);
    await new Promise((resolve) => listener.close(resolve));
    await expect(machine.spin(mounted, order, quiet, new AbortController().signal)).rejects.toThrow(/not running.*Nothing was recorded/);
  });
  const SHEET = `SHEET ${JSON.stringify({
    influence: { leftOfA: { re: 1, im: 0 }, leftOfB: BALANCED.aGmm, rightOfA: BALANCED.aGmm, rightOfB: { re: 1, im: 0 } },
    gainRatio: 0.03,
    runRatio: 0.002,
    driftGmm: 8,
  })}`;
  /** A line of so many turns of 200 samples, the mark at the start of each. */
  const data = (turns: number): string => {
    const pack = (of: (i: number) => number): string =>
      Buffer.from(Float32Array.from({ length: 200 * turns }, (_, i) => of(i)).buffer).toString('base64');
    const wave = pack((i) => Math.cos((2 * Math.PI * i) / 200));
    return `DATA ${wave} ${wave} ${pack((i) => (i % 200 < 9 ? 1 : 0))}`;
  };
  const spinOn = (machine: StandinMachine): Promise<MachineSpin> => machine.spin(mounted, order, quiet, new AbortController().signal);
  /** A machine that mounts, and then says these lines. */
  const saying = (lines: readonly string[], then: (hangUp: () => void) => void = quiet): ReturnType<typeof machineThat> =>
    machineThat((line, say, hangUp) => {
      if (line.startsWith('MOUNT')) say('MOUNTED');
      else {
        lines.forEach(say);
        then(hangUp);
      }
    });

  it('says after which turn it died', async () => {
    const [machine, listener] = await saying([SHEET, 'RATE 2000 3000', data(4)], (hangUp) => setTimeout(hangUp, 20));
    await expect(spinOn(machine)).rejects.toThrow('went silent after turn 2 of 10');
    listener.close();
  });
  it('says after which turn it stalled', async () => {
    const [machine, listener] = await saying([SHEET, 'RATE 2000 3000', data(4)]);
    await expect(spinOn(machine)).rejects.toThrow('went silent after turn 2 of 10');
    listener.close();
  });
  it.each([
    ['samples before a sheet', ['RATE 2000 3000', data(4)]],
    ['a sheet that is none', ['SHEET {"influence":{}}']],
    ['a sheet that is no JSON', ['SHEET {{{']],
    ['no rate', [SHEET, 'RATE often 3000']],
    ['channels of different length', [SHEET, 'RATE 2000 3000', 'DATA AAAAAA== AAAAAAAAAAA= AAAAAA==']],
    ['what is no base64', [SHEET, 'RATE 2000 3000', 'DATA ?? !! ..']],
    ['samples that are no numbers', [SHEET, 'RATE 2000 3000', 'DATA AADAfw== AADAfw== AADAfw==']],
    ['nothing between the order and the end', ['DONE']],
  ])('refuses garbage: %s', async (_name, lines) => {
    const [machine, listener] = await saying(lines);
    await expect(spinOn(machine)).rejects.toThrow('sent signals that cannot be read. Nothing was recorded');
    listener.close();
  });
  it('hands over what it heard, whole', async () => {
    const [machine, listener] = await saying([SHEET, 'RATE 2000 2400', data(6), data(6), 'DONE']);
    const { signal, own } = await spinOn(machine);
    expect(signal.left).toHaveLength(2400);
    expect(own.driftGmm).toBe(8);
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
      else if (line.startsWith('SPIN')) say('SPEED 100 600');
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
