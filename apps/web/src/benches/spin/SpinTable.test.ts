import { offScaleWords } from './SpinTable.js';

const off = { amount: 100, angleDeg: 0, offScale: true } as const;
const on = { amount: 88, angleDeg: 20 };

it('says of a needle that was pinned each time what it is more than, and of one that moved nothing', () => {
  expect(offScaleWords({ shown: [{ a: off, b: on }] }, 'a')).toBe('>100');
  expect(offScaleWords({ shown: [{ a: off, b: on }] }, 'b')).toBeNull();
  expect(
    offScaleWords(
      {
        shown: [
          { a: off, b: on },
          { a: on, b: on },
        ],
      },
      'a',
    ),
  ).toBeNull();
  expect(offScaleWords({ shown: null }, 'a')).toBeNull();
});
