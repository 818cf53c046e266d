import { randomLcg, randomNormal } from 'd3-random';
import type { Planes } from '../rotor/planes.js';
import { toPolar } from '../units/vector.js';
import { toFour } from './fourNumbers.js';
import { hungCovariance, hungUnbalance, type HungPiece } from './hungPieces.js';

const PLANES: Planes = { zAMm: 100, zBMm: 500, radiusAMm: 80, radiusBMm: 90 };
const piece = (more: Partial<HungPiece>): HungPiece => ({
  name: '',
  massG: 20,
  deviationG: 0.05,
  at: 'CW 1',
  zMm: 100,
  radiusMm: 80,
  angleDeg: 30,
  ...more,
});

describe('known weights', () => {
  it('count wholly in the plane they hang in', () => {
    const { aGmm, bGmm } = hungUnbalance([piece({})], PLANES);
    expect(toPolar(aGmm)).toEqual({ amount: expect.closeTo(1600, 9) as number, angleDeg: expect.closeTo(30, 9) as number });
    expect(toPolar(bGmm).amount).toBeCloseTo(0, 9);
  });

  it('count by their levers between the planes, and outside them with the far share reversed', () => {
    const between = hungUnbalance([piece({ zMm: 200 })], PLANES);
    expect([toPolar(between.aGmm).amount, toPolar(between.bGmm).amount].map((gmm) => Math.round(gmm))).toEqual([1200, 400]);
    const overhung = hungUnbalance([piece({ zMm: 600, angleDeg: 0 })], PLANES);
    expect([overhung.aGmm.re, overhung.bGmm.re].map((gmm) => Math.round(gmm))).toEqual([-400, 2000]);
  });

  it('may be off by what their scale is off by, along themselves in both planes at once: as drawn at random', () => {
    const random = randomNormal.source(randomLcg(0.4))(0, 1);
    const pieces = [piece({ zMm: 180, deviationG: 0.3 }), piece({ zMm: 560, angleDeg: 200, massG: 35, deviationG: null })];
    const told = toFour(hungUnbalance(pieces, PLANES));
    const sums = Array.from({ length: 16 }, () => 0);
    const draws = 20_000;
    for (let k = 0; k < draws; k += 1) {
      const real = toFour(
        hungUnbalance(
          pieces.map((one) => ({ ...one, massG: one.massG + (one.deviationG ?? 0.1) * random() })),
          PLANES,
        ),
      ).map((value, i) => value - told[i]!);
      for (let i = 0; i < 16; i += 1) sums[i]! += (real[i >> 2]! * real[i & 3]!) / draws;
    }
    const covariance = hungCovariance(pieces, PLANES);
    const largest = Math.max(...covariance);
    covariance.forEach((value, i) => expect(Math.abs(sums[i]! - value)).toBeLessThan(0.04 * largest));
  });

  it('weigh something and sit at a radius', () => {
    expect(() => hungUnbalance([piece({ massG: 0 })], PLANES)).toThrow('weight of a piece');
    expect(() => hungUnbalance([piece({ radiusMm: 0 })], PLANES)).toThrow('radius of a piece');
  });
});
