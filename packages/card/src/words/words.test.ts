import { degrees, fixed, gramsAt } from './numbers.js';
import { count, missingWords, timesIn100 } from './names.js';

describe('numbers as they stand at the bench', () => {
  it('never writes minus nothing', () => {
    expect(fixed(-0.04, 1)).toBe('0.0');
    expect(fixed(-0.06, 1)).toBe('\u22120.1');
    expect(fixed(-0, 2)).toBe('0.00');
  });
  it('keeps angles under 360 after rounding', () => {
    expect(degrees(359.7)).toBe('0°');
    expect(degrees(359.7, 1)).toBe('359.7°');
  });
  it('gives grams of unbalance their radius', () => {
    expect(gramsAt(2733, 85)).toBe('32.15 g at 85 mm');
  });
});

it('names what is missing, and counts the rest', () => {
  const missing = Array.from({ length: 8 }, (_, i) => ({ kind: 'rod' as const, cylinder: i + 1, why: 'noEnds' as const }));
  expect(missingWords(missing)).toBe(
    'rod 1 (its ends), rod 2 (its ends), rod 3 (its ends), rod 4 (its ends), rod 5 (its ends), rod 6 (its ends) and 2 more',
  );
  expect(missingWords([{ kind: 'pin', cylinder: 3, why: 'cutSince' }])).toBe('pin 3 (cut since)');
});

it('says a chance as people do, never surely', () => {
  expect([0, 0.004, 0.01, 0.02, 0.5, 0.98, 0.994, 0.996, 1].map(timesIn100)).toEqual([
    'less than 1 time in 100',
    'less than 1 time in 100',
    '1 time in 100',
    '2 times in 100',
    '50 times in 100',
    '98 times in 100',
    '99 times in 100',
    'more than 99 times in 100',
    'more than 99 times in 100',
  ]);
});
it('counts none, one and two', () => {
  expect([0, 1, 2].map((n) => count(n, 'hole'))).toEqual(['0 holes', '1 hole', '2 holes']);
});
