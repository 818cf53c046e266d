import { readQuantity } from './read.js';
import type { Unit } from './unit.js';

/**
 * What may have been meant where two digits side by side were typed the wrong way round: every such quantity, in the unit it is kept in.
 * @example exchangedDigits('2.21', 'mm') // [2.12]
 */
export function exchangedDigits(typed: string, keptIn: Unit): number[] {
  return Array.from({ length: typed.length }).flatMap((_, i) => {
    const digit = typed.charAt(i);
    const next = typed.charAt(i + 1);
    if (!/\d/.test(digit) || !/\d/.test(next) || digit === next) return [];
    const read = readQuantity(typed.slice(0, i) + next + digit + typed.slice(i + 2), keptIn);
    return read.kind === 'quantity' ? [read.value] : [];
  });
}
