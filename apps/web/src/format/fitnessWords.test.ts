import { fitnessWords } from './fitnessWords.js';

it.each([
  [{ kind: 'fit' }, 'Bench scale serves for 0.5 g.'],
  [{ kind: 'fitWith', placements: 5 }, 'Bench scale serves for 0.5 g with 5 placements of each part.'],
  [{ kind: 'unfit', reasons: ['It counts in 5 g.'] }, 'Bench scale cannot hold 0.5 g. It counts in 5 g.'],
  [{ kind: 'notStudied' }, 'Nobody has studied how well Bench scale repeats: ten placements of one part will tell.'],
] as const)('says %p in words', (fitness, words) => {
  expect(fitnessWords(fitness, 'Bench scale', 0.5)).toBe(words);
});
