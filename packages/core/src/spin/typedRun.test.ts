import { toPolar } from '../units/vector.js';
import { typedSupports, typedTrial } from './typedRun.js';

const planes = { zAMm: -200, zBMm: 200, radiusAMm: 85, radiusBMm: 60 };
const trial = { aGrams: '20', aDeg: '30', bGrams: '', bDeg: '' };
const shown = { left: '3,5', leftDeg: '10', right: '2', rightDeg: '350' };

describe('a trial run as it is typed', () => {
  it('is its weights at their planes’ own radii; a blank is none', () => {
    const { aGmm, bGmm } = typedTrial(trial, planes)!;
    expect(toPolar(aGmm).amount).toBeCloseTo(1700, 9);
    expect(toPolar(aGmm).angleDeg).toBeCloseTo(30, 9);
    expect(bGmm).toEqual({ re: 0, im: 0 });
    const ounce = typedTrial({ ...trial, bGrams: '1 oz', bDeg: '90' }, planes)!;
    expect(toPolar(ounce.bGmm).amount).toBeCloseTo(28.349523125 * 60, 6);
  });
  it('is not whole without the angle of a weight, or with words', () => {
    expect(typedTrial({ ...trial, aDeg: '' }, planes)).toBeNull();
    expect(typedTrial({ ...trial, bGrams: 'some', bDeg: '0' }, planes)).toBeNull();
  });
});

describe('what the supports showed', () => {
  it('points to the heavy spot by the convention: the rear end counting clockwise is Tare’s angles backwards', () => {
    const { left, right } = typedSupports(shown, { seenFrom: 'rear', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' })!;
    expect(toPolar(left)).toEqual({ amount: expect.closeTo(3.5, 9) as number, angleDeg: expect.closeTo(350, 9) as number });
    expect(toPolar(right).angleDeg).toBeCloseTo(10, 9);
  });
  it('is not whole while a figure is missing', () => {
    expect(typedSupports({ ...shown, right: ' ' }, { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' })).toBeNull();
  });
});
