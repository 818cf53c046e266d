import fc from 'fast-check';
import { add, fromPolar, toPolar } from '../units/vector.js';
import { hungUnbalance } from '../estimate/hungPieces.js';
import { firstWeights, secondWeights, weightDoubt, type TrialWeight } from './weightProposal.js';

const PLANES = { zAMm: 0, zBMm: 400, radiusAMm: 85, radiusBMm: 80 };
const crank = (a: number, aDeg: number, b: number, bDeg: number) => ({ aGmm: fromPolar(85 * a, aDeg), bGmm: fromPolar(80 * b, bDeg) });
const piece = (name: string, massG: number): TrialWeight => ({ name, massG, deviationG: 0.05 });

describe('known weights for two spins', () => {
  it('are about what stands there, 20 to 60 g, 135° past the heavy spot', () => {
    const { a, b, fromShop } = firstWeights(crank(79, 186, 12, 22), PLANES, []);
    expect(fromShop).toBe(false);
    expect(a).toMatchObject({ massG: 60, at: 'A', radiusMm: 85, angleDeg: 320 });
    expect(b).toMatchObject({ massG: 20, at: 'B', radiusMm: 80, angleDeg: 155 });
  });
  it('are pieces of the shop where two serve, and never one piece twice', () => {
    const { a, b, fromShop } = firstWeights(crank(50, 0, 40, 90), PLANES, [
      piece('small', 10),
      piece('one', 38),
      piece('two', 52),
      piece('big', 300),
    ]);
    expect(fromShop).toBe(true);
    expect([a.name, b.name]).toEqual(['two', 'one']);
    expect(firstWeights(crank(50, 0, 40, 90), PLANES, [piece('one', 45)]).fromShop).toBe(false);
  });
  it('change ends and stand a quarter turn further on', () => {
    const first = firstWeights(crank(50, 0, 40, 90), PLANES, [piece('one', 38), piece('two', 52)]);
    const second = secondWeights(first, PLANES);
    expect([second.a.name, second.b.name]).toEqual(['one', 'two']);
    expect(second.a.angleDeg).toBe((first.a.angleDeg + 90) % 360);
    expect(second.b.angleDeg).toBe((first.b.angleDeg + 90) % 360);
    expect(second.b.radiusMm).toBe(80);
  });
  it('never make the crank turn harder than it did bare', () => {
    const grams = fc.double({ min: 20, max: 60, noNaN: true });
    const angle = fc.double({ min: 0, max: 359, noNaN: true });
    fc.assert(
      fc.property(grams, angle, grams, angle, (ga, da, gb, db) => {
        const bare = crank(ga, da, gb, db);
        const first = firstWeights(bare, PLANES, []);
        for (const { a, b } of [first, secondWeights(first, PLANES)]) {
          const hung = hungUnbalance([a, b], PLANES);
          // A changed weight may be a few times what stands at its new end: it still hangs away from the heavy spot.
          if (a.massG <= 1.2 * ga) expect(toPolar(add(bare.aGmm, hung.aGmm)).amount).toBeLessThan(toPolar(bare.aGmm).amount);
          if (b.massG <= 1.2 * gb) expect(toPolar(add(bare.bGmm, hung.bGmm)).amount).toBeLessThan(toPolar(bare.bGmm).amount);
        }
      }),
    );
  });
  it('says what is wrong with others: too light, at one end, the same place twice', () => {
    const bare = crank(79, 186, 55, 22);
    const { a, b } = firstWeights(bare, PLANES, []);
    expect(weightDoubt([a, b], bare, PLANES, null)).toBeNull();
    expect(weightDoubt([{ ...a, massG: 5 }, b], bare, PLANES, null)).toMatchObject({ kind: 'tooLight', at: 'A', wantedG: 60 });
    expect(weightDoubt([a], bare, PLANES, null)).toEqual({ kind: 'oneEnd' });
    expect(weightDoubt([a, b], bare, PLANES, [a, b])).toEqual({ kind: 'samePlace' });
  });
});
