import { randomUUID } from 'node:crypto';
import { gunzipSync, gzipSync } from 'node:zlib';
import {
  AS_IT_SHOULD_BE,
  factsOf,
  type Calibration,
  type Machine,
  type MachineHall,
  type MachineSpec,
  type Problem,
  type Reprocessed,
  type WorkLine,
} from '@tare/contract';
import {
  add,
  BALANCED,
  calibrationFactor,
  fromPolar,
  jobFigures,
  times,
  toPolar,
  ZERO,
  type PlaneUnbalance,
  type SupportReading,
  type Vector,
} from '@tare/core';
import { TestServer, TYPED_MACHINE } from '../testing/testServer.js';
import { writeRecordingWav } from './recordingWav.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

const floor: MachineSpec = {
  ...TYPED_MACHINE,
  unit: 'gAtRadius',
  convention: { seenFrom: 'rear', counts: 'clockwise', zeroAtDeg: 90, shows: 'light' },
  scatterGmm: null,
  gainPercent: null,
};
const put = (more: Partial<MachineSpec> = {}): Promise<Machine> => server.newMachine({ ...floor, ...more });
const typed = (jobId: string, machineId: string, more: object = {}) =>
  server.post(`jobs/${jobId}/spins/typed`, {
    id: randomUUID(),
    personId: server.personId,
    machineId,
    calibrationId: null,
    speedRpm: 600,
    repeats: Array.from({ length: 4 }, (_, i) => ({ a: { amount: 10 + i / 10, angleDeg: 30 }, b: { amount: 5, angleDeg: 100 + i } })),
    cautionsConfirmed: true,
    ...more,
  });

describe('machines', () => {
  it('are kept in every version, the slower of two people refused', async () => {
    const machine = await put();
    const change = (name: string) =>
      server.put(`machines/${machine.id}`, { id: randomUUID(), personId: server.personId, baseVersion: 1, spec: { ...floor, name } });
    const answers = await Promise.all([Promise.resolve(change('One')), Promise.resolve(change('Other'))]);
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
    const { machines } = (await server.get('machines')).body as MachineHall;
    expect(machines.find(({ id }) => id === machine.id)).toMatchObject({ version: 2 });
    expect((await server.post('machines', { id: randomUUID(), personId: server.personId, spec: { ...floor, fastestRpm: 100 } })).status).toBe(400);
  });
});

describe('a typed spin', () => {
  it('is turned into the heavy spot in g·mm by the machine’s own convention', async () => {
    const [job, machine] = [await server.job(), await put()];
    expect((await typed(job.id, machine.id)).status).toBe(201);
    const [spin] = (await server.sheet(job.id)).spins;
    const { radiusAMm } = job.spec.crank.planes;
    // Rear and clockwise counts against Tare: 90 − 30, and the light spot is opposite the heavy one.
    const first = toPolar(spin!.turns.mean.aGmm);
    expect(spin!.turns.n).toBe(4);
    // The mean of 10.0 to 10.3 g.
    expect(first.amount).toBeCloseTo(10.15 * radiusAMm, 6);
    expect(first.angleDeg).toBeCloseTo(240, 6);
    expect(spin).toMatchObject({ source: 'typed', machineId: machine.id, calibrationId: null });
  });
  it('is taken with a single reading, without a verdict while nobody knows how far readings lie apart; it needs its cautions', async () => {
    const job = await server.job();
    const one = { repeats: [{ a: { amount: 3, angleDeg: 0 }, b: { amount: 2, angleDeg: 0 } }] };
    const unknown = await put();
    expect((await typed(job.id, unknown.id, one)).status).toBe(201);
    const figures = async () => jobFigures(factsOf(await server.sheet(job.id)));
    expect((await figures()).spins[0]).toMatchObject({ verdict: 'cannotYetTell', inside: null, a: { radius95Gmm: null } });
    // Two more say it.
    const two = [2.9, 3.1].map((amount) => ({ a: { amount, angleDeg: 0 }, b: { amount: 2, angleDeg: 0 } }));
    expect((await typed(job.id, unknown.id, { repeats: two })).status).toBe(201);
    expect((await figures()).spins[1]!.a.radius95Gmm).toBeGreaterThan(0);
    expect((await typed(job.id, (await put({ scatterGmm: 25 })).id, one)).status).toBe(201);
    expect((await typed(job.id, (await put()).id, { cautionsConfirmed: false })).status).toBe(400);
    expect((await typed(job.id, randomUUID())).status).toBe(404);
  });
  it('without a unit waits for trial weights', async () => {
    const [job, machine] = [await server.job(), await put({ unit: 'none' })];
    const refused = await typed(job.id, machine.id);
    expect((refused.body as Problem).detail).toContain('calibrate it with trial weights first');
  });
});

/** A set-up's true coefficients, sensor per g·mm. */
const H = { leftOfA: fromPolar(0.002, 40), leftOfB: fromPolar(0.0006, 200), rightOfA: fromPolar(0.0005, 75), rightOfB: fromPolar(0.0022, 310) };
const heard = ({ aGmm, bGmm }: PlaneUnbalance): SupportReading => ({
  left: add(times(H.leftOfA, aGmm), times(H.leftOfB, bGmm)),
  right: add(times(H.rightOfA, aGmm), times(H.rightOfB, bGmm)),
});

/** A recorded spin of an unbalance: its mark rises sharply at the turn's start. */
function recordingOf(u: PlaneUnbalance): Buffer {
  const { left, right } = heard(u);
  const lines = ['t,L,R,mark'];
  for (let i = 0; i < 12_500; i += 1) {
    const phi = (2 * Math.PI * i) / 500;
    const wave = (v: Vector): string => (v.re * Math.cos(phi) - v.im * Math.sin(phi)).toFixed(6);
    lines.push(`${(i / 5000).toFixed(4)},${wave(left)},${wave(right)},${i % 500 < 20 ? 1 : 0}`);
  }
  return gzipSync(lines.join('\n'));
}
const send = (path: string, query: object, body: Buffer) =>
  server.raw(
    'POST',
    `${path}?${new URLSearchParams(Object.entries(query).map(([k, v]): [string, string] => [k, String(v)])).toString()}`,
    'application/gzip',
    body,
  );

describe('a recorded spin', () => {
  const own: PlaneUnbalance = { aGmm: fromPolar(900, 60), bGmm: fromPolar(700, 215) };
  async function calibrated(): Promise<{ machine: Machine; calibration: Calibration; jobId: string }> {
    const job = await server.job();
    const machine = await put({ driver: 'recorded', unit: 'none' });
    const runs = [];
    for (const trial of [
      { aGmm: ZERO, bGmm: ZERO },
      { aGmm: fromPolar(800, 0), bGmm: ZERO },
      { aGmm: ZERO, bGmm: fromPolar(800, 90) },
    ]) {
      const on = { aGmm: add(own.aGmm, trial.aGmm), bGmm: add(own.bGmm, trial.bGmm) };
      const { body } = await send(`machines/${machine.id}/process`, {}, recordingOf(on));
      runs.push({ trial, reading: (body as { mean: SupportReading }).mean });
    }
    const answer = await server.post('machines/calibrations', {
      id: randomUUID(),
      personId: server.personId,
      machineId: machine.id,
      rotorClass: 'inline three with bobs',
      planes: job.spec.crank.planes,
      speedRpm: 600,
      runs,
    });
    expect(answer.status).toBe(201);
    return { machine, calibration: answer.body as Calibration, jobId: job.id };
  }
  it('goes from three trial runs to the unbalance, is kept with its recording, and comes out the same again', async () => {
    const { machine, calibration, jobId } = await calibrated();
    expect(calibration.condition).toBeLessThan(3);
    const id = randomUUID();
    const query = { id, machineId: machine.id, calibrationId: calibration.id, cautionsConfirmed: true };
    const answer = await send(`jobs/${jobId}/spins/recorded`, query, recordingOf(own));
    expect([answer.status, (answer.body as { summary?: { turns: number } }).summary?.turns]).toEqual([201, 23]);
    const [spin] = (await server.sheet(jobId)).spins;
    const [a, b] = [toPolar(spin!.turns.mean.aGmm), toPolar(spin!.turns.mean.bGmm)];
    expect(a.amount).toBeCloseTo(900, 0);
    expect(a.angleDeg).toBeCloseTo(60, 1);
    expect(b.amount).toBeCloseTo(700, 0);
    expect(b.angleDeg).toBeCloseTo(215, 1);
    const again = (await server.post(`jobs/${jobId}/spins/${id}/reprocess`, {})).body as Reprocessed;
    expect(again.differsGmm.a).toBeLessThan(1e-6);
    const raw = await server.raw('GET', `jobs/${jobId}/spins/${id}/recording`, 'application/gzip', Buffer.alloc(0));
    expect(
      gunzipSync(raw.body as Buffer)
        .toString()
        .split('\n')[0],
    ).toBe('t,L,R,mark');
  });
  it('says by name what is wrong with a file', async () => {
    const { id } = await put({ driver: 'recorded', unit: 'none' });
    const problem = async (body: Buffer): Promise<string> => ((await send(`machines/${id}/process`, {}, body)).body as Problem).detail;
    expect(await problem(Buffer.from('t,L,R,mark'))).toContain('not gzipped CSV or WAV');
    expect(await problem(gzipSync('t,L,R,mark'))).toContain('no lines below its heading');
    expect(await problem(gzipSync('t,L,mark\n0,1,1'))).toContain('no column “R” for the right sensor; it has “t”, “L”, “mark”');
    expect(await problem(gzipSync('t,L,R,mark\n0,1,1,0\n0.1,x,1,0'))).toContain('Line 3 of the recording says “x” in column “L”');
    expect(await problem(gzipSync('t,L,R,mark\n0,1,1,0\n0.1,1,1,0\n0.9,1,1,0'))).toContain('not sampled evenly');
    expect(await problem(gzipSync('t,L,R,mark\n0,1,1,0\n0.1,1,1,0\n0.2,1,1,0'))).toContain('The tach channel has no pulse');
  });
  it('is not unpacked beyond what a spin can be', async () => {
    const { id } = await put({ driver: 'recorded', unit: 'none' });
    const answer = await send(`machines/${id}/process`, {}, gzipSync(Buffer.alloc(101_000_000, '0')));
    expect([answer.status, (answer.body as Problem).detail]).toEqual([400, expect.stringContaining('larger than 100 MB')]);
  });
  it('tells how far it is where that is asked for, and then what came of it', async () => {
    const { id } = await put({ driver: 'recorded', unit: 'none' });
    const lines = async (body: Buffer): Promise<WorkLine[]> => {
      const answer = await server.raw('POST', `machines/${id}/process`, 'application/gzip', body, 'application/x-ndjson');
      return (answer.body as Buffer)
        .toString()
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line) as WorkLine);
    };
    const heading = 't,L,R,mark';
    const long = Array.from({ length: 60_000 }, (_, i) => `${(i / 5000).toFixed(4)},0,0,${i % 500 === 0 ? 5 : 0}`);
    const heard = await lines(gzipSync([heading, ...long].join('\n')));
    const ratios = heard.flatMap((line) => (line.type === 'progress' ? [line.ratio] : []));
    expect(ratios.length).toBeGreaterThan(2);
    expect(ratios).toEqual([...ratios].sort((x, y) => x - y));
    expect(heard.at(-1)).toMatchObject({ type: 'done', answer: { turns: expect.any(Number) as number } });
    expect((await lines(gzipSync(heading))).at(-1)).toEqual({ type: 'problem', problem: expect.objectContaining({ status: 400 }) as Problem });
  });
  it('can be had from the stand-in bench, under the headings of this machine, and says when it is not running', async () => {
    const job = await server.job();
    const machine = await put({ driver: 'recorded', unit: 'none' });
    const order = {
      machineId: machine.id,
      speedRpm: 600,
      turns: 12,
      run: 1,
      hung: { aGmm: ZERO, bGmm: ZERO },
      dials: { supports: 'hard', looseBob: false, endStopForgotten: false },
      format: 'csv',
    };
    const answer = await server.post(`jobs/${job.id}/standin-recording`, order);
    expect([answer.status, answer.text.split('\n')[0]]).toEqual([200, 't,L,R,mark']);
    const { body } = await send(`machines/${machine.id}/process`, {}, gzipSync(answer.text));
    expect(body).toMatchObject({ turns: expect.closeTo(12, -0.8) as number, speedRpm: expect.closeTo(600, -1) as number });
    expect((await server.post(`jobs/${job.id}/standin-recording`, { ...order, turns: 1000 })).status).toBe(400);
  });
  it('may be a WAV with a tach channel, wherever the machine has its channels, and goes out as one again', async () => {
    const job = await server.job();
    const machine = await put({ driver: 'recorded', unit: 'none', channels: { left: 3, right: 1, tach: 4 } });
    const order = { machineId: machine.id, speedRpm: 600, turns: 12, run: 1, hung: BALANCED, dials: AS_IT_SHOULD_BE };
    const [csv, wav] = await Promise.all(
      (['csv', 'wav'] as const).map(async (format) => {
        const response = await server.postForBytes(`jobs/${job.id}/standin-recording`, { ...order, format });
        return send(`machines/${machine.id}/process`, {}, gzipSync(response.body as Buffer));
      }),
    );
    const mean = (response: Awaited<ReturnType<typeof send>>): SupportReading => (response.body as { mean: SupportReading }).mean;
    expect(wav!.status).toBe(200);
    expect(mean(wav!).left.re).toBeCloseTo(mean(csv!).left.re, 4);
    expect(mean(wav!).right.im).toBeCloseTo(mean(csv!).right.im, 4);
    const problem = async (bytes: Buffer): Promise<string> =>
      ((await send(`machines/${machine.id}/process`, {}, gzipSync(bytes))).body as Problem).detail;
    const signal = { sampleRateHz: 2000, left: new Float64Array(9), right: new Float64Array(9), tach: new Float64Array(9) };
    expect(await problem(writeRecordingWav(signal, { left: 1, right: 2, tach: 3 }))).toContain(
      'has 3 channels; this machine’s channel 4 is not among them',
    );
    expect(await problem(Buffer.from('RIFF and then nothing'))).toContain('no WAV that can be read');
  });
  it('carries the runs of its calibration in its region, and what hung on the crank', async () => {
    const { machine, calibration, jobId } = await calibrated();
    await server.put(`machines/${machine.id}`, {
      id: randomUUID(),
      personId: server.personId,
      baseVersion: 1,
      spec: { ...machine.spec, scatterGmm: 20 },
    });
    const hung = { aGmm: fromPolar(300, 10), bGmm: ZERO };
    const query = { machineId: machine.id, calibrationId: calibration.id, cautionsConfirmed: true };
    const on = { ...own, aGmm: add(own.aGmm, hung.aGmm) };
    const answer = await send(`jobs/${jobId}/spins/recorded`, { ...query, id: randomUUID(), hung: JSON.stringify(hung) }, recordingOf(on));
    expect(answer.status).toBe(201);
    const sheet = await server.sheet(jobId);
    const { a } = jobFigures(factsOf(sheet)).spins[0]!;
    expect(toPolar(a.meanGmm).amount).toBeCloseTo(900, 0);
    // 2.4477 · 20 for the spin itself; the runs come in once more by √(|u_A/T_A + u_B/T_B|² + |u_A/T_A|² + |u_B/T_B|²).
    // The gain errs by 6 of 100 besides, of a calibration that was made on no job.
    const runs = 20 * calibrationFactor(calibration.runs, on);
    const gain = 0.06 * toPolar(on.aGmm).amount;
    expect(a.radius95Gmm! / (2.4477 * Math.hypot(20, runs, gain))).toBeCloseTo(1, 0);
    expect((await send(`jobs/${jobId}/spins/recorded`, { ...query, id: randomUUID(), hung: 'a brick' }, recordingOf(on))).status).toBe(400);
  });
  it('refuses runs that tell nothing, and another machine’s calibration', async () => {
    const { calibration, jobId } = await calibrated();
    const other = await put({ driver: 'recorded', unit: 'none' });
    const query = { id: randomUUID(), machineId: other.id, calibrationId: calibration.id, cautionsConfirmed: true };
    expect(((await send(`jobs/${jobId}/spins/recorded`, query, recordingOf(own))).body as Problem).detail).toContain('made on another machine');
    const same = { trial: { aGmm: ZERO, bGmm: ZERO }, reading: heard(own) };
    const refused = await server.post('machines/calibrations', {
      id: randomUUID(),
      personId: server.personId,
      machineId: other.id,
      rotorClass: 'x',
      planes: calibration.planes,
      speedRpm: 600,
      runs: [same, same, same],
    });
    expect((refused.body as Problem).detail).toContain('None of the runs has a trial weight');
  });
});
