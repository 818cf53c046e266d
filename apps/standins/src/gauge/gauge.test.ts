import { once } from 'node:events';
import { connect, type AddressInfo } from 'node:net';
import { createInterface } from 'node:readline';
import { gaugeLineReader, harmonics, USUAL_GAUGE_TEMPLATES, warmthMm, type CrankWork, type Work } from '@tare/core';
import { Dial, gaugeLine, USUAL_CHARACTER } from './dial.js';
import { listen } from './listen.js';
import type { Held } from './held.js';
import { trueMm } from './trueSizes.js';

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

describe('true sizes of rods and blocks', () => {
  const bigEnd = (angleDeg: number, works: readonly Work[] = []): number =>
    trueMm(at({ feature: 'rod.3', quantity: 'bigEnd', nominalMm: 57.5, angleDeg, works }));
  const CLOSED: Work = { kind: 'closeRod', rod: 3, closedMm: 0.04, faces: 'cap' };
  it('a big end whose faces were ground is shorter along its beam alone, and round once it was honed far enough', () => {
    expect(bigEnd(0, [CLOSED])).toBeCloseTo(bigEnd(0) - 0.04, 9);
    expect(bigEnd(45, [CLOSED])).toBeCloseTo(bigEnd(45) - 0.04 / Math.SQRT2, 9);
    expect(bigEnd(90, [CLOSED])).toBeCloseTo(bigEnd(90), 9);
    expect(bigEnd(0, [{ ...CLOSED, rod: 2 }])).toBe(bigEnd(0));
    const honed: Work[] = [CLOSED, { kind: 'honeRod', rod: 3, seconds: 300 }];
    expect(bigEnd(90, honed)).toBeCloseTo(bigEnd(0, honed), 9);
    expect(bigEnd(0, honed)).toBeGreaterThan(bigEnd(0, [CLOSED]) + 0.1);
    expect(bigEnd(90, [CLOSED, { kind: 'honeRod', rod: 3, seconds: 1 }])).toBe(bigEnd(90));
  });
  const bore = (depth: number, angleDeg: number, works: readonly Work[] = []): number =>
    trueMm(at({ feature: 'bore.3', quantity: 'boreSize', nominalMm: 92, depth, angleDeg, works }));
  const BORED: Work = { kind: 'bore', overMm: 0.5, honeLeftMm: 0.06 };
  it('a bore wore most at its top and across; bored it is straight, honed at its oversize, sleeved as new', () => {
    expect(bore(1, 0)).toBeGreaterThan(bore(2, 0));
    expect(bore(2, 0)).toBeGreaterThan(bore(3, 0));
    expect(bore(1, 90)).toBeLessThan(bore(1, 0));
    expect(bore(3, 90)).toBeGreaterThan(92);
    for (const depth of [1, 2, 3]) {
      expect(Math.abs(bore(depth, 0, [BORED]) - 92.44)).toBeLessThan(0.015);
      expect(Math.abs(bore(depth, 0, [BORED, { kind: 'honeBores', overruled: '' }]) - 92.5)).toBeLessThan(0.008);
      expect(Math.abs(bore(depth, 0, [{ kind: 'sleeve', cylinder: 3 }]) - 92)).toBeLessThan(0.008);
      expect(bore(depth, 0, [{ kind: 'sleeve', cylinder: 2 }])).toBe(bore(depth, 0));
    }
  });
  it('pistons come larger once the block was bored; a ring’s gap grows by what is filed off it', () => {
    const piston = (works: readonly Work[] = []): number => trueMm(at({ feature: 'piston.1', quantity: 'pistonSize', nominalMm: 91.95, works }));
    expect(Math.abs(piston() - 91.95)).toBeLessThan(0.03);
    expect(Math.abs(piston([BORED]) - 92.45)).toBeLessThan(0.03);
    const gap = (depth: number, works: readonly Work[] = []): number =>
      trueMm(at({ feature: 'bore.1', quantity: 'ringGap', nominalMm: 0.4, depth, works }));
    const filed: Work = { kind: 'fileRing', cylinder: 1, ring: 2, takenMm: 0.05 };
    expect(gap(2, [BORED, filed])).toBeCloseTo(gap(2, [BORED]) + 0.05, 9);
    expect(gap(1, [BORED, filed])).toBe(gap(1, [BORED]));
    expect(gap(2, [filed, BORED])).toBe(gap(2, [BORED]));
  });
  it('a deck leans until a cut is deep enough, which lies that far under its highest corner', () => {
    const corners = (works: readonly Work[] = []): number[] =>
      [1, 2].flatMap((depth) =>
        [0, 180].map((angleDeg) => trueMm(at({ feature: 'deck.1', quantity: 'deckHeight', nominalMm: 230, depth, angleDeg, works }))),
      );
    const before = corners();
    const highest = Math.max(...before);
    expect(highest - Math.min(...before)).toBeGreaterThan(0.001);
    expect(corners([{ kind: 'deck', bank: 1, takenMm: 0.15 }])).toEqual(before.map((): unknown => expect.closeTo(highest - 0.15, 9)));
    expect(Math.max(...corners([{ kind: 'deck', bank: 1, takenMm: 0.001 }]))).toBeCloseTo(highest - 0.001, 9);
    expect(Math.min(...corners([{ kind: 'deck', bank: 1, takenMm: 0.001 }]))).toBe(Math.min(...before));
    expect(corners([{ kind: 'deck', bank: 2, takenMm: 0.15 }])).toEqual(before);
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
    expect(await ask('SET {"setMm":53.98}')).toMatch(/^OK \d+$/);
    expect(await ask(`PLACE ${JSON.stringify(at())}`)).toMatch(/^OK \d+$/);
    expect(await ask(`PLACE ${JSON.stringify(at({ works: [GROUND] }))}`)).toMatch(/^OK \d+$/);
    expect(await ask('SET {}')).toBe('ERROR The set value is missing.');
    expect(await ask('SING')).toBe('ERROR This gauge does not know SING.');
    expect(JSON.parse(await ask('CHARACTER'))).toEqual(USUAL_CHARACTER);
    expect(await ask(`BECOME ${JSON.stringify({ ...USUAL_CHARACTER, partC: 32 })}`)).toMatch(/^OK \d+$/);
    expect(await ask('LISTEN')).toMatch(/^MOVED \d+$/);
    expect(((await once(lines, 'line')) as [string])[0]).toMatch(/^(ST|US),[+-] *\d+\.\d{4} mm$/);
  });
});
