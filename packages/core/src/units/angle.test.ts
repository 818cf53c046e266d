import fc from 'fast-check';
import { normaliseAngleDeg, turnBetweenDeg } from './angle.js';

describe('normaliseAngleDeg', () => {
  it.each([
    [0, 0],
    [360, 0],
    [-90, 270],
    [725, 5],
    [-1e-15, 0],
    [-0, 0],
  ])('brings %p to %p', (angleDeg, expected) => {
    expect(normaliseAngleDeg(angleDeg)).toBeCloseTo(expected, 12);
    expect(Object.is(normaliseAngleDeg(angleDeg), -0)).toBe(false);
  });

  it('stays in the half-open range and keeps the direction', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e4, max: 1e4, noNaN: true }), (angleDeg) => {
        const turned = normaliseAngleDeg(angleDeg);
        expect(turned).toBeGreaterThanOrEqual(0);
        expect(turned).toBeLessThan(360);
        expect(Math.cos((turned * Math.PI) / 180)).toBeCloseTo(Math.cos((angleDeg * Math.PI) / 180), 9);
        expect(Math.sin((turned * Math.PI) / 180)).toBeCloseTo(Math.sin((angleDeg * Math.PI) / 180), 9);
      }),
      { seed: 1 },
    );
  });

  it('refuses what is no angle', () => {
    expect(() => normaliseAngleDeg(Number.NaN)).toThrow('An angle has to be a number of degrees');
  });
});

describe('turnBetweenDeg', () => {
  it.each([
    [350, 10, 20],
    [10, 350, -20],
    [0, 180, 180],
    [180, 0, 180],
    [90, 90, 0],
  ])('from %p to %p turns %p', (from, to, expected) => {
    expect(turnBetweenDeg(from, to)).toBe(expected);
  });
});
