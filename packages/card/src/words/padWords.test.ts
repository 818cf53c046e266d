import fc from 'fast-check';
import { padsShort, padsWords } from './padWords.js';

describe('what comes off at each pad', () => {
  it.each([
    [1.2, 2, '0.60 g from each of two pads', '2 × 0.60 g'],
    [0.1, 4, '0.03 g from two of the pads, 0.02 g from the other two', '2 × 0.03 g, 2 × 0.02 g'],
    [0.05, 2, '0.03 g from one of the pads, 0.02 g from the other', '1 × 0.03 g, 1 × 0.02 g'],
    [0, 2, '0.00 g from each of two pads', '2 × 0.00 g'],
  ])('of %p g at %p pads is %p', (removalG, pads, words, short) => {
    expect([padsWords(removalG, pads), padsShort(removalG, pads)]).toEqual([words, short]);
  });
  it('adds up to what is asked, to a hundredth', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 40, noNaN: true }), fc.constantFrom(1, 2, 4), (removalG, pads) => {
        const sum = padsShort(removalG, pads)
          .split(', ')
          .map((one) => one.split(' × '))
          .reduce((all, [n, grams]) => all + Number(n) * Number.parseFloat(grams!), 0);
        expect(sum).toBeCloseTo(Math.round(removalG * 100) / 100, 6);
      }),
    );
  });
});
