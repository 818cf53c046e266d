import fc from 'fast-check';
import type { BobBox, BobPiece, BuiltBob } from './box.js';
import { judgeWeighIn } from './weighIn.js';

const piece = (massG: number, count: number): BobPiece => ({ id: `p${massG}`, name: `${massG} g`, massG, thicknessMm: 4, count });
const box: BobBox = { clamps: [], pieces: [piece(500, 8), piece(80, 8), piece(9, 8), piece(7.2, 8), piece(0.6, 8)] };
const built = (stack: BuiltBob['stack']): BuiltBob => ({ index: 0, clampId: 'c', stack, stackMm: 8, halfG: 909, totalG: 1818, offG: 0 });
const bob = built([
  { pieceId: 'p500', each: 1 },
  { pieceId: 'p9', each: 1 },
]);
const leftOf = ({ pieces }: BobBox, { stack }: BuiltBob): Map<string, number> =>
  new Map(pieces.map(({ id, count }) => [id, count - 2 * (stack.find(({ pieceId }) => pieceId === id)?.each ?? 0)]));
const left = leftOf(box, bob);
const whole = (wholeG: number) => ({ halfAG: null, halfBG: null, wholeG });

describe('a finished bob on the scale', () => {
  it('is accepted within the limit with halves that agree', () => {
    expect(judgeWeighIn({ halfAG: 909.1, halfBG: 909.2, wholeG: null }, 1818, 0.5, bob, box, left)).toMatchObject({ accepted: true, advice: null });
    expect(judgeWeighIn({ halfAG: null, halfBG: null, wholeG: null }, 1818, 0.5, bob, box, left).accepted).toBeNull();
  });
  it('is brought inside by the fewest pieces', () => {
    expect(judgeWeighIn(whole(1821.6), 1818, 0.5, bob, box, left).advice).toMatchObject({
      kind: 'change',
      alike: true,
      a: { offIds: ['p9'], onIds: ['p7.2'] },
      wholeThenG: expect.closeTo(1818, 9) as number,
    });
    expect(judgeWeighIn({ halfAG: 908.4, halfBG: 909, wholeG: null }, 1818, 0.5, bob, box, left).advice).toMatchObject({
      kind: 'change',
      alike: false,
      a: { offIds: [], onIds: ['p0.6'] },
      b: { offIds: [], onIds: [] },
    });
  });
  it('never goes past: what lands outside is no advice', () => {
    // 1905.0 for 1906.0 ± 0.5: the box has nothing of half a gram a half, and no exchange makes it.
    const coarse: BobBox = { clamps: [], pieces: [piece(500, 8), piece(9, 8), piece(20, 8)] };
    expect(judgeWeighIn(whole(1905), 1906, 0.5, bob, coarse, leftOf(coarse, bob)).advice).toEqual({ kind: 'cannot', nearestG: 1905 });
  });
  it('says of a bob built by hand what would have to come off, not which piece', () => {
    expect(judgeWeighIn(whole(1819), 1818, 0.5, null, box, left).advice).toEqual({ kind: 'byHand', overG: 1 });
    expect(judgeWeighIn(whole(1816.8), 1818, 0.5, null, box, left).advice).toMatchObject({ kind: 'change', a: { onIds: ['p0.6'] } });
  });
  it('lands inside whenever any stack of the box does, and else says so (every stack tried)', () => {
    const anything = fc.record({
      masses: fc.uniqueArray(fc.integer({ min: 3, max: 400 }), { minLength: 1, maxLength: 4 }),
      counts: fc.array(fc.integer({ min: 0, max: 6 }), { minLength: 4, maxLength: 4 }),
      on: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 4, maxLength: 4 }),
      offG: fc.integer({ min: -400, max: 400 }),
    });
    fc.assert(
      fc.property(anything, ({ masses, counts, on, offG }) => {
        const pieces = masses.map((m, i) => piece(m / 10, counts[i]! + 2 * on[i]!));
        const stack = pieces.map(({ id }, i) => ({ pieceId: id, each: on[i]! })).filter(({ each }) => each > 0);
        const own: BobBox = { clamps: [], pieces };
        const [figureG, wholeG] = [1800, 1800 + offG / 10];
        const { accepted, advice } = judgeWeighIn(whole(wholeG), figureG, 0.5, built(stack), own, leftOf(own, built(stack)));
        if (accepted) return;
        const bareG = wholeG / 2 - pieces.reduce((sum, { massG }, i) => sum + on[i]! * massG, 0);
        let nearest = Infinity;
        const tried = (i: number, sumG: number): void => {
          if (i === pieces.length) {
            nearest = Math.min(nearest, Math.abs(2 * (bareG + sumG) - figureG));
            return;
          }
          for (let n = 0; n <= Math.floor(pieces[i]!.count / 2); n += 1) tried(i + 1, sumG + n * pieces[i]!.massG);
        };
        tried(0, 0);
        if (advice!.kind === 'cannot') {
          expect(nearest).toBeGreaterThan(0.5 - 1e-9);
          expect(Math.abs(advice!.nearestG - figureG)).toBeCloseTo(nearest, 6);
        } else {
          expect(nearest).toBeLessThan(0.5 + 1e-9);
          expect(Math.abs((advice as { wholeThenG: number }).wholeThenG - figureG)).toBeLessThan(0.5 + 1e-9);
        }
      }),
      { seed: 37, numRuns: 300 },
    );
  });
});
