import { bankDirections, endPoint, pinDirections } from './endView.js';
import { crankTemplate, fromPolar, layOut, LAYOUTS } from '@tare/core';
import { ladderScale } from './ladderLayout.js';
import { heap, holeEllipse, LEFT, rimScale, stretches, TURN_WIDTH, xOf } from '@tare/card';
import { trailPoint } from './trailLayout.js';

const crank = crankTemplate(LAYOUTS.v8Cross90, layOut(LAYOUTS.v8Cross90, 110), 88);

describe('the rim map', () => {
  it('puts a quarter turn a quarter across', () => {
    expect(xOf(90)).toBe(LEFT + TURN_WIDTH / 4);
    expect(xOf(-90)).toBe(LEFT + (TURN_WIDTH * 3) / 4);
    expect(xOf(360)).toBe(LEFT);
  });
  it('cuts an arc over 0° in two that add up', () => {
    const [right, left] = stretches(0, 55);
    expect(right!.x + right!.width).toBeCloseTo(LEFT + TURN_WIDTH, 9);
    expect(left!.x).toBe(LEFT);
    expect(right!.width + left!.width).toBeCloseTo((110 / 360) * TURN_WIDTH, 9);
    expect(stretches(180, 55)).toHaveLength(1);
    expect(stretches(10, 180)).toEqual([{ x: LEFT, width: TURN_WIDTH }]);
  });
  it('draws front above rear, all of it inside', () => {
    const scale = rimScale(crank);
    const ys = crank.counterweights.map((c) => scale.yOf(c.zMm));
    expect([...ys].sort((a, b) => a - b)).toEqual(ys);
    expect(ys[0]).toBeGreaterThan(0);
    expect(ys.at(-1)).toBeLessThan(scale.height);
  });
  it('draws a hole as wide as its bit at the rim', () => {
    const counterweight = crank.counterweights[0]!;
    const { rx, cx } = holeEllipse(
      { kind: 'radial', counterweightId: 'cw1', angleDeg: 180, bitMm: 20, pointAngleDeg: 118, depthMm: 20 },
      counterweight,
      rimScale(crank),
    );
    // 20 mm of a circumference of 2π·85 mm.
    expect(2 * rx).toBeCloseTo((20 / (2 * Math.PI * 85)) * TURN_WIDTH, 9);
    expect(cx).toBe(xOf(180));
  });
  it('heaps up where it is heavy, its whisker round its peak, a quarter of the amount half as high', () => {
    const full = heap(fromPolar(2000, 120), 100, 85, 2000, 300);
    const quarter = heap(fromPolar(500, 120), 100, 85, 2000, 300);
    expect(full.x).toBeCloseTo(xOf(120), 9);
    expect(300 - quarter.peakY).toBeCloseTo((300 - full.peakY) / 2, 9);
    expect(full.whiskerY[0]).toBeGreaterThan(full.peakY);
    expect(quarter.whiskerY[1]).toBeLessThan(quarter.peakY);
    expect(quarter.toleranceY).toBeGreaterThan(quarter.peakY);
  });
});

describe('the trail', () => {
  it('has 0° up, 90° right, and a root scale', () => {
    const up = trailPoint(fromPolar(100, 0), 100, 50);
    expect(up.x).toBeCloseTo(0, 9);
    expect(up.y).toBeCloseTo(-50, 9);
    const right = trailPoint(fromPolar(25, 90), 100, 50);
    expect(right.x).toBeCloseTo(25, 9);
    expect(right.r).toBeCloseTo(25, 9);
  });
});

describe('the ladder', () => {
  const rungs = [807.2, 808.4].map((weightG, i) => ({ name: String(i + 1), weightG, whiskerG: 0.1, damaged: false }));
  it('puts heavier higher and holds band and whiskers', () => {
    const { yOf, height, ticks } = ladderScale(rungs, 807.2, 1);
    expect(yOf(808.4)).toBeLessThan(yOf(807.2));
    expect(yOf(808.5)).toBeGreaterThan(0);
    expect(yOf(807.1)).toBeLessThan(height);
    expect(ticks.length).toBeGreaterThan(2);
  });
});

describe('the crank from the front', () => {
  it('has 0 up and 90° to the right, and names pins of one direction together', () => {
    expect(endPoint(10, 0)).toEqual({ x: expect.closeTo(0, 9) as number, y: -10 });
    expect(endPoint(10, 90)).toEqual({ x: 10, y: expect.closeTo(0, 9) as number });
    const four = layOut(LAYOUTS.inline4, 100);
    expect(pinDirections(four)).toEqual([
      { angleDeg: 0, label: '1 4' },
      { angleDeg: 180, label: '2 3' },
    ]);
    expect(bankDirections(layOut(LAYOUTS.v8Cross90, 110)).map(({ label }) => label)).toEqual(['1 3 5 7', '2 4 6 8']);
  });
});
