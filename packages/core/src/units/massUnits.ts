import { checkNumber, CoreError } from './check.js';
import { GRAMS_PER_OUNCE } from './convert.js';

/** Units that scales show. Exact: 1 lb = 453.59237 g, 1 oz = 1/16 lb, 1 gr = 1/7000 lb (1959 agreement). */
export const MASS_UNITS = { g: 1, kg: 1000, oz: GRAMS_PER_OUNCE, lb: 16 * GRAMS_PER_OUNCE, gr: (16 * GRAMS_PER_OUNCE) / 7000 } as const;
export type MassUnit = keyof typeof MASS_UNITS;

export const isMassUnit = (word: string): word is MassUnit => Object.hasOwn(MASS_UNITS, word);

/**
 * A mass as a scale shows it, in g.
 * @throws CoreError for an unknown unit or what is no number
 * @example toGrams(1, 'lb') // 453.59237
 */
export function toGrams(value: number, unit: string): number {
  checkNumber('The reading', value, {}, 'value');
  if (!isMassUnit(unit)) throw new CoreError(`“${unit}” is not a unit Tare knows; it knows ${Object.keys(MASS_UNITS).join(', ')}.`, 'unit');
  return value * MASS_UNITS[unit];
}
