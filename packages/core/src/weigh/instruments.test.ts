import fc from 'fast-check';
import { toGrams } from '../units/massUnits.js';
import { fitness, placementsNeeded, type FitnessQuestion } from './fitness.js';
import { lineReader, USUAL_TEMPLATES } from './linePattern.js';
import { standing } from './openQuestion.js';
import { repeatabilityLimitG, roundingDeviationG } from './repeatability.js';
import { strayReadings } from './strayReadings.js';
import { zeroMoved } from './zero.js';

describe('repeatabilityLimitG', () => {
  it('is 2.77 s, the usual rounding of 1.96·√2', () => {
    expect(repeatabilityLimitG(1)).toBeCloseTo(2.7718, 4);
    expect(repeatabilityLimitG(0.1)).toBeCloseTo(0.27718, 5);
    expect(() => repeatabilityLimitG(-1)).toThrow('scatter');
  });
  it('knows a division’s own rounding', () => {
    expect(roundingDeviationG(0.1)).toBeCloseTo(0.028868, 6);
  });
});

describe('strayReadings', () => {
  it('flags the one far off, by hand', () => {
    // Median 612.4, MAD 0.1, 1.4826·0.1 = 0.148; 3.5 of that is 0.519.
    expect(strayReadings([612.4, 612.5, 612.3, 612.9, 612.4], 0.1)).toEqual([false, false, false, false, false]);
    expect(strayReadings([612.4, 612.5, 612.3, 613.0, 612.4], 0.1)).toEqual([false, false, false, true, false]);
  });
  it('does not make a stray of one division when all others are equal', () => {
    expect(strayReadings([612.4, 612.4, 612.4, 612.5], 0.1)).toEqual([false, false, false, false]);
    expect(strayReadings([612.4, 612.4, 612.4, 612.8], 0.1)).toEqual([false, false, false, true]);
  });
  it('blames neither of two', () => {
    expect(strayReadings([612, 700], 0.1)).toEqual([false, false]);
    expect(() => strayReadings([1, 2, 3], 0)).toThrow('division');
  });
  it('moves with the readings', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 100 }), { minLength: 3, maxLength: 12 }), fc.integer({ min: -500, max: 500 }), (tenths, by) => {
        expect(
          strayReadings(
            tenths.map((t) => t + by),
            1,
          ),
        ).toEqual(strayReadings(tenths, 1));
      }),
      { seed: 21 },
    );
  });
});

describe('fitness', () => {
  const good: FitnessQuestion = { divisionG: 0.1, capacityG: 2000, deviationG: 0.05, toleranceG: 1, heaviestG: 700, placements: 3 };
  it('lets a good scale serve', () => {
    expect(fitness(good)).toEqual({ kind: 'fit' });
  });
  it('refuses a kilogram scale that counts in fives, and says why', () => {
    const answer = fitness({ ...good, divisionG: 5, capacityG: 30000, deviationG: 3 });
    expect(answer).toMatchObject({ kind: 'unfit' });
    if (answer.kind !== 'unfit') throw new Error(answer.kind);
    expect(answer.reasons.join(' ')).toContain('counts in 5 g; for 1 g it would have to count in 0.25 g');
  });
  it('counts placements: s 0.2 for 0.5 g needs (2·0.5544/0.5)² = 4.92, so 5', () => {
    expect(placementsNeeded(0.2, 0.5)).toBe(5);
    expect(fitness({ ...good, deviationG: 0.2, toleranceG: 0.5 })).toEqual({ kind: 'fitWith', placements: 5 });
    expect(fitness({ ...good, deviationG: 0.2, toleranceG: 0.5, placements: 5 })).toEqual({ kind: 'fit' });
  });
  it('says when no number of placements would do', () => {
    expect(fitness({ ...good, deviationG: 2 })).toMatchObject({
      kind: 'unfit',
      reasons: [expect.stringContaining('placements of each part would be needed')],
    });
  });
  it('wants capacity for the part and its fixture', () => {
    expect(fitness({ ...good, capacityG: 600 })).toMatchObject({
      kind: 'unfit',
      reasons: ['It carries 600 g; what stands on it weighs up to 700 g.'],
    });
  });
  it('does not call a scale fit that nobody has studied', () => {
    expect(fitness({ ...good, deviationG: null })).toEqual({ kind: 'notStudied' });
    expect(fitness({ ...good, deviationG: null, divisionG: 1 })).toMatchObject({ kind: 'unfit' });
  });
  it('does not believe in a scatter below the division’s rounding', () => {
    // 0.25/√12 = 0.0722 g for T = 1: (2·0.2/1)² < 1, fit; the same for T = 0.5 would fail by division alone.
    expect(fitness({ ...good, divisionG: 0.25, deviationG: 0 })).toEqual({ kind: 'fit' });
    expect(placementsNeeded(roundingDeviationG(0.25), 0.3)).toBe(2);
  });
  it('needs more placements for a finer tolerance, never fewer', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 1, noNaN: true }), fc.double({ min: 0.05, max: 2, noNaN: true }), (s, t) => {
        expect(placementsNeeded(s, t / 2)).toBeGreaterThanOrEqual(placementsNeeded(s, t));
        // What is needed really brings r/√n under T/2, and one fewer does not.
        const n = placementsNeeded(s, t);
        expect(repeatabilityLimitG(s) / Math.sqrt(n)).toBeLessThanOrEqual((t / 2) * (1 + 1e-9));
        if (n > 1) expect(repeatabilityLimitG(s) / Math.sqrt(n - 1)).toBeGreaterThan(t / 2);
      }),
      { seed: 22 },
    );
  });
});

describe('standing', () => {
  it('is settled far from the edge', () => {
    expect(standing(0.2, 1, 0.1, 3, 3)).toEqual({ kind: 'inside' });
    expect(standing(2, 1, 0.1, 3, 3)).toEqual({ kind: 'outside' });
  });
  it('says how many more placements would settle it, by hand', () => {
    // d = 0.85, T = 1, s = 0.1, m = 6: h(3) = 1.96·0.1·√(1/3 + 1/6) = 0.1386 ≤ 0.15: inside. With d = 0.9, h has to come under 0.1.
    expect(standing(0.85, 1, 0.1, 3, 6)).toEqual({ kind: 'inside' });
    // h(n) = 0.196·√(1/n + 1/6) < 0.1 needs 1/n < 0.0936, n ≥ 11: eight more.
    expect(standing(0.9, 1, 0.1, 3, 6)).toEqual({ kind: 'open', placements: 8 });
  });
  it('does not promise what the target’s own placements prevent', () => {
    expect(standing(0.99, 1, 0.1, 3, 3)).toEqual({ kind: 'open', placements: null });
  });
  it('refuses nonsense', () => {
    expect(() => standing(Number.NaN, 1, 0.1, 3, 3)).toThrow('difference');
    expect(() => standing(0, 1, 0.1, 0, 3)).toThrow('placements');
  });
});

describe('zeroMoved', () => {
  it('doubts more than half a division', () => {
    expect(zeroMoved(0, 0.05, 0.1)).toBe(false);
    expect(zeroMoved(0, 0.1, 0.1)).toBe(true);
    expect(zeroMoved(0.1, 0, 0.1)).toBe(true);
    expect(() => zeroMoved(0, Number.NaN, 0.1)).toThrow('zero after');
  });
});

describe('toGrams', () => {
  it.each([
    [1, 'kg', 1000],
    [1, 'lb', 453.59237],
    [1, 'oz', 28.349523125],
    [1, 'gr', 0.06479891],
    [2.5, 'g', 2.5],
  ])('%p %s is %p g', (value, unit, expected) => {
    expect(toGrams(value, unit)).toBeCloseTo(expected, 10);
  });
  it('refuses a unit it does not know', () => {
    expect(() => toGrams(1, 'stone')).toThrow('“stone” is not a unit Tare knows');
    expect(() => toGrams(1, 'constructor')).toThrow('not a unit');
  });
});

describe('lineReader', () => {
  it.each<[string, string, object | null]>([
    [USUAL_TEMPLATES[0]!, 'ST,GS,+  612.4 g', { valueG: 612.4, stable: true, net: false }],
    [USUAL_TEMPLATES[0]!, 'US,NT,-0000.3g', { valueG: -0.3, stable: false, net: true }],
    [USUAL_TEMPLATES[1]!, '  +0.6124 kg S', { valueG: 612.4, stable: true, net: false }],
    [USUAL_TEMPLATES[1]!, '612,4 g ?', { valueG: 612.4, stable: false, net: false }],
    [USUAL_TEMPLATES[2]!, '1 lb', { valueG: 453.59237, stable: true, net: false }],
    [USUAL_TEMPLATES[3]!, ' 612.4\r', { valueG: 612.4, stable: true, net: false }],
    ['{any}:{sign}{number}{unit}', 'Weight #3: 12.5g', { valueG: 12.5, stable: true, net: false }],
    [USUAL_TEMPLATES[0]!, 'ERROR 4', null],
    [USUAL_TEMPLATES[3]!, '612.4 g', null],
  ])('with %p reads %p', (template, line, expected) => {
    const read = lineReader(template)(line);
    if (expected === null) expect(read).toBeNull();
    else expect({ ...read!, valueG: Number(read!.valueG.toFixed(9)) }).toEqual(expected);
  });
  it('gives up on a line of noise at once, whatever the template', () => {
    // Whoever tries every way to share out the line among the fields is not done today.
    const read = lineReader(`${'{any}'.repeat(30)}{number}${'{any}x'.repeat(8)}`);
    expect(read('1'.repeat(400))).toBeNull();
  });
  it.each([
    ['{unit} only', 'needs a {number}'],
    ['{number} {number}', '{number} twice'],
    ['{number} {colour}', 'not a field of a pattern'],
    ['{number', 'not a field of a pattern'],
  ])('refuses %p', (template, message) => {
    expect(() => lineReader(template)).toThrow(message);
  });
});
