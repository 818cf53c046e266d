import type { Cut } from '@tare/core';
import { asMeasured, broughtWords, countWords, sizeWords, wordOf, type CutWord } from './cutWords.js';

const place = { counterweightId: 'cw1', angleDeg: 180 };
const drilled = { bitMm: 16, pointAngleDeg: 118, depthMm: 20 };
const face = { from: 'face', face: 'rear', radiusMm: 74 } as const;
const rim = { from: 'rim', zMm: null } as const;
const bar = { ...place, kind: 'bar', seat: face, diameterMm: 16, lengthMm: 20, depthMm: 20, densityGPerCm3: 17.5, replacesId: null } as const;
const all: readonly (readonly [CutWord, Cut, string])[] = [
  ['radial', { kind: 'radial', ...place, ...drilled }, '16 mm bit, 20.0 mm to the shoulder (24.8 mm from tip touch)'],
  ['redrill', { kind: 'redrill', ...place, ...drilled, seat: rim, replacesId: 'h' }, '16 mm bit, 20.0 mm to the shoulder (24.8 mm from tip touch)'],
  [
    'face',
    { kind: 'face', ...place, ...drilled, face: 'front', radiusMm: 70 },
    '16 mm bit, 20.0 mm to the shoulder (24.8 mm from tip touch), from the front face, its axis at 70.0 mm radius',
  ],
  ['bar', bar, '16 mm bar, 20.0 mm long, from the rear face, its axis at 74.0 mm radius'],
  ['filled', { ...bar, seat: rim, depthMm: 26, replacesId: 'h' }, '16 mm bar, 20.0 mm long, down to 26.0 mm below the rim'],
  ['weld', { kind: 'weld', ...place, seat: rim, replacesId: 'h', bitMm: 16, depthMm: 20 }, 'its 16 × 20.0 mm hole filled, dressed to the surface'],
  ['turn', { kind: 'turn', ...place, depthMm: 0.8, halfArcDeg: 55 }, '0.8 mm off its radius, all over its arc'],
  ['grind', { kind: 'grind', ...place, depthMm: 0.8, halfArcDeg: 8 }, '0.8 mm off its radius, 8° to both sides'],
];

it.each(all)('says how a %s one is made', (word, one, words) => {
  expect(wordOf(one)).toBe(word);
  expect(sizeWords(one)).toBe(words);
});
it('counts a plan in words, each kind by itself', () => {
  expect(countWords(all.map(([, one]) => one))).toBe(
    'all rims turned down, 2 holes, 1 hole deepened, 1 spot ground, 1 hole welded shut, 1 slug of heavy metal, 1 old hole filled',
  );
  expect(countWords([])).toBe('no holes');
});
it('says which bars and welds, and where; of none nothing', () => {
  const long = { ...bar, lengthMm: 30, depthMm: 30 };
  const name = (id: string): string => id.toUpperCase();
  expect(broughtWords([long, { ...long, counterweightId: 'cw6' }, all[0]![1]], name)).toBe('2 slugs of 16 × 30.0 mm at CW1 and CW6');
  expect(broughtWords([{ ...bar, lengthMm: 6.5, depthMm: 6.5 }], name)).toBe('1 slug of 16 × 6.5 mm at CW1');
  expect(broughtWords([all[5]![1]], name)).toBe('1 old hole welded shut at CW1');
  expect(broughtWords([all[0]![1]], name)).toBe('');
});
it('takes what was measured for the bar’s length, and for everything else’s depth', () => {
  expect(asMeasured(bar, 21)).toEqual({ ...bar, lengthMm: 21, depthMm: 21 });
  expect(asMeasured({ ...bar, depthMm: 26 }, 18)).toEqual({ ...bar, lengthMm: 18, depthMm: 26 });
  expect(asMeasured(all[0]![1], 19.6)).toMatchObject({ depthMm: 19.6 });
});
