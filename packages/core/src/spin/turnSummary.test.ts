import fc from 'fast-check';
import { movePlanes, type Planes, type PlaneUnbalance } from '../rotor/planes.js';
import { scale, subtract, sumOf, type Vector } from '../units/vector.js';
import { moveTurns, summariseTurns, turnsInPlane, type PlaneTurns } from './turnSummary.js';

const number = fc.double({ min: -5000, max: 5000, noNaN: true });
const vector = fc.record({ re: number, im: number });
const turns = fc.array(fc.record({ aGmm: vector, bGmm: vector }), { minLength: 3, maxLength: 40 });
const planes: fc.Arbitrary<Planes> = fc
  .record({ zAMm: fc.integer({ min: -400, max: 0 }), spanMm: fc.integer({ min: 40, max: 800 }) })
  .map(({ zAMm, spanMm }) => ({ zAMm, zBMm: zAMm + spanMm, radiusAMm: 85, radiusBMm: 80 }));

/** Nearer than this share of the largest number at hand is the same: sums in another order. */
const near = (value: number, scale: number): unknown => expect.closeTo(value, Math.max(0, 8 - Math.ceil(Math.log10(1 + scale))));

/** Mean and sample covariance of one plane, turn by turn. */
function byHand(own: readonly Vector[]): Omit<PlaneTurns, 'n'> {
  const meanGmm = scale(sumOf(own), 1 / own.length);
  const off = own.map((turn) => subtract(turn, meanGmm));
  const over = (product: (v: Vector) => number): number => off.reduce((sum, v) => sum + product(v), 0) / (own.length - 1);
  return { meanGmm, xx: over((v) => v.re ** 2), xy: over((v) => v.re * v.im), yy: over((v) => v.im ** 2) };
}

describe('a summary of turns', () => {
  it('says of each plane what the turns themselves say, in any planes, whatever hung there', () => {
    fc.assert(
      fc.property(turns, planes, planes, vector, (own, from, to, weight) => {
        const hung: PlaneUnbalance = { aGmm: weight, bGmm: { re: weight.im, im: weight.re } };
        const moved = moveTurns(summariseTurns(own), from, to);
        for (const plane of ['aGmm', 'bGmm'] as const) {
          const oneByOne = byHand(own.map((turn) => subtract(movePlanes(turn, from, to)[plane], hung[plane])));
          const together = turnsInPlane(moved, plane, hung);
          const size = 5000 * (1 + Math.abs(from.zAMm - to.zAMm) / (to.zBMm - to.zAMm)) * 20;
          expect(together).toEqual({
            n: own.length,
            meanGmm: { re: near(oneByOne.meanGmm.re, size), im: near(oneByOne.meanGmm.im, size) },
            xx: near(oneByOne.xx, size ** 2),
            xy: near(oneByOne.xy, size ** 2),
            yy: near(oneByOne.yy, size ** 2),
          });
        }
      }),
      { seed: 12, numRuns: 200 },
    );
  });
  it('comes back from planes and back', () => {
    fc.assert(
      fc.property(turns, planes, planes, (own, from, to) => {
        const summary = summariseTurns(own);
        const back = moveTurns(moveTurns(summary, from, to), to, from);
        summary.covariance.forEach((value, i) => expect(back.covariance[i]! - value).toBeCloseTo(0, 1));
        expect(back.mean.aGmm.re).toBeCloseTo(summary.mean.aGmm.re, 6);
      }),
      { seed: 13, numRuns: 100 },
    );
  });
  it('has the sample covariance, and none for one turn', () => {
    const at = (re: number, im: number) => ({ aGmm: { re, im }, bGmm: { re: 2 * re, im: 0 } });
    // Deviations −1, 0, 1 and 1, −2, 1: variances 1 and 3, covariance 0; B re is twice A re.
    expect(summariseTurns([at(1, 4), at(2, 1), at(3, 4)])).toEqual({
      n: 3,
      mean: at(2, 3),
      covariance: [1, 0, 2, 0, 3, 0, 0, 4, 0, 0],
    });
    expect(summariseTurns([at(1, 4)]).covariance).toEqual(Array(10).fill(0));
  });
  it('refuses nothing at all, and what is no number', () => {
    expect(() => summariseTurns([])).toThrow('at least one turn');
    expect(() => summariseTurns([{ aGmm: { re: Number.NaN, im: 0 }, bGmm: { re: 0, im: 0 } }])).toThrow('Turn 1 is not a number.');
  });
});
