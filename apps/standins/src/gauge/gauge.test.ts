import { once } from 'node:events';
import { connect, type AddressInfo } from 'node:net';
import { createInterface } from 'node:readline';
import { gaugeLineReader, harmonics, USUAL_GAUGE_TEMPLATES, warmthMm, type CrankWork } from '@tare/core';
import { Dial, gaugeLine, USUAL_CHARACTER } from './dial.js';
import { listen } from './listen.js';
import { trueMm, type Held } from './trueSizes.js';

const at = (more: Partial<Held> = {}): Held => ({
  job: 'job-4',
  feature: 'main.2',
  quantity: 'diameter',
  angleDeg: 0,
  depth: 1,
  nominalMm: 53.98,
  alongRatio: 0.5,
  works: [],
  ...more,
});
const GROUND: CrankWork = { kind: 'grindMains', underMm: 0.25, axisMovedMm: 0, axisMovedAtDeg: 0 };
const turnOf = (more: Partial<Held>) =>
  harmonics(
    [0, 45, 90, 135, 180, 225, 270, 315].map((angleDeg) => ({ angleDeg, mm: trueMm(at({ quantity: 'runOut', depth: null, angleDeg, ...more })) })),
    null,
  );

describe('true sizes', () => {
  it('are the same every time, worn by a little, and oval: what is read across is not what is read in line', () => {
    expect(trueMm(at())).toBe(trueMm(at()));
    for (let main = 1; main <= 5; main += 1) {
      const mm = trueMm(at({ feature: `main.${main}` }));
      expect(mm).toBeLessThan(53.98 + 0.01);
      expect(mm).toBeGreaterThan(53.98 - 0.045);
    }
    expect(trueMm(at({ angleDeg: 90 }))).not.toBe(trueMm(at()));
    expect(trueMm(at({ angleDeg: 180 }))).toBeCloseTo(trueMm(at()), 12);
  });
  it('are under by what was ground, of that group alone', () => {
    expect(Math.abs(trueMm(at({ works: [GROUND] })) - 53.73)).toBeLessThan(0.01);
    expect(trueMm(at({ feature: 'pin.2', works: [GROUND] }))).toBe(trueMm(at({ feature: 'pin.2' })));
  });
  it('run out most in the middle of the crank, less after a push that did not spring back wholly, not at all once ground', () => {
    const middle = turnOf({});
    const off = ({ eccentricityMm: { re, im } }: typeof middle): number => Math.hypot(re, im);
    expect(off(middle)).toBeGreaterThan(0.025);
    expect(off(turnOf({ feature: 'main.1', alongRatio: 0 }))).toBeLessThan(0.012);
    const push = (pressedMm: number): CrankWork => ({ kind: 'push', main: 2, pressedMm, highAtDeg: 0 });
    expect(off(turnOf({ works: [push(0.5)] }))).toBeCloseTo(off(middle), 9);
    expect(off(turnOf({ works: [push(1.2)] }))).toBeLessThan(off(middle) - 0.01);
    expect(off(turnOf({ works: [GROUND] }))).toBeCloseTo(0, 9);
    // The short way finds what the turn finds: half of what lies between highest and lowest.
    const high = trueMm(at({ quantity: 'runOutHigh', angleDeg: null, depth: null }));
    expect(high).toBeCloseTo(off(middle), 9);
    expect(trueMm(at({ quantity: 'runOutLow', angleDeg: null, depth: null }))).toBeCloseTo(-high, 12);
  });
});

describe('the dial', () => {
  const settled = (dial: Dial, nowS: number): number => {
    const shown = dial.show(nowS);
    expect(shown.stable).toBe(true);
    return shown.mm;
  };
  it('shows how far a part lies from what it was set at, its own way round', () => {
    for (const sign of [1, -1] as const) {
      const dial = new Dial({ ...USUAL_CHARACTER, sign, playMm: 0, noiseMm: 0, driftMmPerMin: 0 });
      dial.set(53.98, 0);
      expect(settled(dial, 9)).toBe(0);
      dial.place(at(), 10);
      expect(dial.show(10.01).stable).toBe(false);
      expect(settled(dial, 20)).toBeCloseTo(sign * (trueMm(at()) - 53.98), 3);
      dial.lift(21);
      expect(dial.show(40).stable).toBe(false);
    }
  });
  it('drifts away from its zero, and is turned back to it', () => {
    const dial = new Dial({ ...USUAL_CHARACTER, driftMmPerMin: 0.01, noiseMm: 0 });
    dial.set(54, 0);
    expect(settled(dial, 60)).toBeCloseTo(0.01, 9);
    dial.zero(60);
    expect(settled(dial, 60)).toBeCloseTo(0, 9);
  });
  it('has play, and reads a warm part too large by what it grew', () => {
    const still = { ...USUAL_CHARACTER, noiseMm: 0, driftMmPerMin: 0, divisionMm: 0.0001 };
    const dial = new Dial(still);
    dial.set(53.98, 0);
    const placed = [10, 20, 30].map((nowS) => {
      dial.place(at(), nowS);
      return settled(dial, nowS + 9);
    });
    expect(new Set(placed).size).toBeGreaterThan(1);
    const warm = new Dial({ ...still, playMm: 0, partC: 32 });
    warm.set(53.98, 0);
    warm.place(at(), 1);
    const grownMm = warmthMm(53.98, { metal: 'steel', celsius: 32 }, { metal: 'steel', celsius: 20 });
    expect(settled(warm, 20)).toBeCloseTo(trueMm(at()) - 53.98 + grownMm, 3);
  });
  it('writes lines that the usual pattern reads', () => {
    const read = gaugeLineReader(USUAL_GAUGE_TEMPLATES[0]!);
    expect(read(gaugeLine({ mm: -0.012, stable: true }))).toEqual({ mm: -0.012, stable: true });
    expect(read(gaugeLine({ mm: 0.1234, stable: false }))).toEqual({ mm: 0.1234, stable: false });
  });
});

/** What a test opened, closed also where it failed. */
const onTestEnd: (() => void)[] = [];
afterEach(() => onTestEnd.splice(0).forEach((close) => close()));

describe('its line', () => {
  it('is told by loopback, speaks to whoever listens, and answers what it cannot do with a sentence', async () => {
    const server = await listen({ port: 0, hurry: 50 });
    const socket = connect({ host: '127.0.0.1', port: (server.address() as AddressInfo).port });
    const lines = createInterface({ input: socket });
    const ask = async (line: string): Promise<string> => {
      socket.write(`${line}\n`);
      return ((await once(lines, 'line')) as [string])[0];
    };
    onTestEnd.push(() => {
      socket.destroy();
      server.close();
    });
    expect(await ask('SET {"setMm":53.98}')).toBe('OK');
    expect(await ask(`PLACE ${JSON.stringify(at())}`)).toBe('OK');
    expect(await ask(`PLACE ${JSON.stringify(at({ works: [GROUND] }))}`)).toBe('OK');
    expect(await ask('SET {}')).toBe('ERROR The set value is missing.');
    expect(await ask('SING')).toBe('ERROR This gauge does not know SING.');
    expect(JSON.parse(await ask('CHARACTER'))).toEqual(USUAL_CHARACTER);
    expect(await ask(`BECOME ${JSON.stringify({ ...USUAL_CHARACTER, partC: 32 })}`)).toBe('OK');
    expect(await ask('LISTEN')).toMatch(/^(ST|US),[+-] *\d+\.\d{4} mm$/);
  });
});
