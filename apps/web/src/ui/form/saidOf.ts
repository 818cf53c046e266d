import type { Said } from '@tare/contract';

const PLAIN = /^[+\-\u2212]?(\d+[.,]?\d*|[.,]\d+)$/;

/** Whether a text is a number and nothing else: then it says no more than what is kept of it. */
export const isPlainNumber = (text: string): boolean => PLAIN.test(text.trim());

/** Of what was typed, by its place, what says more than the number that is kept of it; nothing where all are plain numbers. */
export function saidOf(typed: Readonly<Record<string, string>>): { readonly said?: Said } {
  const said = Object.entries(typed).filter(([, text]) => text.trim() !== '' && !isPlainNumber(text));
  return said.length === 0 ? {} : { said: Object.fromEntries(said.map(([place, text]) => [place, text.trim()])) };
}
