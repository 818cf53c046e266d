import { randomLcg, randomNormal } from 'd3-random';
import { summariseTurns } from '../spin/turnSummary.js';
import { cholesky } from './cholesky.js';
import { insideChance } from './insideChance.js';
import { chanceBeyond, radius95Of } from './laws.js';

const normal = randomNormal.source(randomLcg(0.37))(0, 1);

describe('the chance of a distance', () => {
  it('is χ² of two and four numbers where the scatter is known', () => {
    // Tables: χ²₂ 13.816 and χ²₄ 18.467 at one in a thousand.
    expect(chanceBeyond(13.816, 2, Infinity)).toBeCloseTo(0.001, 6);
    expect(chanceBeyond(18.467, 4, Infinity)).toBeCloseTo(0.001, 6);
  });
  it('is F where it was estimated', () => {
    // Tables: F(2, 10) 4.103 and F(4, 10) 3.478 at one in twenty.
    expect(chanceBeyond(2 * 4.103, 2, 10)).toBeCloseTo(0.05, 4);
    expect(chanceBeyond(4 * 3.478, 4, 10)).toBeCloseTo(0.05, 4);
  });
});

describe('the region', () => {
  it('is Rayleigh’s where the scatter is known and round, 1.96 deviations where it is a line', () => {
    expect(radius95Of({ xx: 25, xy: 0, yy: 25 })).toBeCloseTo(5 * 2.4477, 3);
    expect(radius95Of({ xx: 50, xy: 50, yy: 50 })).toBeCloseTo(10 * 1.96, 1);
  });
  it('is √(2·F(2, 2ν))·s of a round scatter with ν degrees', () => {
    // F(2, 10) 4.103 at one in twenty.
    expect(radius95Of({ xx: 9, xy: 0, yy: 9 }, [{ covariance: { xx: 9, xy: 0, yy: 9 }, freedom: 5, round: true }])).toBeCloseTo(
      3 * Math.sqrt(2 * 4.103),
      2,
    );
  });
  it.each([
    [3, 5],
    [6, 2],
    [10, 5],
    [40, 3],
  ])('of the mean of %i turns that scatter %i to one holds the truth in 93.5 to 97 of 100', (turns, ratio) => {
    const tries = 4000;
    let held = 0;
    for (let i = 0; i < tries; i += 1) {
      const seen = Array.from({ length: turns }, () => ({ re: ratio * normal(), im: normal() }));
      const re = seen.reduce((sum, v) => sum + v.re, 0) / turns;
      const im = seen.reduce((sum, v) => sum + v.im, 0) / turns;
      const over = (product: (x: number, y: number) => number): number =>
        seen.reduce((sum, v) => sum + product(v.re - re, v.im - im), 0) / (turns - 1) / turns;
      const covariance = { xx: over((x) => x * x), xy: over((x, y) => x * y), yy: over((_, y) => y * y) };
      if (Math.hypot(re, im) <= radius95Of(covariance, [{ covariance, freedom: turns - 1 }])) held += 1;
    }
    expect(held / tries).toBeGreaterThan(0.93);
    expect(held / tries).toBeLessThan(0.972);
  });
});

describe('the region of an estimated scatter and a known one together', () => {
  it.each([
    [3, 2],
    [3, 5],
    [6, 5],
  ])('holds the truth in 93 to 97 of 100: the mean of %i turns that scatter %i to one', (turns, ratio) => {
    const tries = 6000;
    let held = 0;
    for (let i = 0; i < tries; i += 1) {
      const knownDeviation = 0.4;
      const off = { re: knownDeviation * normal(), im: knownDeviation * normal() };
      const seen = Array.from({ length: turns }, () => ({ re: off.re + ratio * normal(), im: off.im + normal() }));
      const { mean, covariance } = summariseTurns(seen.map((v) => ({ aGmm: v, bGmm: { re: 0, im: 0 } })));
      const own = { xx: covariance[0]! / turns, xy: covariance[1]! / turns, yy: covariance[4]! / turns };
      const both = { ...own, xx: own.xx + knownDeviation ** 2, yy: own.yy + knownDeviation ** 2 };
      if (Math.hypot(mean.aGmm.re, mean.aGmm.im) <= radius95Of(both, [{ covariance: own, freedom: turns - 1 }])) held += 1;
    }
    expect(held / tries).toBeGreaterThan(0.93);
    expect(held / tries).toBeLessThan(0.972);
  });
});

describe('the chance that both planes are inside', () => {
  const covariance = [25, 3, 12, 0, 3, 16, 2, 9, 12, 2, 36, -4, 0, 9, -4, 20];
  const at = { aGmm: { re: 4, im: -3 }, bGmm: { re: -2, im: 6 } };
  const tolerance = { aGmm: 12, bGmm: 14 };
  it('agrees with a count over a made-up distribution', () => {
    const l = cholesky(covariance, 4);
    const tries = 40_000;
    let inside = 0;
    for (let i = 0; i < tries; i += 1) {
      const z = [normal(), normal(), normal(), normal()];
      const v = [0, 1, 2, 3].map((row) => z.reduce((sum, one, column) => sum + l[4 * row + column]! * one, 0));
      if (Math.hypot(at.aGmm.re + v[0]!, at.aGmm.im + v[1]!) < tolerance.aGmm && Math.hypot(at.bGmm.re + v[2]!, at.bGmm.im + v[3]!) < tolerance.bGmm)
        inside += 1;
    }
    expect(insideChance(at, covariance, tolerance)).toBeCloseTo(inside / tries, 2);
  });
  it('is the product where the planes err apart, each Rayleigh’s where its mean is nothing', () => {
    const apart = [9, 0, 0, 0, 0, 9, 0, 0, 0, 0, 16, 0, 0, 0, 0, 16];
    const none = { aGmm: { re: 0, im: 0 }, bGmm: { re: 0, im: 0 } };
    const rayleigh = (r: number, s: number): number => 1 - Math.exp(-(r ** 2) / (2 * s ** 2));
    expect(insideChance(none, apart, { aGmm: 5, bGmm: 9 })).toBeCloseTo(rayleigh(5, 3) * rayleigh(9, 4), 6);
  });
  it('is one far inside and nothing far outside', () => {
    expect(insideChance(at, covariance, { aGmm: 400, bGmm: 400 })).toBeCloseTo(1, 6);
    expect(insideChance({ ...at, aGmm: { re: 500, im: 0 } }, covariance, tolerance)).toBeCloseTo(0, 9);
  });
});
