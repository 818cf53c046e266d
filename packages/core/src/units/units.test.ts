import fc from 'fast-check';
import { checkNumber, CoreError } from './check.js';
import { gmmToGramsAtRadius, gmmToOzin, newtonsToLbf, ozinToGmm } from './convert.js';
import { fromPolar, toPolar } from './vector.js';

describe('conversions', () => {
  it('knows an ounce-inch: 28.349523125 g × 25.4 mm', () => {
    expect(ozinToGmm(1)).toBeCloseTo(720.0778874, 6);
    expect(gmmToOzin(720.077887375)).toBeCloseTo(1, 9);
  });
  it('knows a pound of force', () => {
    expect(newtonsToLbf(100)).toBeCloseTo(22.4808943, 6);
  });
  it('never gives grams without a radius', () => {
    expect(gmmToGramsAtRadius(170, 85)).toBe(2);
    expect(() => gmmToGramsAtRadius(170, 0)).toThrow('radius');
  });
});

describe('toPolar and fromPolar', () => {
  it('undo each other', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 1e5, noNaN: true }), fc.double({ min: 0, max: 359.999, noNaN: true }), (amount, angleDeg) => {
        const back = toPolar(fromPolar(amount, angleDeg));
        expect(back.amount / amount).toBeCloseTo(1, 10);
        expect(Math.abs(((back.angleDeg - angleDeg + 540) % 360) - 180)).toBeLessThan(1e-9);
      }),
      { seed: 2 },
    );
  });
});

describe('checkNumber', () => {
  it('names quantity, value and range', () => {
    expect(() => checkNumber('The stroke', -3, { above: 0, unit: 'mm' }, 'strokeMm')).toThrow(
      new CoreError('The stroke is -3 mm; it has to be above 0 mm.', 'strokeMm'),
    );
    expect(() => checkNumber('The stroke', 40000, { max: 1000, unit: 'mm' }, 'strokeMm')).toThrow('the most that makes sense is 1000 mm');
    expect(() => checkNumber('The stroke', 'x', {}, 'strokeMm')).toThrow('missing or is not a number');
    expect(() => checkNumber('The stroke', Number.NaN, {}, 'strokeMm')).toThrow(CoreError);
  });
});
