import { degrees, fixed, gramsAt } from './numbers.js';
import { missingWords } from './names.js';

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
