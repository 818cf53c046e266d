import fc from 'fast-check';
import { pooledDeviation } from './pooledDeviation.js';
import { rodEnds, type RodWeighing } from './rodClosure.js';
import { summariseReadings } from './summariseReadings.js';
import { readingComplaint } from '../parts/weightLimits.js';

describe('summariseReadings', () => {
  it('agrees with a worked example by hand', () => {
    // Σ = 40, mean 5, Σ(x − 5)² = 32, s² = 32/7.
    const summary = summariseReadings([2, 4, 4, 4, 5, 5, 7, 9]);
    expect(summary.meanG).toBe(5);
    expect(summary.spreadG).toBe(7);
    expect(summary.deviationG).toBeCloseTo(Math.sqrt(32 / 7), 12);
    expect(summary.standardErrorG).toBeCloseTo(Math.sqrt(32 / 7 / 8), 12);
  });
  it('knows no scatter from one placement', () => {
    expect(summariseReadings([612.4])).toEqual({ n: 1, meanG: 612.4, spreadG: 0, deviationG: null, standardErrorG: null });
  });
  it('refuses none, and what is no number', () => {
    expect(() => summariseReadings([])).toThrow('no reading');
    expect(() => summariseReadings([1, Number.NaN])).toThrow('reading');
  });
  it('moves with the readings and scales with them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 1000, noNaN: true }), { minLength: 2, maxLength: 12 }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (readings, factor) => {
          const before = summariseReadings(readings);
          const after = summariseReadings(readings.map((g) => g * factor + 5));
          expect(after.meanG).toBeCloseTo(before.meanG * factor + 5, 6);
          expect(after.deviationG!).toBeCloseTo(before.deviationG! * factor, 6);
        },
      ),
      { seed: 3 },
    );
  });
});

describe('pooledDeviation', () => {
  it('weights by degrees of freedom: √((2·0.1² + 4·0.2²)/6)', () => {
    const of = (n: number, deviationG: number | null) => ({ n, meanG: 1, spreadG: 0, deviationG, standardErrorG: null });
    const pooled = pooledDeviation([of(3, 0.1), of(5, 0.2), of(1, null)]);
    expect(pooled?.deviationG).toBeCloseTo(Math.sqrt(0.18 / 6), 12);
    expect(pooled?.degreesOfFreedom).toBe(6);
    expect(pooledDeviation([of(1, null)])).toBeNull();
  });
});

describe('rodEnds', () => {
  const w = (meanG: number, varianceG2: number): RodWeighing => ({ meanG, varianceG2 });

  it('shares a closure error by variance, by hand', () => {
    // c = 450.3 + 180.0 − 630.0 = 0.3; V = 0.01 + 0.04 + 0.01 = 0.06.
    const rod = rodEnds({ total: w(630, 0.01), bigEnd: w(450.3, 0.01), smallEnd: w(180, 0.04) });
    expect(rod).toMatchObject({ kind: 'adjusted', closes: true });
    if (rod.kind !== 'adjusted') throw new Error('not adjusted');
    expect(rod.closureG).toBeCloseTo(0.3, 12);
    expect(rod.bigEndG).toBeCloseTo(450.25, 12);
    expect(rod.smallEndG).toBeCloseTo(179.8, 12);
    expect(rod.totalG).toBeCloseTo(630.05, 12);
    expect(rod.closureBoundG).toBeCloseTo(1.959964 * Math.sqrt(0.06), 9);
  });

  it('is the least-squares answer: no other adjustment that adds up costs less', () => {
    const input = { total: w(630, 0.02), bigEnd: w(449.1, 0.03), smallEnd: w(180.4, 0.07) };
    const rod = rodEnds(input);
    if (rod.kind !== 'adjusted') throw new Error('not adjusted');
    const cost = (big: number, small: number): number => (big - 449.1) ** 2 / 0.03 + (small - 180.4) ** 2 / 0.07 + (big + small - 630) ** 2 / 0.02;
    const least = cost(rod.bigEndG, rod.smallEndG);
    for (let i = -20; i <= 20; i += 1) {
      for (let j = -20; j <= 20; j += 1) expect(cost(rod.bigEndG + i / 50, rod.smallEndG + j / 50)).toBeGreaterThanOrEqual(least - 1e-9);
    }
  });

  it('always adds up', () => {
    const weighing = fc.record({ meanG: fc.double({ min: 50, max: 900, noNaN: true }), varianceG2: fc.double({ min: 1e-4, max: 1, noNaN: true }) });
    fc.assert(
      fc.property(weighing, weighing, weighing, (total, bigEnd, smallEnd) => {
        const rod = rodEnds({ total, bigEnd, smallEnd });
        if (rod.kind !== 'adjusted') throw new Error('not adjusted');
        expect(rod.bigEndG + rod.smallEndG).toBeCloseTo(rod.totalG, 8);
      }),
      { seed: 4 },
    );
  });

  it('says when the ends do not add up', () => {
    expect(rodEnds({ total: w(630, 0.001), bigEnd: w(452, 0.001), smallEnd: w(180, 0.001) })).toMatchObject({ closes: false });
  });
  it('derives the third from two, and makes nothing up from one', () => {
    expect(rodEnds({ total: w(630, 1), bigEnd: null, smallEnd: w(180, 1) })).toMatchObject({ kind: 'derived', bigEndG: 450, derived: 'bigEnd' });
    expect(rodEnds({ total: w(630, 1), bigEnd: w(450, 1), smallEnd: null })).toMatchObject({ smallEndG: 180, derived: 'smallEnd' });
    expect(rodEnds({ total: null, bigEnd: w(450, 1), smallEnd: w(180, 1) })).toMatchObject({ totalG: 630, derived: 'total' });
    expect(rodEnds({ total: w(630, 1), bigEnd: null, smallEnd: null })).toEqual({ kind: 'unknown', totalG: 630, missing: ['bigEnd', 'smallEnd'] });
    // A big end of 425 on a rod of 400 leaves no small end.
    expect(rodEnds({ total: w(400, 1), bigEnd: w(425, 1), smallEnd: null })).toEqual({
      kind: 'unknown',
      totalG: 400,
      missing: ['smallEnd'],
      impossible: true,
    });
  });
  it('refuses a variance of nothing', () => {
    expect(() => rodEnds({ total: w(630, 0), bigEnd: null, smallEnd: null })).toThrow('variance');
  });
});

describe('readingComplaint', () => {
  it('believes parts and doubts slips', () => {
    expect(readingComplaint('piston', 'mass', 612.4)).toBeNull();
    expect(readingComplaint('piston', 'mass', 40000)).toContain('more than Tare believes of a piston');
    expect(readingComplaint('rod', 'bigEnd', 40000)).toContain('one end of a rod');
    expect(readingComplaint('pin', 'mass', -3)).toContain('cannot be');
    expect(readingComplaint('pin', 'mass', 0)).toContain('cannot be');
    expect(readingComplaint('pin', 'mass', Number.NaN)).toContain('number of grams');
  });
});
