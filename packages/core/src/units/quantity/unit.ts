import Fraction from 'fraction.js';

/** What a number can be of. */
export type QuantityKind =
  'length' | 'mass' | 'unbalance' | 'angle' | 'speed' | 'force' | 'torque' | 'density' | 'share' | 'frequency' | 'duration' | 'number';

/** As a sentence names it: "a length". */
export const KIND_WORDS: Readonly<Record<QuantityKind, string>> = {
  length: 'a length',
  mass: 'a mass',
  unbalance: 'an unbalance',
  angle: 'an angle',
  speed: 'a speed of turning',
  force: 'a force',
  torque: 'a torque',
  density: 'a density',
  share: 'a share',
  frequency: 'a rate',
  duration: 'a time',
  number: 'a plain number',
};

const POUND_G = '453.59237';
const INCH_MM = '25.4';
/** Standard gravity (CGPM 1901), m/s². */
const G_N_PER_KG = '9.80665';
const times = (...factors: readonly (string | number)[]): Fraction => factors.reduce<Fraction>((all, one) => all.mul(one), new Fraction(1));

interface UnitSpec {
  readonly kind: QuantityKind;
  /** How many of its kind's first unit it is: exact. */
  readonly factor: Fraction;
  /** What people write for it, in small letters, beside its own name. */
  readonly words: readonly string[];
}

const unit = (kind: QuantityKind, factor: Fraction | string | number, ...words: readonly string[]): UnitSpec => ({
  kind,
  factor: new Fraction(factor),
  words,
});

/**
 * The units of the trade, each exactly so many of its kind's first: 1 in = 25.4 mm and 1 lb = 453.59237 g by the agreement of 1959,
 * 1 lbf = 1 lb at standard gravity, 1 grain = 1/7000 lb. A tenth is a tenth of a thou, as machinists say it.
 */
export const UNITS = {
  mm: unit('length', 1, 'millimetre', 'millimetres', 'millimeter', 'millimeters'),
  cm: unit('length', 10),
  m: unit('length', 1000),
  in: unit('length', INCH_MM, 'inch', 'inches', 'ins', '"', '″', '”', '“', "''"),
  thou: unit('length', times(INCH_MM, '0.001'), 'thous', 'thousandth', 'thousandths', 'mil'),
  tenth: unit('length', times(INCH_MM, '0.0001'), 'tenths'),
  µm: unit('length', '0.001', 'μm', 'um', 'micron', 'microns'),
  g: unit('mass', 1, 'gram', 'grams', 'gramme', 'grammes'),
  kg: unit('mass', 1000, 'kilo', 'kilos', 'kilogram', 'kilograms'),
  mg: unit('mass', '0.001'),
  oz: unit('mass', times(POUND_G, '1/16'), 'ounce', 'ounces'),
  lb: unit('mass', POUND_G, 'lbs', 'pound', 'pounds'),
  grain: unit('mass', times(POUND_G, '1/7000'), 'grains'),
  'g·mm': unit('unbalance', 1, 'gmm'),
  'g·cm': unit('unbalance', 10, 'gcm'),
  'g·in': unit('unbalance', INCH_MM, 'gin'),
  'kg·mm': unit('unbalance', 1000, 'kgmm'),
  'oz·in': unit('unbalance', times(POUND_G, '1/16', INCH_MM), 'ozin', 'in·oz'),
  '°': unit('angle', 1, 'deg', 'degs', 'degree', 'degrees', 'º'),
  rpm: unit('speed', 1, 'r/min', 'rev/min', '1/min', '/min', 'revs', 'u/min'),
  N: unit('force', 1, 'newton', 'newtons'),
  kN: unit('force', 1000),
  lbf: unit('force', times(POUND_G, '0.001', G_N_PER_KG)),
  'N·m': unit('torque', 1, 'nm', 'newton metres', 'newton meters'),
  'lb·ft': unit(
    'torque',
    times(POUND_G, '0.001', G_N_PER_KG, INCH_MM, '0.012'),
    'lbf·ft',
    'ft·lb',
    'ft·lbf',
    'ftlb',
    'lbft',
    'foot·pounds',
    'foot·pound',
  ),
  'lb·in': unit(
    'torque',
    times(POUND_G, '0.001', G_N_PER_KG, INCH_MM, '0.001'),
    'lbf·in',
    'in·lb',
    'in·lbf',
    'inlb',
    'lbin',
    'inch·pounds',
    'inch·pound',
  ),
  'g/cm³': unit('density', 1, 'g/cm3', 'g/cc', 'g/ml'),
  'kg/m³': unit('density', '0.001', 'kg/m3'),
  'lb/in³': unit('density', times(POUND_G).div(times(INCH_MM, INCH_MM, INCH_MM, '0.001')), 'lb/in3', 'lb/cu in'),
  '%': unit('share', 1, 'percent', 'per cent'),
  Hz: unit('frequency', 1),
  kHz: unit('frequency', 1000),
  s: unit('duration', 1, 'sec', 'secs', 'second', 'seconds'),
  min: unit('duration', 60, 'minute', 'minutes'),
  '': unit('number', 1),
} as const satisfies Record<string, UnitSpec>;

export type Unit = keyof typeof UNITS;
export const UNIT_NAMES = Object.keys(UNITS) as Unit[];

export const isUnit = (name: string): name is Unit => Object.hasOwn(UNITS, name);

export const kindOfUnit = (name: Unit): QuantityKind => UNITS[name].kind;

/** How units are written by hand: between two of them may stand a point, a blank, a hyphen, a star or nothing that is listed. */
const plain = (word: string): string => word.toLowerCase().replace(/\s*[·⋅.*-]\s*/g, '·');

/** Words, longest first, so that "oz in" is read before "oz". */
const WORDS: readonly (readonly [pattern: RegExp, unit: Unit])[] = UNIT_NAMES.flatMap((name) =>
  [name, ...UNITS[name].words].filter((word) => word !== '').map((word): readonly [string, Unit] => [plain(word), name]),
)
  .sort(([x], [y]) => y.length - x.length)
  .map(([word, name]) => {
    const letters = word.split('·').map((part) => part.replace(/[/^$*+?.()|[\]{}]/g, '\\$&'));
    return [new RegExp(`^(?:${letters.join('\\s*(?:[·⋅.*-]|\\s)\\s*')})\\.?(?![\\p{L}])`, 'iu'), name] as const;
  });

/** The unit that a text begins with, and how much of the text it is; null where it begins with none. */
export function unitAtStart(text: string): { readonly unit: Unit; readonly length: number } | null {
  // Of a bare number, which is most of what is typed, nothing is left to be tried.
  if (text === '') return null;
  for (const [pattern, name] of WORDS) {
    const found = pattern.exec(text);
    if (found) return { unit: name, length: found[0].length };
  }
  return null;
}

/**
 * A value in another unit of its kind.
 * @throws RangeError for units of two kinds
 * @example inUnit(25.4, 'mm', 'in') // 1
 */
export function inUnit(value: number, from: Unit, to: Unit): number {
  if (kindOfUnit(from) !== kindOfUnit(to)) throw new RangeError(`${from} is not ${KIND_WORDS[kindOfUnit(to)]}.`);
  return from === to ? value : value * UNITS[from].factor.div(UNITS[to].factor).valueOf();
}
