import fc from 'fast-check';
import { readBit, sayBit } from './bit.js';
import { exchangedDigits } from './exchanged.js';
import { readQuantity, typedQuantity } from './read.js';
import { unitOfName } from './ofName.js';
import { placesByDivision, placesByError, placesIn, sayNumber, sayQuantity, sharedOut, withUnit } from './say.js';
import { figureIn, INCH, METRIC, sayIn, shownUnit } from './systems.js';
import { inUnit, kindOfUnit, UNIT_NAMES, UNITS, type Unit } from './unit.js';

const value = (text: string, keptIn: Unit, bare?: Unit) => {
  const read = readQuantity(text, keptIn, bare ? { bare } : {});
  if (read.kind !== 'quantity') throw new Error(`${text}: ${JSON.stringify(read)}`);
  return read.value;
};
const refusal = (text: string, keptIn: Unit, bare?: Unit) => readQuantity(text, keptIn, bare ? { bare } : {});

describe('a quantity is read as people say it', () => {
  it.each<[string, Unit, number]>([
    ['842', 'g', 842],
    ['842 g', 'g', 842],
    ['842g', 'g', 842],
    ['0,842 kg', 'g', 842],
    ['12 oz', 'g', 340.1942775],
    ['1 lb 2 oz', 'g', 510.29141625],
    ['3.45 in', 'mm', 87.63],
    ['3.45"', 'mm', 87.63],
    ['3.45 in.', 'mm', 87.63],
    ['5/8 in', 'mm', 15.875],
    ['2 1/8 in', 'mm', 53.975],
    ['2-1/8"', 'mm', 53.975],
    ['2½ in', 'mm', 63.5],
    ['30 thou', 'mm', 0.762],
    ['2 thou + 3 tenths', 'mm', 0.05842],
    ['3.45 in + 30 thou', 'mm', 88.392],
    ['3.45 + 0.030 in', 'mm', 88.392],
    ['3.45 - 0.030 in', 'mm', 86.868],
    ['1.2 cm', 'mm', 12],
    ['38 lb·ft', 'N·m', 51.52108204],
    ['38 lb-ft', 'N·m', 51.52108204],
    ['38 ft lb', 'N·m', 51.52108204],
    ['12 oz-in', 'g·mm', 8640.9346485],
    ['12 oz in', 'g·mm', 8640.9346485],
    ['12 g cm', 'g·mm', 120],
    ['100 lbf', 'N', 444.82216152605],
    ['5200 rpm', 'rpm', 5200],
    ['600 1/min', 'rpm', 600],
    ['0.28 lb/in3', 'g/cm³', 7.750373],
    ['+.030', 'mm', 0.03],
    ['−0,25', 'mm', -0.25],
    ['127°', '°', 127],
    ['4:30', '°', 135],
    ['12:00', '°', 0],
    ["4 o'clock", '°', 120],
    ['50 %', '%', 50],
    ['2 lb', 'kg', 0.90718474],
    ['7', '', 7],
  ])('%p, kept in %p, is %p', (text, keptIn, expected) => {
    expect(value(text, keptIn)).toBeCloseTo(expected, 6);
  });
  it('lets a bare number take the unit that the field shows', () => {
    expect(value('3.45', 'mm', 'in')).toBe(87.63);
    expect(value('5/8', 'mm', 'in')).toBe(15.875);
    expect(value('2 1/8 + 0.030', 'mm', 'in')).toBeCloseTo(54.737, 12);
    expect(value('87.63 mm', 'mm', 'in')).toBe(87.63);
  });
  it.each<[string, Unit, string]>([
    ['38 lb·ft', 'mm', 'A length is wanted; 38 lb·ft is a torque.'],
    ['38 lb', 'N', 'A force is wanted; 38 lb is a mass.'],
    ['12 oz', 'g·mm', 'An unbalance is wanted; 12 oz is a mass.'],
    ['3 in', '', 'A plain number is wanted; 3 in is a length.'],
    ['5/8', 'mm', '5/8 of what? Write 5/8 in for inches, or a decimal for mm.'],
    ['5,200 rpm', 'rpm', '5,200 can be read in two ways: write 5200 or 5.200.'],
    ['1 lb + 20', 'g', '20 of what? Write its unit too.'],
    ['12 furlongs', 'mm', '“furlongs” is not a unit that Tare knows.'],
    ['1,234.5', 'mm', '“1,234.5” is not a number.'],
    ['6a', 'mm', '“a” is not a unit that Tare knows.'],
    ['12 13', 'mm', '“12 13” is not a number.'],
    ['3 +', 'mm', '“3 +” is not a number.'],
    ['1/0 in', 'mm', 'Nothing can be divided by 0.'],
    ['14:00', '°', '“14:00” is no time on a clock’s face.'],
    ['pin 2', '°', 'No crankpin is known here: write the angle itself.'],
    ['12 gr', 'mm', 'A length is wanted; 12 gr is a mass.'],
  ])('%p for what is kept in %p: %p', (text, keptIn, sentence) => {
    expect(refusal(text, keptIn)).toEqual({ kind: sentence.endsWith('is not a number.') ? 'notANumber' : 'refused', sentence });
  });
  it('asks once whether gr is a grain or a gram', () => {
    expect(refusal('12 gr', 'g')).toEqual({ kind: 'grainOrGram' });
    expect(readQuantity('12 gr', 'g', { gr: 'g' })).toEqual({ kind: 'quantity', value: 12 });
    expect(typedQuantity('7000 grains', 'g')).toBeCloseTo(453.59237, 9);
  });
  it('counts an angle from a crankpin', () => {
    const pinsDeg = [0, 90, 270, 180];
    expect(readQuantity('20 from pin 3', '°', { pinsDeg })).toEqual({ kind: 'quantity', value: 290 });
    expect(readQuantity('20° before pin 1', '°', { pinsDeg })).toEqual({ kind: 'quantity', value: 340 });
    expect(readQuantity('pin 4', '°', { pinsDeg })).toEqual({ kind: 'quantity', value: 180 });
    expect(readQuantity('20 from pin 9', '°', { pinsDeg })).toEqual({ kind: 'refused', sentence: 'This crank has no pin 9.' });
  });
  it('calls a blank one blank, and gives NaN for what is no quantity', () => {
    expect(readQuantity('  ', 'mm')).toEqual({ kind: 'blank' });
    expect([typedQuantity('', 'mm'), typedQuantity('x', 'mm')]).toEqual([Number.NaN, Number.NaN]);
  });
});

describe('a bare number', () => {
  it.each([
    ['612.4', 612.4],
    [' 612,4 ', 612.4],
    ['1,5', 1.5],
    ['.5', 0.5],
    ['12.', 12],
    ['-0,3', -0.3],
    ['\u22120.3', -0.3],
  ])('reads %p as %p', (text, value) => {
    expect(readQuantity(text, 'g')).toEqual({ kind: 'quantity', value });
  });
  it.each(['', '   '])('calls %p blank', (text) => {
    expect(readQuantity(text, 'g')).toEqual({ kind: 'blank' });
  });
  it.each(['6a', '1,234.5', '1.2.3', '--1', 'Infinity', '1e5', '.', ','])('does not guess at %p', (text) => {
    expect(readQuantity(text, 'g').kind).not.toBe('quantity');
  });
});

describe('sums and fractions are those of exact rationals', () => {
  /** A term as it is typed, and as an exact number of ten-thousandths of an inch over a denominator. */
  const term = fc.oneof(
    fc.tuple(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 1, max: 64 }), fc.integer({ min: 1, max: 64 })).map(([whole, n, d]) => ({
      text: `${whole} ${n}/${d}`,
      n: BigInt(whole * d + n),
      d: BigInt(d),
    })),
    fc.tuple(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 0, max: 9999 }), fc.constantFrom('.', ',')).map(([whole, part, mark]) => ({
      text: `${whole}${mark}${String(part).padStart(4, '0')}`,
      n: BigInt(whole * 10000 + part),
      d: 10000n,
    })),
  );
  it('in inches, kept in mm', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(term, fc.constantFrom('+', '-')), { minLength: 1, maxLength: 5 }), (terms) => {
        const text = terms.map(([{ text: one }, sign], i) => (i === 0 ? one : `${sign} ${one}`)).join(' ');
        let [n, d] = [0n, 1n];
        terms.forEach(([{ n: tn, d: td }, sign], i) => {
          n = n * td + (i > 0 && sign === '-' ? -tn : tn) * d;
          d *= td;
        });
        // 25.4 = 254/10; scaled so that the quotient of the two integers is good to fifteen places.
        const exact = Number((n * 254n * 10n ** 15n) / (d * 10n)) / 1e15;
        expect(value(`${text} in`, 'mm')).toBeCloseTo(exact, 9);
      }),
    );
  });
  it('a plain decimal is the number itself', () => {
    fc.assert(
      fc.property(fc.integer({ min: -9999999, max: 9999999 }), fc.integer({ min: 0, max: 5 }), (n, places) => {
        const text = (n / 10 ** places).toFixed(places);
        expect(value(text, 'g')).toBe(Number(text) + 0);
      }),
    );
  });
});

describe('what is shown reads back as the same quantity', () => {
  const pairs = UNIT_NAMES.flatMap((from) => UNIT_NAMES.filter((to) => kindOfUnit(to) === kindOfUnit(from)).map((to) => [from, to] as const));
  it('to its digits, for every unit of every kind, with a point or a comma', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...pairs),
        fc.double({ min: -5000, max: 5000, noNaN: true }),
        fc.integer({ min: 0, max: 3 }),
        fc.boolean(),
        ([from, to], quantity, places, comma) => {
          const shown = sayQuantity(quantity, from, to, places);
          // 5,200 rpm could be either: a comma is asked about there.
          const back = value(comma && kindOfUnit(from) !== 'speed' ? shown.replace('.', ',') : shown, from);
          expect(Math.abs(back - quantity)).toBeLessThanOrEqual(
            0.5 * 10 ** -Math.min(places, 9) * (1 + 1e-6) + Math.abs(quantity) * 1e-12 + stepFloor(from, to),
          );
        },
      ),
    );
  });
  /** More than nine places are never written. */
  const stepFloor = (from: Unit, to: Unit) => 0.5e-9 * inUnit(1, to, from);
  it('knows every unit by its own name, and by every word for it', () => {
    for (const unit of UNIT_NAMES.filter((name) => name !== ''))
      for (const word of [unit, ...UNITS[unit].words]) expect([word, value(`1 ${word}`, unit)]).toEqual([word, 1]);
  });
});

describe('digits follow what is known', () => {
  it('of an error its first two', () => {
    expect([3.18, 0.31, 0.022, 12, 0].map((error) => placesByError(error))).toEqual([1, 2, 3, 0, 6]);
  });
  it('of a scale its division', () => {
    expect([0.01, 0.1, 1, 0.5, 0.05].map(placesByDivision)).toEqual([2, 1, 0, 1, 2]);
  });
  it('of a length in the other unit as many as tell as much', () => {
    expect([placesIn(1, 'mm', 'in'), placesIn(0, 'mm', 'in'), placesIn(3, 'in', 'mm'), placesIn(0, 'g·mm', 'oz·in')]).toEqual([3, 2, 2, 3]);
  });
  it('with a unit as it is said, and no minus before nothing', () => {
    expect([withUnit('5', '°'), withUnit('5', ''), sayNumber(-0.001, 2), sayNumber(-1.25, 1)]).toEqual(['5°', '5', '0.00', '\u22121.3']);
  });
});

describe('a whole that is parted', () => {
  it('adds up to what was asked: 0.10 in four', () => {
    expect(sharedOut([0.025, 0.025, 0.025, 0.025], 0.01)).toEqual([0.03, 0.03, 0.02, 0.02]);
  });
  it('does so for any parts, each within a step of its own', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 50, noNaN: true }), { minLength: 1, maxLength: 9 }),
        fc.constantFrom(0.01, 0.1, 0.5),
        (parts, step) => {
          const shared = sharedOut(parts, step);
          const whole = parts.reduce((sum, part) => sum + part, 0);
          expect(shared.reduce((sum, part) => sum + part, 0)).toBeCloseTo(Math.round(whole / step) * step, 6);
          shared.forEach((one, i) => expect(Math.abs(one - parts[i]!)).toBeLessThanOrEqual(step * (1 + 1e-6)));
        },
      ),
    );
    expect(() => sharedOut([1], 0)).toThrow('A step has to be above 0');
  });
});

describe('a drill is called as drills are named', () => {
  it.each([
    ['7', 7],
    ['#7', 5.1054],
    ['no. 7', 5.1054],
    ['F', 6.5278],
    ['f', 6.5278],
    ['5/16', 7.9375],
    ['1 1/8', 28.575],
    ['12 mm', 12],
    ['12,5', 12.5],
    ['.5 in', 12.7],
  ])('%p is %p mm', (text, mm) => {
    expect(readBit(text)).toEqual({ kind: 'quantity', value: mm });
  });
  it('a bare decimal is in what the field shows, a whole number never', () => {
    expect(readBit('.5', 'in')).toEqual({ kind: 'quantity', value: 12.7 });
    expect(readBit('7', 'in')).toEqual({ kind: 'quantity', value: 7 });
  });
  it('is called by the name that is stamped on it', () => {
    expect([20, 12.7, 7.9375, 5.1054, 6.5278, 28.575, 5.55].map((mm) => [sayBit(mm, METRIC), sayBit(mm, INCH)])).toEqual([
      ['20 mm', '20 mm'],
      ['12.7 mm', '1/2 in'],
      ['5/16 in', '5/16 in'],
      ['#7', '#7'],
      ['F', 'F'],
      ['1 1/8 in', '1 1/8 in'],
      ['5.55 mm', '0.2185 in'],
    ]);
  });
  it('reads back as it is called', () => {
    for (let mm = 2; mm < 30; mm += 0.0137) {
      for (const systems of [METRIC, INCH]) {
        const read = readBit(sayBit(mm, systems));
        expect(Math.abs((read.kind === 'quantity' ? read.value : Number.NaN) - mm)).toBeLessThanOrEqual(0.013);
      }
    }
  });
  it('a number that no drill has is refused', () => {
    expect(readBit('#70')).toEqual({ kind: 'refused', sentence: '“#70” is no drill’s number: they go from #1 to #60.' });
  });
});

describe('a figure is said in one system or in both', () => {
  it('a length, and a force; a mass stays in grams in an inch shop', () => {
    expect([sayIn(METRIC, 87.63, 'mm', 2), sayIn(INCH, 87.63, 'mm', 2), sayIn({ ...METRIC, length: 'both' }, 87.63, 'mm', 2)]).toEqual([
      '87.63 mm',
      '3.4500 in',
      '87.63 mm (3.4500 in)',
    ]);
    expect([sayIn(INCH, 1079, 'N', 0), sayIn(INCH, 842.3, 'g', 1), sayIn(INCH, 200, '°', 1)]).toEqual(['242.6 lbf', '842.3 g', '200.0°']);
  });
  it('without its unit, which the column says', () => {
    expect([shownUnit('mm', INCH), figureIn(INCH, 20, 'mm', 1), figureIn(METRIC, 20, 'mm', 1), shownUnit('rpm', INCH)]).toEqual([
      'in',
      '0.787',
      '20.0',
      'rpm',
    ]);
  });
});

it('two digits typed the wrong way round may have been any two side by side', () => {
  expect(exchangedDigits('53.98 in', 'in')).toEqual([35.98, 53.89]);
  expect(exchangedDigits('2.21', 'in')).toEqual([2.12]);
  const [g, ...others] = exchangedDigits('1 lb 21 oz', 'g');
  expect(g).toBeCloseTo((16 + 12) * 28.349523125, 9);
  expect(others).toEqual([]);
  expect(exchangedDigits('55.5', 'mm')).toEqual([]);
});

it('a figure’s name says its unit', () => {
  const names = ['strokeMm', 'counterweights.0.arcCentreDeg', 'massKg', 'densityGPerCm3', 'barDensityGPerCm3', 'unbalanceGmm', 'valueG', 'seconds'];
  expect(names.map(unitOfName)).toEqual(['mm', '°', 'kg', 'g/cm³', 'g/cm³', 'g·mm', 'g', 's']);
  expect(['customer', 'cylinders', 'ratio', 'value'].map(unitOfName)).toEqual([null, null, null, null]);
});
