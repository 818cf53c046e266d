import type { CrankHole } from '@tare/core';
import { barsWords, countWords, kindOf, sizeWords, type CutKind } from './cutWords.js';
import { fewestWords } from './PlanChoice.js';

const hole = (more: Partial<CrankHole> = {}): CrankHole => ({
  counterweightId: 'cw1',
  angleDeg: 180,
  bitMm: 16,
  pointAngleDeg: 118,
  depthMm: 20,
  ...more,
});
const was = { bitMm: 16, pointAngleDeg: 118, depthMm: 12 };
const slug = { radiusMm: 74, densityGPerCm3: 17.5 };
const all: readonly (readonly [CutKind, CrankHole, string])[] = [
  ['radial', hole(), '16 mm bit, 20.0 mm to the shoulder (24.8 mm from tip touch)'],
  ['deepened', hole({ was }), '16 mm bit, 20.0 mm to the shoulder (24.8 mm from tip touch)'],
  ['side', hole({ axialRadiusMm: 70 }), '16 mm bit, 20.0 mm to the shoulder (24.8 mm from tip touch), its axis at 70.0 mm radius'],
  ['slug', hole({ slug }), '16 mm bar, 20.0 mm long, its middle at 74.0 mm radius'],
  ['filled', hole({ slug, was }), '16 mm bar, 20.0 mm long, its middle at 74.0 mm radius'],
  ['welded', hole({ slug: { ...slug, welded: true }, was }), 'its 16 × 20.0 mm hole filled, dressed to the surface'],
  ['turned', hole({ depthMm: 0.8, rim: { halfArcDeg: 55, holes: [] } }), '0.8 mm off its radius, all over its arc'],
  ['ground', hole({ depthMm: 0.8, rim: { halfArcDeg: 8, holes: [] } }), '0.8 mm off its radius, 8° to both sides'],
];

it.each(all)('says how a %s one is made', (kind, one, words) => {
  expect(kindOf(one)).toBe(kind);
  expect(sizeWords(one)).toBe(words);
});
it('counts a plan in words, each kind by itself', () => {
  expect(countWords(all.map(([, one]) => one))).toBe(
    'all rims turned down, 2 holes, 1 hole deepened, 1 spot ground, 1 hole welded shut, 1 slug of heavy metal, 1 old hole filled',
  );
  expect(countWords([])).toBe('no holes');
});
it('says which bars, and where', () => {
  const bars = [hole({ slug, depthMm: 30 }), hole({ slug, depthMm: 30, counterweightId: 'cw6' }), hole()];
  expect(barsWords(bars, (id) => id.toUpperCase())).toBe('2 slugs of 16 × 30 mm at CW1 and CW6');
});
it('claims a proof only where the bound is as high as the plan', () => {
  expect(fewestWords(3, 3)).toContain('that is proven');
  expect(fewestWords(2, 3)).toBe('Any plan that takes as much needs at least 2 holes; 3 holes is the least that was found.');
});
