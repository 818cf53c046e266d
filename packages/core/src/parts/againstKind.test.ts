import fc from 'fast-check';
import { againstKind } from './againstKind.js';

const pistons = [612, 611.8, 612.3, 612.1];
const of = (valueG: number, othersG: readonly number[] = pistons) => againstKind('piston', 'mass', othersG, valueG, 0.1);

describe('a reading against its kind', () => {
  it('typed in kilograms, ounces or with a slipped point is asked about, and the slip offered', () => {
    expect(of(0.842, [])).toMatchObject({ meantG: 842, slip: 'in kilograms' });
    expect(of(61.2)).toMatchObject({ meantG: 612, slip: 'with its point a place further' });
    expect(of(21.59)?.meantG).toBeCloseTo(612.07, 1);
    expect(of(0.6121)?.meantG).toBeCloseTo(612.1, 9);
    expect(of(6121)).toMatchObject({ meantG: 612.1, slip: 'with its point a place nearer' });
  });
  it('with two digits exchanged is asked about, and the exchange offered that lands among the others', () => {
    const exchanged = (valueG: number, exchangedG: readonly number[], othersG = pistons) =>
      againstKind('piston', 'mass', othersG, valueG, 0.1, exchangedG);
    // 162.2 for 612.2; 126.2 would not be one of them.
    expect(exchanged(162.2, [612.2, 126.2])).toMatchObject({ meantG: 612.2, slip: 'with two digits exchanged' });
    expect(exchanged(621.2, [261.2, 612.2])).toMatchObject({ meantG: 612.2 });
    // Among the others, but as far from them as what was typed.
    expect(exchanged(621.2, [639.1])).toMatchObject({ meantG: null, slip: '' });
    // A whole factor is the likelier slip.
    expect(exchanged(61.2, [612])).toMatchObject({ slip: 'with its point a place further' });
  });
  it('that no slip explains is asked about all the same', () => {
    expect(of(150)).toMatchObject({ meantG: null });
    expect(of(620)?.sentence).toContain('lies 7.95 g from the others, which lie within 0.5 g');
  });
  it('that lies where its kind lies is not', () => {
    expect([612.4, 610, 614.9].map((g) => of(g))).toEqual([null, null, null]);
    // Two others do not say how far apart parts lie.
    expect(of(640, [612, 612.1])).toBeNull();
    expect(againstKind('rod', 'smallEnd', [], 12, 0.1)).toBeNull();
  });
  it('whatever is within the others is never asked about', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 600, max: 640, noNaN: true }), { minLength: 1, maxLength: 8 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (others, at) => {
          const [low, high] = [Math.min(...others), Math.max(...others)];
          expect(of(low + at * (high - low), others)).toBeNull();
        },
      ),
      { seed: 31 },
    );
  });
});
