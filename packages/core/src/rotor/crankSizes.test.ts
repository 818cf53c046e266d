import fc from 'fast-check';
import { layOut } from '../engine/layout.js';
import { LAYOUT_IDS, LAYOUTS } from '../engine/library.js';
import { crankTemplate } from '../engine/crankTemplate.js';
import { sizesOf } from '../engine/sizesTemplate.js';
import { usualOilWays } from '../engine/usualOilWays.js';
import { checkCrankSizes, type CrankSizes } from './crankSizes.js';
import { stretchDistanceMm, type Xyz } from './stretch.js';

const laid = (id: (typeof LAYOUT_IDS)[number], spacingMm = 110): ReturnType<typeof layOut> =>
  layOut(LAYOUTS[id], spacingMm, LAYOUTS[id].splitOffsetRatio * spacingMm);
const layout = laid('v8Cross90');
const sizes = crankTemplate(LAYOUTS.v8Cross90, layout, 88).sizes!;

describe('sizes guessed from the layout', () => {
  it('pass their own check for every layout at usual spacings, with mains at both ends and a web on each side of every throw', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LAYOUT_IDS), fc.integer({ min: 70, max: 180 }), fc.integer({ min: 60, max: 160 }), (id, spacingMm, strokeMm) => {
        const own = laid(id, spacingMm);
        const guess = crankTemplate(LAYOUTS[id], own, strokeMm).sizes!;
        checkCrankSizes(guess, own);
        const webs = guess.webs.map(({ zMm }) => zMm);
        expect(guess.mains[0]!.zMm).toBeLessThan(Math.min(...webs));
        expect(guess.mains.at(-1)!.zMm).toBeGreaterThan(Math.max(...webs));
        expect(guess.webs.filter(({ pins }) => pins.length === 1)).toHaveLength(2 * LAYOUTS[id].throws.length);
      }),
      { seed: 71, numRuns: 300 },
    );
  });
  it('give a V8 five mains between its throws, webs where its counterweights are, and two bare ones by the centre main', () => {
    expect(sizes.mains.map(({ zMm }) => zMm)).toEqual([-220, -110, 0, 110, 220]);
    expect(sizes.mains[2]).toEqual({ zMm: 0, diameterMm: 62, widthMm: 26.6, filletMm: 3.1 });
    expect(sizes.webs.map(({ zMm }) => zMm)).toEqual([-194.7, -135.3, -84.7, -25.3, 25.3, 84.7, 135.3, 194.7]);
    expect(sizes.pins.map(({ widthMm }) => widthMm)).toEqual([35.4, 35.4, 35.4, 35.4]);
  });
  it('give the pins of a split throw a web between them, clear of both', () => {
    const own = laid('flat6');
    const guess = crankTemplate(LAYOUTS.flat6, own, 80).sizes!;
    expect(guess.webs.filter(({ pins }) => pins.length === 2).map(({ pins }) => pins)).toEqual([
      [1, 2],
      [3, 4],
      [5, 6],
    ]);
  });
  it('follow a crank that was measured before it had any', () => {
    const { sizes: _, ...crank } = crankTemplate(LAYOUTS.v8Cross90, layout, 88);
    const moved = { ...crank, counterweights: crank.counterweights.map((c, i) => (i === 0 ? { ...c, zMm: -198, widthMm: 20 } : c)) };
    expect(sizesOf({ layoutId: 'v8Cross90', layout, crank: moved, strokeMm: 88 }).webs[0]).toMatchObject({ zMm: -198, widthMm: 20 });
  });
  it('drill oil ways from the nearest main to the outer side of each pin', () => {
    const ways = usualOilWays(sizes, layout, 88);
    expect(ways.map(({ from }) => from.zMm)).toEqual([-220, -110, 0, 110]);
    expect(ways[1]!.to).toEqual({ zMm: layout.pins[1]!.zMm, radiusMm: (88 + 53) / 2, angleDeg: 90 });
  });
});

describe('sizes that contradict one another', () => {
  const broken = (change: (draft: { -readonly [K in keyof CrankSizes]: CrankSizes[K] }) => void): (() => void) => {
    const draft = { ...sizes };
    change(draft);
    return () => checkCrankSizes(draft, layout);
  };
  it.each<[string, RegExp, Parameters<typeof broken>[0]]>([
    ['a size too few for the pins', /sizes for 3 pins, and the crank has 4/, (s) => (s.pins = s.pins.slice(1))],
    ['two mains in one place', /Main 1 and main 2 would overlap by 26.6 mm/, (s) => (s.mains = s.mains.map((m, i) => (i === 1 ? s.mains[0]! : m)))],
    ['a main in a web', /Main 1 and web 1 would overlap/, (s) => (s.mains = s.mains.map((m) => ({ ...m, widthMm: 40 })))],
    ['a pin in its web', /Pin 2 and web 3 would overlap/, (s) => (s.pins = s.pins.map((p, i) => (i === 1 ? { ...p, widthMm: 60 } : p)))],
    ['a web on a pin that is not there', /on pin 5, which this crank does not have/, (s) => (s.webs = s.webs.map((w) => ({ ...w, pins: [5] })))],
    ['a web on three pins', /one pin and its main, or two pins/, (s) => (s.webs = s.webs.map((w) => ({ ...w, pins: [1, 2, 3] })))],
    ['fillets that leave nothing', /leave nothing of main 1/, (s) => (s.mains = s.mains.map((m) => ({ ...m, filletMm: 14 })))],
    ['what is no number', /diameter of the flange/, (s) => (s.flange = { lengthMm: 14, diameterMm: NaN })],
    [
      'an oil way without a bore',
      /bore of oil way 1/,
      (s) => (s.oilWays = [{ boreMm: 0, from: { zMm: 0, radiusMm: 0, angleDeg: 0 }, to: { zMm: 9, radiusMm: 0, angleDeg: 0 } }]),
    ],
  ])('are refused: %s', (_name, message, change) => {
    expect(broken(change)).toThrow(message);
  });
});

describe('the distance of two stretches', () => {
  const at = fc.tuple(...[0, 1, 2].map(() => fc.double({ min: -50, max: 50, noNaN: true }))) as unknown as fc.Arbitrary<Xyz>;
  const along = ([a, b]: readonly [Xyz, Xyz], t: number): Xyz => [0, 1, 2].map((i) => a[i]! + (b[i]! - a[i]!) * t) as unknown as Xyz;
  const apart = (a: Xyz, b: Xyz): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
  it('is the least between any two of their points', () => {
    fc.assert(
      fc.property(fc.tuple(at, at), fc.tuple(at, at), (one, other) => {
        const said = stretchDistanceMm(one, other);
        let least = Infinity;
        for (let i = 0; i <= 60; i += 1) for (let k = 0; k <= 60; k += 1) least = Math.min(least, apart(along(one, i / 60), along(other, k / 60)));
        expect(said).toBeLessThanOrEqual(least + 1e-9);
        // A grid of sixtieths misses the nearest points by half a step of each stretch.
        expect(least - said).toBeLessThan((apart(...one) + apart(...other)) / 120 + 1e-9);
      }),
      { seed: 72, numRuns: 200 },
    );
  });
  it('is exact where it is known: crossing, parallel, end to end, and of points', () => {
    const of = (...p: Xyz[]): number => stretchDistanceMm([p[0]!, p[1]!], [p[2]!, p[3]!]);
    expect(of([-5, 0, 0], [5, 0, 0], [0, -5, 3], [0, 5, 3])).toBeCloseTo(3, 12);
    expect(of([0, 0, 0], [10, 0, 0], [2, 4, 0], [8, 4, 0])).toBeCloseTo(4, 12);
    expect(of([0, 0, 0], [1, 0, 0], [4, 4, 0], [9, 4, 0])).toBeCloseTo(5, 12);
    expect(of([1, 1, 1], [1, 1, 1], [1, 1, 4], [1, 1, 4])).toBeCloseTo(3, 12);
  });
});
