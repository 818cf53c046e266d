import { randomLcg, randomNormal } from 'd3-random';
import { fromPolar } from '../units/vector.js';
import { isOneReading, oddReading } from './oddReading.js';

// Of 0.1 g along and 1° across.
const STEP = { a: 118, b: 82 };
const at = (a: number, aDeg: number, b: number, bDeg: number) => ({ aGmm: fromPolar(85 * a, aDeg), bGmm: fromPolar(85 * b, bDeg) });
const honest = [at(79.4, 186, 54.9, 22), at(79.2, 187, 55.1, 22), at(79.6, 186, 54.8, 21)];

describe('readings of one state', () => {
  it('lets three that scatter as readings do pass', () => {
    expect(oddReading(honest, { stepGmm: STEP, deviationGmm: null })).toBeNull();
    expect(oddReading(honest, { stepGmm: STEP, deviationGmm: 25 })).toBeNull();
    expect(oddReading(honest.slice(0, 2), { stepGmm: STEP, deviationGmm: null })).toBeNull();
  });
  it.each([
    [0, at(7.94, 186, 54.9, 22)],
    [1, at(79.2, 187, 55.1, 222)],
    [2, at(79.6, 286, 54.8, 21)],
  ])('names number %i where it was typed tenfold or at another angle', (i, slip) => {
    const readings = honest.map((one, k) => (k === i ? slip : one));
    expect(oddReading(readings, { stepGmm: STEP, deviationGmm: null })).toBe(i);
    expect(oddReading(readings, { stepGmm: STEP, deviationGmm: 25 })).toBe(i);
  });
  it('names one honest triple in 465 (independent computation)', () => {
    const normal = randomNormal.source(randomLcg(0.71))(0, 25);
    const tries = 40_000;
    let named = 0;
    for (let i = 0; i < tries; i += 1) {
      const readings = [0, 1, 2].map(() => ({ aGmm: { re: normal(), im: normal() }, bGmm: { re: normal(), im: normal() } }));
      if (oddReading(readings, { stepGmm: { a: 0, b: 0 }, deviationGmm: null }) !== null) named += 1;
    }
    expect(tries / named).toBeGreaterThan(380);
    expect(tries / named).toBeLessThan(570);
  });
  it('knows one reading typed three times, unless the scatter is finer than the display', () => {
    const same = [honest[0]!, honest[0]!, honest[0]!];
    const fine = { a: 8.5, b: 8.5 };
    expect(isOneReading(same, { stepGmm: fine, deviationGmm: null })).toBe(true);
    expect(isOneReading(same, { stepGmm: fine, deviationGmm: 25 })).toBe(true);
    expect(isOneReading(same, { stepGmm: fine, deviationGmm: 2 })).toBe(false);
    expect(isOneReading(honest, { stepGmm: STEP, deviationGmm: null })).toBe(false);
  });
});
