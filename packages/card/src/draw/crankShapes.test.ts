import { crankTemplate, layOut, LAYOUT_IDS, LAYOUTS, usualOilWays, type Cut } from '@tare/core';
import fc from 'fast-check';
import { crankFromEnd, crankFromSide, lengthMm, reachMm, type CrankShape, type CrankView, type DrawnCrank } from './crankShapes.js';
import { crankSvg, drawnCrank } from './crankSvg.js';

function drawn(id: (typeof LAYOUT_IDS)[number], cuts: readonly Cut[] = []): DrawnCrank {
  const layout = layOut(LAYOUTS[id], 110, LAYOUTS[id].splitOffsetRatio * 110);
  const crank = crankTemplate(LAYOUTS[id], layout, 88);
  const sizes = { ...crank.sizes!, oilWays: usualOilWays(crank.sizes!, layout, 88) };
  return { crank, layout, strokeMm: 88, sizes, cuts: cuts.map((cut, i) => ({ cut, isPlanned: true, name: String(i + 1) })) };
}
const radial: Cut = { kind: 'radial', counterweightId: 'cw1', angleDeg: 180, bitMm: 12, pointAngleDeg: 118, depthMm: 20 };
const beside: Cut = { kind: 'face', counterweightId: 'cw6', angleDeg: 0, face: 'rear', radiusMm: 70, bitMm: 12, pointAngleDeg: 118, depthMm: 10 };

/** Extremes of a polygon's, band's or ellipse's own points; its arcs stay inside them or are named by their ends. */
function boxOf(path: string): { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number } {
  const [xs, ys] = [[] as number[], [] as number[]];
  let [x, y] = [0, 0];
  for (const [, command, rest] of path.matchAll(/([MLHVhaA])([^MLHVhaAZ]*)/g)) {
    const n = (rest!.match(/-?\d+(\.\d+)?(e-?\d+)?/g) ?? []).map(Number);
    if (command === 'M' || command === 'L') [x, y] = [n[0]!, n[1]!];
    if (command === 'H') x = n[0]!;
    if (command === 'V') y = n[0]!;
    if (command === 'h') x += n[0]!;
    if (command === 'A') [x, y] = [n[5]!, n[6]!];
    if (command === 'a') {
      // Half a turn of an ellipse: as high and as deep as its second radius.
      ys.push(y - n[1]!, y + n[1]!);
      [x, y] = [x + n[5]!, y + n[6]!];
    }
    xs.push(x);
    ys.push(y);
  }
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
}
const named = ({ shapes }: CrankView, name: string, part?: CrankShape['part']): CrankShape =>
  shapes.find((one) => one.name.startsWith(name) && (part === undefined || one.part === part))!;

describe('the crank from the side', () => {
  it('has its front at the left, what is up on top, and 90° in the middle towards the eye', () => {
    const view = crankFromSide(drawn('v8Cross90'), 0);
    const [one, two, four] = ['pin 1', 'pin 2', 'pin 4'].map((name) => boxOf(named(view, name).path));
    expect((one!.left + one!.right) / 2).toBe(-165);
    // 44 up, 26.5 to both sides, and 3.1 of fillet.
    expect([one!.top, one!.bottom].map((y) => Number(y.toFixed(6)))).toEqual([-44 - 26.5 - 3.1, -44 + 26.5 + 3.1]);
    expect((two!.top + two!.bottom) / 2).toBeCloseTo(0, 9);
    expect((four!.top + four!.bottom) / 2).toBeCloseTo(44, 9);
  });
  it('shows a pin up when that is asked', () => {
    const three = drawn('inline3');
    for (const [i, { angleDeg }] of three.layout.pins.entries()) {
      const pin = boxOf(named(crankFromSide(three, angleDeg), `pin ${i + 1}`).path);
      expect((pin.top + pin.bottom) / 2).toBeCloseTo(-44, 9);
    }
  });
  it('draws a web as high as its journals and shoulders reach, with the counterweight that is one block with it', () => {
    const web = boxOf(named(crankFromSide(drawn('v8Cross90'), 0), 'web 1').path);
    expect([web.left, web.right]).toEqual([-206.7, -182.7]);
    expect(web.top).toBeCloseTo(-(44 + 26.5 + 6), 9);
    expect(web.bottom).toBeCloseTo(85, 9);
    const bare = boxOf(named(crankFromSide(drawn('v8Cross90'), 90), 'web 4').path);
    expect([bare.top, bare.bottom].map((y) => Number(y.toFixed(6)))).toEqual([-76.5, 31 + 6]);
  });
  it('shows the mouth of a hole only where it looks at whoever does, and its bore always', () => {
    const hole = (upDeg: number): readonly CrankShape[] =>
      crankFromSide(drawn('v8Cross90', [radial]), upDeg).shapes.filter(({ part }) => part === 'hole');
    expect(hole(90).map(({ isHidden }) => isHidden)).toEqual([true, false]);
    expect(hole(270).map(({ isHidden }) => isHidden)).toEqual([true]);
    const up = boxOf(hole(180)[0]!.path);
    expect([up.top, up.bottom, up.right - up.left].map((mm) => Number(mm.toFixed(6)))).toEqual([-85, -65, 12]);
  });
});

describe('the crank from an end', () => {
  it('has angles clockwise from the front, and mirrored from the rear', () => {
    const centre = (view: CrankView, name: string): number => (boxOf(named(view, name).path).left + boxOf(named(view, name).path).right) / 2;
    expect(centre(crankFromEnd(drawn('v8Cross90'), 0, 'front'), 'pin 2')).toBeCloseTo(44, 9);
    expect(centre(crankFromEnd(drawn('v8Cross90'), 0, 'rear'), 'pin 2')).toBeCloseTo(-44, 9);
  });
  it('hides a hole behind another counterweight, from the end that it is behind of', () => {
    const cuts = (seenFrom: 'front' | 'rear'): boolean[] =>
      crankFromEnd(drawn('v8Cross90', [radial, beside]), 0, seenFrom)
        .shapes.filter(({ part }) => part === 'hole')
        .map(({ isHidden }) => isHidden);
    expect(cuts('front')).toEqual([false, true]);
    expect(cuts('rear')).toEqual([true, false]);
  });
  it('wraps a web about its pin and its main', () => {
    const box = boxOf(named(crankFromEnd(drawn('v8Cross90'), 0, 'front'), 'web 1').path);
    expect([box.left, box.right, box.top, box.bottom].map((mm) => Number(mm.toFixed(1)))).toEqual([-37, 37, -76.5, 37]);
  });
});

describe('any crank, turned anyhow', () => {
  it('is drawn without a hole in its figures, inside its frame, each part once in each view', () => {
    fc.assert(
      fc.property(fc.constantFrom(...LAYOUT_IDS), fc.double({ min: 0, max: 360, noNaN: true }), (id, upDeg) => {
        const one = drawn(id, [radial]);
        const [from, to] = lengthMm(one);
        const reach = reachMm(one) + 5;
        for (const shape of crankFromSide(one, upDeg).shapes) {
          expect(shape.path).not.toMatch(/NaN|undefined|Infinity/);
          const { left, right, top, bottom } = boxOf(shape.path);
          expect(left).toBeGreaterThanOrEqual(from - 1e-6);
          expect(right).toBeLessThanOrEqual(to + 1e-6);
          expect(Math.max(-top, bottom)).toBeLessThanOrEqual(reach);
        }
        for (const shape of crankFromEnd(one, upDeg, 'front').shapes) expect(shape.path).not.toMatch(/NaN|undefined|Infinity/);
        const pins = crankFromSide(one, upDeg).shapes.filter(({ part }) => part === 'pin');
        expect(pins).toHaveLength(one.layout.pins.length);
      }),
      { seed: 81, numRuns: 120 },
    );
  });
  it('is on paper what it is on the screen, with every cut that stands, numbered', () => {
    const { crank, layout } = drawn('v8Cross90');
    const made = drawnCrank({ layoutId: 'v8Cross90', layout, crank, strokeMm: 88 }, [
      { ...radial, id: 'x' },
      { ...beside, id: 'y' },
    ]);
    expect(made.cuts.map(({ name, isPlanned }) => [name, isPlanned])).toEqual([
      ['1', false],
      ['2', false],
    ]);
    const svg = crankSvg(made);
    for (const view of [crankFromSide(made, 0), crankFromEnd(made, 0, 'front')])
      for (const { path } of view.shapes) expect(svg).toContain(`d="${path}"`);
  });
});
