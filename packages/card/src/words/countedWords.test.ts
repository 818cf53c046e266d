import { arrivalList, layOut, LAYOUTS, type Arrival, type ArrivalKey } from '@tare/core';
import { countedWords } from './countedWords.js';

const list = arrivalList({ layout: layOut(LAYOUTS.inline3, 110), balance: 'internal' });
const all = list.filter(({ needed }) => needed);
const counted = (n: number): Partial<Record<ArrivalKey, Arrival>> =>
  Object.fromEntries(all.slice(0, n).map(({ key, count }) => [key, { count, condition: '', marks: '' }]));

it.each([
  [0, 'Nothing was counted. What is here was seen on the scale or the machine.'],
  [1, 'Counted: 1 needed kind. 6 more were seen on the scale or the machine, not counted.'],
  [6, 'Counted: 6 needed kinds. One more was seen on the scale or the machine, not counted.'],
  [7, 'Counted: all 7 needed kinds are here.'],
])('says of %i kinds what was counted', (n, words) => {
  expect(all).toHaveLength(7);
  expect(countedWords(counted(n), list)).toBe(words);
});
it('does not take a kind that is short for counted', () => {
  expect(countedWords({ piston: { count: 2, condition: '', marks: '' } }, list)).toMatch(/^Nothing was counted/);
});
