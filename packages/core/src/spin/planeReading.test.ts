import fc from 'fast-check';
import { randomLcg, randomNormal } from 'd3-random';
import { fromPolar, toPolar, type Vector } from '../units/vector.js';
import { planeReading } from './planeReading.js';

const turns = (seed: number, n: number, mean: Vector, deviation: number): Vector[] => {
  const normal = randomNormal.source(randomLcg(seed))(0, deviation);
  return Array.from({ length: n }, () => ({ re: mean.re + normal(), im: mean.im + normal() }));
};

describe('planeReading', () => {
  it('averages by hand', () => {
    const reading = planeReading([
      { re: 10, im: 2 },
      { re: 12, im: -2 },
      { re: 10, im: -2 },
      { re: 12, im: 2 },
    ]);
    expect(reading.meanGmm).toEqual({ re: 11, im: 0 });
    // Variances 4/3 and 16/3, pooled 10/3; 2·3·(0.05^(−1/3) − 1) = 10.2865.
    expect(reading.radius95Gmm).toBeCloseTo(Math.sqrt(((10 / 3) * 10.2865) / 4), 3);
  });
  it('takes the longer way where the turns plainly scatter along a line', () => {
    const line = Array.from({ length: 12 }, (_, i) => ({ re: 100 + (i % 2 === 0 ? 30 : -30), im: (i % 3) - 1 }));
    // Hotelling factor 11·(0.05^(−2/10) − 1) = 9.0262 on the variance along the line, 12·900/11.
    expect(planeReading(line).radius95Gmm).toBeCloseTo(Math.sqrt(((10800 / 11) * 9.0262) / 12), 1);
  });
  it('tends to 2.45·s/√n for many turns', () => {
    const reading = planeReading(turns(0.3, 4000, { re: 100, im: 50 }, 30));
    expect(reading.radius95Gmm / ((2.4477 * 30) / Math.sqrt(4000))).toBeCloseTo(1, 1);
  });
  it.each([3, 4, 12, 60])('holds the true mean 95 times in a hundred (2000 simulated spins of %p turns)', (n) => {
    let held = 0;
    for (let i = 0; i < 2000; i += 1) {
      const reading = planeReading(turns((i + 0.5) / 2000, n, { re: 100, im: -40 }, 30));
      if (Math.hypot(reading.meanGmm.re - 100, reading.meanGmm.im + 40) <= reading.radius95Gmm) held += 1;
    }
    // Three standard errors of the count, and a little above for the readings that are taken for a line.
    expect(held / 2000).toBeGreaterThan(0.95 - 3 * Math.sqrt((0.95 * 0.05) / 2000));
    expect(held / 2000).toBeLessThan(0.97);
  });
  it('turns with the readings and scales with them', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1000 }),
        fc.double({ min: 0, max: 359, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (seed, byDeg, factor) => {
          const before = turns(seed / 1001, 20, { re: 80, im: 10 }, 20);
          const after = before.map((v) => {
            const { amount, angleDeg } = toPolar(v);
            return fromPolar(amount * factor, angleDeg + byDeg);
          });
          const [x, y] = [planeReading(before), planeReading(after)];
          expect(y.radius95Gmm).toBeCloseTo(x.radius95Gmm * factor, 6);
          expect(toPolar(y.meanGmm).amount).toBeCloseTo(toPolar(x.meanGmm).amount * factor, 6);
        },
      ),
      { seed: 11, numRuns: 50 },
    );
  });
  it('refuses too few turns, and what is no number', () => {
    expect(() => planeReading(turns(0.1, 2, { re: 1, im: 1 }, 1))).toThrow('2 turns are too few');
    expect(() => planeReading([...turns(0.1, 5, { re: 1, im: 1 }, 1), { re: Number.NaN, im: 0 }])).toThrow('A turn');
  });
});

describe('a machine that says one number a spin', () => {
  it('has the region of a scatter that is known from elsewhere', () => {
    // 95 % of a two-dimensional normal lies within √(−2·ln 0.05) = 2.448 deviations.
    expect(planeReading([{ re: 3, im: 4 }], 20)).toMatchObject({ n: 1, radius95Gmm: expect.closeTo(48.95, 2) as number });
    expect(
      planeReading(
        [
          { re: 3, im: 4 },
          { re: 5, im: 4 },
        ],
        20,
      ).radius95Gmm,
    ).toBeCloseTo(48.95 / Math.SQRT2, 2);
    expect(() => planeReading([{ re: 3, im: 4 }])).toThrow('1 turns are too few');
    expect(() => planeReading([{ re: 3, im: 4 }], 0)).toThrow('The scatter of a reading');
  });
});
