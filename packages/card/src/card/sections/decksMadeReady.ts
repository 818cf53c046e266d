import { keptSpecOf, type CardLine, type CardSection, type JobSheet } from '@tare/contract';
import { decksFigures, isDeckWork, type DeckWork, type MadeReady } from '@tare/core';
import { figure, line } from '../cardDocument.js';
import type { CardNames } from '../cardNames.js';
import { spread, workLines } from './madeReadyLines.js';

/** How the decks were made ready: heights, crowns, compression, what was cut and what had to stay; nothing where nobody measured them. */
export function decksMadeReady(sheet: JobSheet, made: MadeReady, names: CardNames): CardSection[] {
  const { rows, crowns } = decksFigures(made, keptSpecOf(sheet));
  const heights = rows.flatMap(({ deck }) => (deck ? [deck.lowestMm, deck.highestMm] : []));
  const now = crowns.flatMap((crown) => (crown.now ? [crown.now] : []));
  const ratios = now.flatMap(({ compression }) => (compression === null ? [] : [compression]));
  const stays = Object.entries(made.noCut).map(([face, why]) => `${face.replace('.', ' ')} bears ${why}`);
  const lines: CardLine[] = [
    ...(heights.length === 0 ? [] : [line`Decks stand ${spread(heights)} from the main line.`]),
    ...(now.length === 0
      ? []
      : [line`Crowns stand ${spread(now.map(({ mm }) => mm))} below them${now.every(({ isMeasured }) => isMeasured) ? '' : ', as reckoned'}.`]),
    ...(ratios.length === 0
      ? []
      : [line`Compression is ${figure(Math.min(...ratios), 2, '')} to one at the least, ${figure(Math.max(...ratios), 2, '')} at the most.`]),
    ...(stays.length === 0 ? [] : [line`Not cut: ${stays.join('; ')}.`]),
    ...workLines(sheet, names, isDeckWork, (work: DeckWork) => line`Deck ${String(work.bank)} was cut by ${figure(work.takenMm, 3, 'mm')}`),
  ];
  return lines.length === 0 ? [] : [{ id: 'decksMadeReady', title: 'The decks, made ready', table: null, lines }];
}
