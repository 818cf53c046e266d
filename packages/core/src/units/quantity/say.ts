import { inUnit, UNITS, type Unit } from './unit.js';

/**
 * How many places in another unit tell as much as so many in this one: the step there is never coarser.
 * @example placesIn(1, 'mm', 'in') // 3: a tenth of a millimetre is four thou
 */
export function placesIn(places: number, from: Unit, to: Unit): number {
  const step = 10 ** -places * UNITS[from].factor.div(UNITS[to].factor).valueOf();
  return Math.min(9, Math.max(0, Math.ceil(-Math.log10(step) - 1e-9)));
}

/**
 * How many places a figure deserves whose error is known: the error's first two digits are the last that mean anything, and no more
 * are written than the error has steps for (GUM 7.2.6).
 * @example placesByError(0.31) // 2: 42.80 ± 0.31
 */
export function placesByError(error: number, most = 6): number {
  if (!(error > 0) || !Number.isFinite(error)) return most;
  return Math.min(most, Math.max(0, 1 - Math.floor(Math.log10(error))));
}

/** A figure's places by the division of what it was read on: 418.30 on a scale of 0.01 g. */
export const placesByDivision = (division: number): number => Math.max(0, (String(Number(division.toPrecision(6))).split('.')[1] ?? '').length);

/** A value, with its zeros and the minus sign that is printed; 0 has no sign. */
export function sayNumber(value: number, places: number): string {
  const text = value.toFixed(places);
  return /^-0(\.0*)?$/.test(text) ? text.slice(1) : text.replace('-', '\u2212');
}

/** How a figure's unit stands behind it: 5°, 50 %, 3.45 in. */
export const withUnit = (figure: string, unit: Unit): string => (unit === '' ? figure : unit === '°' ? `${figure}°` : `${figure} ${unit}`);

/**
 * A quantity in a unit, as good as it is known in another.
 * @param places of the value as it stands, in its own unit
 * @example sayQuantity(87.63, 'mm', 'in', 2) // '3.4500 in'
 */
export function sayQuantity(value: number, from: Unit, to: Unit, places: number): string {
  return withUnit(sayNumber(inUnit(value, from, to), placesIn(places, from, to)), to);
}

/**
 * What each is told when a whole is parted: each rounded to a step, and together the rounded whole, which rounding one by one may
 * miss (0.10 in four: 0.03, 0.03, 0.02, 0.02). The largest remainders are rounded up.
 * @throws RangeError for a step that is not above zero
 */
export function sharedOut(parts: readonly number[], step: number): number[] {
  if (!(step > 0)) throw new RangeError(`A step has to be above 0, not ${step}.`);
  const whole = Math.round(parts.reduce((sum, part) => sum + part, 0) / step);
  const steps = parts.map((part) => Math.floor(part / step + 1e-9));
  const left = whole - steps.reduce((sum, one) => sum + one, 0);
  const order = parts.map((part, i) => ({ i, rest: part / step - steps[i]! })).sort((x, y) => y.rest - x.rest || x.i - y.i);
  const up = new Set(order.slice(0, Math.max(0, left)).map(({ i }) => i));
  return steps.map((one, i) => Number(((one + (up.has(i) ? 1 : 0)) * step).toPrecision(12)));
}
