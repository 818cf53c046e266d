import type { Arrival, ArrivalItem, ArrivalKey } from '@tare/core';
import { count } from './names.js';

/** What a finished check-in really knows: what was counted, and what only turned up on the scale or the machine. */
export function countedWords(arrivals: Readonly<Partial<Record<ArrivalKey, Arrival>>>, list: readonly ArrivalItem[]): string {
  const needed = list.filter((item) => item.needed);
  const whole = needed.filter((item) => (arrivals[item.key]?.count ?? 0) >= item.count);
  const seen = needed.length - whole.length;
  if (whole.length === 0) return 'Nothing was counted. What is here was seen on the scale or the machine.';
  if (seen === 0) return `Counted: all ${count(needed.length, 'needed kind')} ${needed.length === 1 ? 'is' : 'are'} here.`;
  return `Counted: ${count(whole.length, 'needed kind')}. ${seen === 1 ? 'One more was' : `${seen} more were`} seen on the scale or the machine, not counted.`;
}
