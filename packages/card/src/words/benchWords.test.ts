import { boxWords, buildWords, handOrderWords, leftOutWords, listed, swappedWords, takeSwapsWords, unsettledWords } from './benchWords.js';

it('lists none, one, two and three', () => {
  expect([[], [3], [1, 4], [1, 2, 4]].map(listed)).toEqual(['', '3', '1 and 4', '1, 2 and 4']);
});
it('says which cylinders swaps leave alone', () => {
  expect(leftOutWords([2])).toBe('Cylinder 2 is left out of swaps: a part of it is damaged or to be replaced, so its set will change.');
  expect(leftOutWords([2, 5])).toBe(
    'Cylinders 2 and 5 are left out of swaps: a part of them is damaged or to be replaced, so their sets will change.',
  );
});
it.each([
  [0, 0, 'With the fixture’s scatter of 0.050 g the rods read inside as they are. Nothing has to be ground.'],
  [1, 2, 'With the fixture’s scatter of 0.050 g expect 1 round of big ends and totals, at most 2. Both ends at once take one round.'],
  [
    2,
    null,
    'With the fixture’s scatter of 0.050 g expect 2 rounds of big ends and totals, and sometimes it never ends. Both ends at once take one round.',
  ],
])('foretells %s rounds by hand', (medianRounds, rounds95, words) => {
  expect(handOrderWords({ medianRounds, rounds95, endedRatio: 1 }, 'big end', 0.5, { endG: 0.05, totalG: 0.02 })).toBe(words);
});
it('says when grinding by hand mostly does not end', () => {
  expect(handOrderWords({ medianRounds: null, rounds95: null, endedRatio: 0.2 }, 'big end', 0.5, null)).toBe(
    'Nobody has studied the fixture. With a perfect one this does not end within a dozen rounds, 80 times in 100. Place the rods more often instead of grinding more, or widen the 0.50 g.',
  );
});
it('counts the pieces of a build, and what the box lacks', () => {
  const built = (pieces: number) => buildWords({ kind: 'built', bobs: [], pieces, fewestProven: true }, 0.5);
  expect([0, 1, 2].map(built)).toEqual([0, 1, 2].map((n) => `${n} ${n === 1 ? 'piece' : 'pieces'} in all. No build from this box has fewer.`));
  const short = (add: readonly { massG: number; count: number }[]) =>
    buildWords({ kind: 'cannot', bobs: [], closestG: 3.25, closestProven: true, add }, 0.5);
  expect(short([])).toMatch(/^From this box the bobs come no closer than 3\.25 g\. ± 0\.50 g is asked\. The clamps alone are too heavy/);
  expect(short([{ massG: 10, count: 1 }])).toMatch(/ Add 1 piece of 10\.00 g\.$/);
  expect(
    short([
      { massG: 10, count: 1 },
      { massG: 2, count: 2 },
    ]),
  ).toMatch(/ Add 1 piece of 10\.00 g and 2 pieces of 2\.00 g\.$/);
});
it('counts kinds, swaps and parts', () => {
  expect([0, 1, 2].map((n) => boxWords(n, n))).toEqual([
    '0 kinds of clamp, 0 kinds of piece',
    '1 kind of clamp, 1 kind of piece',
    '2 kinds of clamp, 2 kinds of piece',
  ]);
  expect(
    [
      [1, 1],
      [2, 2],
      [0, 1],
      [0, 2],
      [1, 2],
    ].map(([taken, found]) => takeSwapsWords(taken!, found!)),
  ).toEqual(['Take this swap', 'Take all 2 swaps', 'Take 0 of 1 swap', 'Take 0 of 2 swaps', 'Take 1 of 2 swaps']);
  expect([0, 1, 2].map(swappedWords)).toEqual(['Every part is back in its own cylinder.', '1 part changed places.', '2 parts changed places.']);
  expect([[3], [3, 5]].map((cylinders) => unsettledWords('piston', cylinders, 0.5))).toEqual([
    'More placements on this scale would not settle whether piston 3 lies within 0.50 g.',
    'More placements on this scale would not settle whether pistons 3 and 5 lie within 0.50 g.',
  ]);
});
