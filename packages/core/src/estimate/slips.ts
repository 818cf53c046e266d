/** How a number may have been typed wrongly. */
export type Slip = 'tenfold' | 'digit' | 'exchanged' | 'opposite' | 'mirrored';

/** What a number may have been meant to be, with how many of its kind there are. */
export interface Meant {
  readonly slip: Slip;
  readonly value: number;
  readonly variants: number;
}

/**
 * Every number that differs from this one by one slip: ten times too much or too little, one digit, two neighbouring digits
 * exchanged; of an angle also the other side and counted the other way.
 * @param is an angle is taken within 0…360
 * @param step what it is shown in: 34 on a display of 0.1 was typed 34.0, and no 1.02 was ever read there
 */
export function meantBy(value: number, is: 'amount' | 'angle', step: number | null = null): Meant[] {
  const text = Math.abs(value).toFixed(Math.max(placesOf(value), placesOf(step ?? 1)));
  const digits = Array.from(text).flatMap((sign, i) => (/\d/.test(sign) ? [i] : []));
  const withDigit = (i: number, digit: string): string => text.slice(0, i) + digit + text.slice(i + 1);
  const oneDigit = digits.flatMap((i) =>
    Array.from('0123456789')
      .filter((digit) => digit !== text[i])
      .map((digit) => withDigit(i, digit)),
  );
  const exchanged = digits.slice(1).flatMap((i, k) => {
    const before = digits[k]!;
    if (text[i] === text[before]) return [];
    const swapped = Array.from(text);
    [swapped[before], swapped[i]] = [swapped[i]!, swapped[before]!];
    return [swapped.join('')];
  });
  const isShown = (other: number): boolean => step === null || Math.abs(other / step - Math.round(other / step)) < 1e-6;
  const kinds: [Slip, readonly number[]][] = [
    ['tenfold', is === 'amount' ? [rounded(value * 10), rounded(value / 10)].filter(isShown) : []],
    ['digit', oneDigit.filter(isWritten).map(Number)],
    ['exchanged', exchanged.filter(isWritten).map(Number)],
    ['opposite', is === 'angle' ? [(value + 180) % 360] : []],
    ['mirrored', is === 'angle' && value % 180 !== 0 ? [360 - value] : []],
  ];
  return kinds.flatMap(([slip, values]) => {
    const possible = values.filter((one) => one !== value && (is === 'amount' ? one >= 0 : one >= 0 && one <= 360));
    return possible.map((one) => ({ slip, value: one, variants: possible.length }));
  });
}

/** Places behind the point. */
const placesOf = (value: number): number => String(value).split('.')[1]?.length ?? 0;

/** Nobody writes a zero in front. */
const isWritten = (text: string): boolean => !/^0\d/.test(text);

/** Without the last place that a product in binary leaves. */
const rounded = (value: number): number => Number(value.toPrecision(12));
