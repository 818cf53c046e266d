import type { CardFigure, CardLine } from '@tare/contract';
import { normaliseAngleDeg, type Working } from '@tare/core';
import { fixed } from '../words/numbers.js';

/** A number with its unit, to so many places. */
export function figure(value: number, places: number, unit: string, working?: Working | null): CardFigure {
  const space = unit === '' || unit === '°' ? '' : ' ';
  return { text: `${fixed(value, places)}${space}${unit}`, value, unit, ...(working ? { working } : {}) };
}

/** An angle: 359.97° to one place is 0.0°. */
export const angle = (angleDeg: number, places: number): CardFigure => figure(Number(normaliseAngleDeg(angleDeg).toFixed(places)) % 360, places, '°');

/** A count, with its noun beside it in the words. */
export const counted = (n: number): CardFigure => ({ text: String(n), value: n, unit: '' });

/** A line from a template: its figures stay figures. */
export const line = (words: TemplateStringsArray, ...figures: readonly (string | CardFigure | CardLine)[]): CardLine =>
  words.flatMap((text, i) => {
    const next = figures[i];
    const then: CardLine = next === undefined ? [] : Array.isArray(next) ? (next as CardLine) : [next as string | CardFigure];
    return [...(text === '' ? [] : [text]), ...then];
  });

/** Lines behind one another, with words between. */
export const joined = (lines: readonly CardLine[], between: string): CardLine => lines.flatMap((one, i) => (i === 0 ? one : [between, ...one]));

/** A line as it is read. */
export const textOf = (cardLine: CardLine): string => cardLine.map((part) => (typeof part === 'string' ? part : part.text)).join('');
