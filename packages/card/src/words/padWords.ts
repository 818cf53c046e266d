import { sharedOut } from '@tare/core';
import { fixed } from './numbers.js';

/** What a hundredth of a gram is told to. */
const STEP_G = 0.01;

/** What comes off at each of so many pads, to a hundredth: together it is what was asked, which one figure for all of them may miss. */
function padShares(removalG: number, pads: number): readonly (readonly [grams: string, pads: number])[] {
  const shares = sharedOut(Array<number>(pads).fill(removalG / pads), STEP_G).map((share) => fixed(share, 2));
  return [...new Set(shares)].map((grams) => [grams, shares.filter((one) => one === grams).length]);
}

const NUMBERS = ['no', 'one', 'two', 'three', 'four'];
const numberWord = (n: number): string => NUMBERS[n] ?? String(n);

/** "0.31 g from each of two pads"; "0.03 g from two pads, 0.02 g from the other two". */
export function padsWords(removalG: number, pads: number, what = 'pads'): string {
  const [most, rest] = padShares(removalG, pads);
  if (!most || !rest) return `${most?.[0] ?? fixed(0, 2)} g from each of ${numberWord(pads)} ${what}`;
  return `${most[0]} g from ${numberWord(most[1])} of the ${what}, ${rest[0]} g from the other${rest[1] === 1 ? '' : ` ${numberWord(rest[1])}`}`;
}

/** The same beside a drawing: "4 × 0.31 g", "2 × 0.03 g, 2 × 0.02 g". */
export const padsShort = (removalG: number, pads: number): string =>
  padShares(removalG, pads)
    .map(([grams, n]) => `${n} × ${grams} g`)
    .join(', ');
