import fc from 'fast-check';
import { againstOwn, apartG } from './againstOwn.js';

describe('a reading against its own placements', () => {
  it('that belongs to another measure, or to another part, is asked about', () => {
    expect(againstOwn([612], 438, 0.1)).toEqual({ sentence: '438 g, and its other placement reads 612 g.', meantG: null, slip: '' });
    expect(againstOwn([174, 174.3], 437.9, 0.1)?.sentence).toBe('437.9 g, and its other placements read about 174.15 g.');
  });
  it('is offered as what fits: another unit, a point moved, digits exchanged', () => {
    expect(againstOwn([612.1], 0.612, 0.1)).toMatchObject({ meantG: 612, slip: 'in kilograms' });
    expect(againstOwn([612.1], 61.21, 0.1)?.meantG).toBeCloseTo(612.1, 9);
    expect(againstOwn([612.1], 162.1, 0.1, [612.1, 126.1])).toMatchObject({ meantG: 612.1, slip: 'with two digits exchanged' });
  });
  it('is let be within twenty divisions, or a hundredth of what it weighs', () => {
    expect([apartG(1.6, 0.1), apartG(612, 0.1), apartG(612, 1)]).toEqual([2, 6.12, 20]);
    expect([againstOwn([1.6], 3.6, 0.1), againstOwn([612], 618.1, 0.1), againstOwn([612], 631, 1), againstOwn([], 438, 0.1)]).toEqual([
      null,
      null,
      null,
      null,
    ]);
    expect(againstOwn([1.6], 3.7, 0.1)).not.toBeNull();
  });
  it('of a tenfold scale says the same of tenfold weights', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 100, max: 700, noNaN: true }), { minLength: 1, maxLength: 5 }),
        fc.double({ min: 100, max: 700, noNaN: true }),
        (own, valueG) => {
          const tenfold = againstOwn(
            own.map((g) => 10 * g),
            10 * valueG,
            1,
          );
          // Where it stands at the limit itself, the last binary digit decides.
          fc.pre(own.every((g) => Math.abs(Math.abs(g - valueG) - apartG(g, 0.1)) > 1e-9));
          expect(tenfold === null).toBe(againstOwn(own, valueG, 0.1) === null);
        },
      ),
      { seed: 12 },
    );
  });
});
