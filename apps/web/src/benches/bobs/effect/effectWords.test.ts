import { factorEffect, layOut, LAYOUTS, type EffectInput, type LayoutId } from '@tare/core';
import { bestWords, onePercentWords, otherFactorWords } from './effectWords.js';

function inputOf(id: LayoutId, factorRatio = 0.5): EffectInput {
  const layout = layOut(LAYOUTS[id], 110, 24);
  return {
    engine: { layout, crankRadiusMm: 44, rodLengthMm: 150, reciprocatingG: layout.cylinders.map(() => 640) },
    factorRatio,
    speedRpm: 7000,
    factorRatios: Array.from({ length: 41 }, (_, i) => 0.4 + i / 200),
    planes: { zAMm: -214.8, zBMm: 214.8, radiusAMm: 85, radiusBMm: 85 },
    actual: [],
  };
}

describe('what is said of the factor', () => {
  it('says where it is best, and why it is half', () => {
    expect(bestWords(factorEffect(inputOf('v8Cross90')), 'couple')).toContain('least at 50 %. Its first order alone is least at 50 %');
    expect(bestWords(factorEffect(inputOf('inline4')), 'force')).toMatch(/does not change this engine’s shaking force.*What remains, [\d ]+ N/);
    expect(bestWords(factorEffect(inputOf('inline6')), 'couple')).toBe('This engine has no shaking couple, whatever the factor.');
  });
  it('says what a customary other figure costs and buys', () => {
    const input = inputOf('v8Cross90', 0.48);
    // Two per cent of 105 N·m each, and of 12.8 g a bob.
    expect(otherFactorWords(factorEffect(input), 0.48, 'couple')).toMatch(/48 % costs 210\.\d N·m .* up to 25\.6 g lighter/);
    expect(otherFactorWords(factorEffect(inputOf('v8Cross90')), 0.5, 'couple')).toContain('This is 50 %');
  });
  it('puts one per cent beside what the spin allows', () => {
    const { planes } = inputOf('v8Cross90');
    const words = onePercentWords(factorEffect(inputOf('v8Cross90')).onePercent, planes, 7000, { a: 85, b: 85 });
    expect(words).toContain('12.8 g on each bob: 456 g·mm in plane A (5.37 g at 85 mm)');
    expect(words).toContain('at 7000 rpm 245 and 245 N at the ends, 0 N and 105.3 N·m in all');
    expect(words).toContain('one per cent is 5.4 times that');
    expect(onePercentWords(factorEffect(inputOf('inline4')).onePercent, planes, 7000, null)).toContain('moves nothing in the planes');
  });
});
