import fc from 'fast-check';
import { weighedJob } from '../../job/testing/weighedJob.js';
import type { GaugeSettingFact, MadeReady, MeasurementFact, Quantity, WorkFact } from '../inspectFacts.js';
import { NOTHING_MADE_READY } from '../madeReady.js';
import { madeUpRodLimits } from '../testing/madeUpLimits.js';
import { boltFigures, torquesDiffer } from './bolts.js';
import { afterClosing, closingFor, stockAcrossMm, type DirectedSize } from './closing.js';
import { honeRate, honingFor } from './honing.js';
import { aimMm, rodsFigures } from './rodFigures.js';
import type { RodWork } from './rodFacts.js';

/** The independent computation's big end: along, 45°, across, −45° at two depths. */
const WORN = [
  [0, 56.53],
  [45, 56.52],
  [90, 56.504],
  [135, 56.518],
  [0, 56.527],
  [45, 56.519],
  [90, 56.503],
  [135, 56.516],
] as const;
const sizes = WORN.map(([fromBeamDeg, mm]): DirectedSize => ({ fromBeamDeg, mm }));

describe('closing a big end', () => {
  it('comes to 0.048, decided at 45°, and the rod ends 0.024 shorter (independent computation)', () => {
    const { closeMm, decidesDeg, shorterMm } = closingFor(sizes, 56.506, 0.02);
    expect(closeMm).toBeCloseTo(0.034 * Math.SQRT2, 9);
    expect(decidesDeg).toBe(45);
    expect(shorterMm).toBeCloseTo(0.024, 3);
  });
  it('leaves the stock in every direction but across, where it adds none', () => {
    const { closeMm } = closingFor(sizes, 56.506, 0.02);
    const after = afterClosing(sizes, closeMm);
    for (const { fromBeamDeg, mm } of after) if (fromBeamDeg !== 90) expect(mm).toBeLessThanOrEqual(56.506 - 0.02 + 1e-9);
    expect(after.find(({ fromBeamDeg }) => fromBeamDeg === 90)!.mm).toBeCloseTo(56.504, 12);
    expect(stockAcrossMm(after, 56.506)).toBeCloseTo(0.002, 9);
    expect(stockAcrossMm([{ fromBeamDeg: 0, mm: 56 }], 56.506)).toBeNull();
    expect(() => closingFor([{ fromBeamDeg: 90, mm: 56.5 }], 56.506, 0.02)).toThrow('read along its beam');
  });
  it('is nothing where there is stock enough, more for more stock, and the same counted from the other side of the beam', () => {
    expect(closingFor([{ fromBeamDeg: 0, mm: 56.4 }], 56.506, 0.02).closeMm).toBe(0);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 56.48, max: 56.56, noNaN: true }), { minLength: 3, maxLength: 3 }),
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        (mm, stock) => {
          const own = [0, 45, 135].map((fromBeamDeg, i) => ({ fromBeamDeg, mm: mm[i]! }));
          const one = closingFor(own, 56.506, stock);
          expect(closingFor(own, 56.506, stock + 0.01).closeMm).toBeGreaterThanOrEqual(one.closeMm);
          const turned = own.map(({ fromBeamDeg, mm: d }) => ({ fromBeamDeg: fromBeamDeg + 180, mm: d }));
          expect(closingFor(turned, 56.506, stock).closeMm).toBeCloseTo(one.closeMm, 9);
          // Brute force: the first of small steps that leaves the stock everywhere.
          let c = 0;
          while (afterClosing(own, c).some((d) => d.mm > 56.506 - stock + 1e-9)) c += 1e-4;
          expect(Math.abs(c - one.closeMm)).toBeLessThan(1.1e-4);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('honing', () => {
  it('learns what it takes a second, with its error, and stops at seven tenths', () => {
    expect(honeRate([])).toBeNull();
    expect(honeRate([{ seconds: 20, takenMm: 0.01 }])).toEqual({ mmPerS: 0.0005, deviationMmPerS: null, stints: 1 });
    const rate = honeRate([
      { seconds: 20, takenMm: 0.01 },
      { seconds: 20, takenMm: 0.012 },
      { seconds: 0, takenMm: 1 },
    ])!;
    expect(rate.mmPerS).toBeCloseTo(0.00055, 12);
    const { seconds, stopAtS, plusMinusS } = honingFor(0.022, rate);
    expect(seconds).toBeCloseTo(40, 9);
    expect(stopAtS).toBeCloseTo(28, 9);
    // Rates 0.0005 and 0.0006: deviation 7.07e-5, over √2 5e-5; Student's t of one degree 12.706.
    expect(plusMinusS).toBeCloseTo((12.706 * 40 * 5e-5) / 0.00055, 1);
    expect(honingFor(0.022, null).stopAtS).toBeNull();
  });
});

describe('rod bolts', () => {
  const read = (mm: number) => ({ mm, deviationMm: 0.001 });
  it('are stretched inside their band, and out where they keep it', () => {
    const bolt = boltFigures({ free: read(50), torqued: read(50.15), freeAgain: read(50.004) }, { lowMm: 0.14, highMm: 0.16 }, 0.02, 'twoSided95');
    expect(bolt).toMatchObject({
      stretchMm: expect.closeTo(0.15, 9),
      stretch: { kind: 'inside' },
      longerMm: expect.closeTo(0.004, 9),
      longer: { kind: 'inside' },
    });
    const kept = boltFigures({ free: read(50), torqued: null, freeAgain: read(50.03) }, { lowMm: 0.14, highMm: 0.16 }, 0.02, 'twoSided95');
    expect(kept).toMatchObject({ stretch: null, longer: { kind: 'outside', side: 'high' } });
  });
  it('are torqued one way at every step: 38 lb·ft is 51.52 N·m, another value or another oil is stopped', () => {
    const oil = (torqueNm: number, lubricant = 'engine oil') => ({ torqueNm, lubricant });
    expect(torquesDiffer({ gauging: oil(51.521), honing: oil(51.5), assembly: oil(51.5, ' Engine  OIL ') })).toBeNull();
    expect(torquesDiffer({ gauging: oil(51.5), assembly: oil(61) })).toEqual(['gauging', 'assembly']);
    expect(torquesDiffer({ honing: oil(51.5), assembly: oil(51.5, 'paste') })).toEqual(['honing', 'assembly']);
  });
});

describe('a set of rods', () => {
  const { layout } = weighedJob('v8Cross90').spec;
  const SETTING = {
    ...{ name: 'Bore gauge', divisionMm: 0.001, deviationMm: 0.0005, setValueMm: 0, sign: 1, zeroMm: 0 },
    ...{ gaugeMetal: 'steel', gaugeC: null, partC: null, zeroAfterMm: null, moved: null },
  } as GaugeSettingFact;
  let n = 0;
  const read = (
    feature: string,
    quantity: Quantity,
    indicationMm: number,
    angleDeg: number | null = null,
    depth: number | null = null,
    afterWorkId: string | null = null,
  ): MeasurementFact => ({
    id: `m${(n += 1)}`,
    ...{ feature, quantity, angleDeg, depth, indicationMm, afterWorkId, settingId: 'set', voided: false },
  });
  const bigEnd = (rod: number, mm: readonly (readonly [number, number])[], after: string | null = null): MeasurementFact[] =>
    mm.map(([angleDeg, size], i) => read(`rod.${rod}`, 'bigEnd', size, angleDeg, i < 4 ? 1 : 2, after));
  const round = (mm: number): [number, number][] => [0, 45, 90, 135, 0, 45, 90, 135].map((deg) => [deg, mm]);
  const made = (measurements: MeasurementFact[], works: WorkFact[] = [], rods: Partial<MadeReady['rods']> = {}): MadeReady => ({
    ...NOTHING_MADE_READY,
    ...{ measurements, works, settings: { set: SETTING } },
    bores: NOTHING_MADE_READY.bores,
    pinLimits: null,
    rods: { ...NOTHING_MADE_READY.rods, limits: madeUpRodLimits, ...rods },
  });
  const work = (id: string, one: RodWork): WorkFact => ({ id, work: one, afterSpinId: null });
  const row = (of: MadeReady, rod = 1) => rodsFigures(of, layout).rows[rod - 1]!;

  it('leaves a big end that is inside, closes one over or out of round, hones one under, and cannot tell near a limit', () => {
    expect(row(made(bigEnd(1, round(56.506)))).advice).toBe('leave');
    expect(row(made(bigEnd(1, round(56.525)))).advice).toBe('close');
    expect(row(made(bigEnd(1, round(56.48)))).advice).toBe('hone');
    expect(row(made(bigEnd(1, round(56.5121)))).advice).toBe('cannotYetTell');
    expect(row(made([])).advice).toBeNull();
    const worn = row(made(bigEnd(1, WORN)));
    expect(worn).toMatchObject({
      advice: 'close',
      waysOut: { faces: 'cap', closing: { closeMm: expect.closeTo(0.0481, 4) }, shells: { overMm: 0.05 } },
    });
  });
  it('closed and honed, it is what was measured: the stint teaches the next', () => {
    const works = [work('c', { kind: 'closeRod', rod: 1, closedMm: 0.048, faces: 'cap' }), work('h', { kind: 'honeRod', rod: 1, seconds: 30 })];
    const all = [...bigEnd(1, WORN), ...bigEnd(1, round(56.484), 'c'), ...bigEnd(1, round(56.5), 'h'), ...bigEnd(2, round(56.496))];
    expect(row(made(all, works.slice(0, 1))).honing).toMatchObject({ takeMm: expect.closeTo(0.022, 9), seconds: null });
    const after = rodsFigures(made(all, works), layout);
    expect(after.rate).toMatchObject({ mmPerS: expect.closeTo(0.016 / 30, 9), stints: 1 });
    expect(after.rows[1]!.honing).toMatchObject({ takeMm: expect.closeTo(0.01, 9), seconds: expect.closeTo(0.01 / (0.016 / 30), 6) });
    const crooked = [...round(56.484).filter(([deg]) => deg !== 90), [90, 56.51] as [number, number]];
    expect(row(made([...bigEnd(1, WORN), ...bigEnd(1, crooked, 'c')], works.slice(0, 1))).lacksStockMm).toBeCloseTo(0.004, 9);
  });
  it('is out where cap and rod bear other numbers, are cracked, bent, or their bolts were stretched for good; and asks for a missing number', () => {
    const inside = bigEnd(1, round(56.506));
    expect(row(made(inside, [], { numbers: { 1: { rod: '3', cap: '3' } } })).advice).toBe('leave');
    expect(row(made(inside, [], { numbers: { 1: { rod: '3', cap: '4' } } }))).toMatchObject({
      advice: 'out',
      outBecause: 'rod 3 and cap 4 do not belong together',
    });
    expect(row(made(inside, [], { numbers: { 1: { rod: '3', cap: ' ' } } }))).toMatchObject({ advice: 'leave', asks: 'what is stamped on its cap' });
    expect(row(made(inside, [], { cracks: { 1: 'at the bolt’s head' } })).outBecause).toBe('it is cracked: at the bolt’s head');
    expect(row(made([...inside, read('rod.1', 'bend', -0.09)])).outBecause).toBe('it is bent');
    expect(row(made([...inside, read('rod.1', 'boltFree', 50, null, 1), read('rod.1', 'boltFreeAgain', 50.05, null, 1)])).outBecause).toContain(
      'bolt 1 has stretched for good',
    );
    expect(row(made(inside, [], { bolts: { 1: { areNew: false, uses: 3 } } })).outBecause).toContain('torqued 3 times');
  });
  it('plans nothing while two torques contradict each other', () => {
    const torques = { gauging: { torqueNm: 51.5, lubricant: 'oil' }, honing: { torqueNm: 61, lubricant: 'oil' } };
    const { rows, torquesDiffer: differ } = rodsFigures(made(bigEnd(1, WORN), [], { torques }), layout);
    expect(differ).toEqual(['gauging', 'honing']);
    expect(rows[0]).toMatchObject({ advice: null, waysOut: null, honing: null });
  });
  it('tells what closing costs in centre distance over the set', () => {
    const centres = layout.cylinders.map((_, i) => read(`rod.${i + 1}`, 'centre', 155 + (i === 3 ? 0.03 : 0)));
    const rods = rodsFigures(made([...centres, ...bigEnd(1, WORN)]), layout);
    expect(rods.centre).toMatchObject({ spreadMm: expect.closeTo(0.03, 9), afterMm: expect.closeTo(0.03 + 0.02404, 4), isOver: true });
    expect(rodsFigures(made(bigEnd(1, WORN)), layout).centre).toMatchObject({ spreadMm: null, afterMm: expect.closeTo(0.02404, 4), isOver: false });
  });
  it('runs on its crankpin with a clearance, picks grades for its halves exactly, and names a second method that says otherwise', () => {
    const pins = [1, 2, 3, 4].flatMap((pin) => [0, 90].map((deg) => read(`pin.${pin}`, 'diameter', 52.99, deg, 1)));
    const shells = layout.cylinders.flatMap((_, i) => [read(`rod.${i + 1}`, 'upperWall', 1.735), read(`rod.${i + 1}`, 'lowerWall', 1.735)]);
    const ends = layout.cylinders.flatMap((_, i) => bigEnd(i + 1, round(56.506 + i * 0.0005)));
    const { bearings, grades, order } = rodsFigures(made([...pins, ...shells, ...ends, read('rod.2', 'clearanceSeen', 0.03)]), layout);
    expect(bearings).toHaveLength(8);
    expect(bearings[0]).toMatchObject({ rod: 1, clearanceMm: expect.closeTo(0.046, 9), verdict: { kind: 'inside' }, disagrees: false });
    expect(bearings[1]).toMatchObject({ seenMm: 0.03, disagrees: true });
    // Halves may differ: 56.506 − 52.99 − 1.735 − 1.735 = 0.046, with one thicker half 0.041, where 0.045 is aimed at.
    expect(grades.map(({ clearanceMm }) => Number(clearanceMm.toFixed(4)))).toEqual([0.046, 0.0465, 0.047, 0.0475, 0.043, 0.0435, 0.044, 0.0445]);
    expect(order).toEqual([{ grade: madeUpRodLimits.grades[0], halves: 4 }]);
  });
  it('aims where its shop does', () => {
    expect(aimMm(madeUpRodLimits)).toBeCloseTo(56.506, 9);
    expect(aimMm({ ...madeUpRodLimits, aimRatio: 0 })).toBeCloseTo(56.5, 9);
    expect(aimMm({ ...madeUpRodLimits, bigEnd: { lowMm: null, highMm: 56 } })).toBeNull();
  });
});
