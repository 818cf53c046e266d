import { keptSpecOf, type CardLine, type CardSection, type JobSheet } from '@tare/contract';
import { boredMm, boresFigures, displacementCm3, isBoreWork, leakRatio, type BoreWork, type MadeReady } from '@tare/core';
import { figure, line } from '../cardDocument.js';
import type { CardNames } from '../cardNames.js';
import { spread, workLines } from './madeReadyLines.js';

/** How the bores were made ready: sizes, the customer's word, what was done, what the pistons run with; nothing where nobody measured them. */
export function boresMadeReady(sheet: JobSheet, made: MadeReady, names: CardNames): CardSection[] {
  const { strokeMm, layout } = keptSpecOf(sheet);
  const { rows, fits } = boresFigures(made, layout.cylinders.length);
  const { limits, word } = made.bores;
  const read = rows.flatMap(({ size }) => (size ? [size] : []));
  const gaps = fits.map(({ clearanceMm }) => clearanceMm);
  const overMm = boredMm(made);
  const lines: CardLine[] = [
    ...(read.length === 0
      ? []
      : [
          line`Bores measure ${figure(Math.min(...read.map(({ smallestMm }) => smallestMm)), 3, 'mm')} to ${figure(Math.max(...read.map(({ largestMm }) => largestMm)), 3, 'mm')}.`,
        ]),
    ...Object.entries(made.bores.evidence).flatMap(([cylinder, one]): CardLine[] => {
      const ratio = leakRatio(one);
      const seen = one.seen === '' ? [] : line`; seen: ${one.seen}`;
      return ratio === null && one.seen === ''
        ? []
        : [line`Cylinder ${cylinder} as received: ${ratio === null ? 'not tested' : line`leaks ${figure(100 * ratio, 0, '%')}`}${seen}.`];
    }),
    ...(word ? [line`${word.by} agreed to ${figure(word.overMm, 2, 'mm')} oversize on ${word.on}.`] : []),
    ...(overMm > 0 && limits?.nominalMm != null
      ? [line`Bored, it displaces ${figure(displacementCm3(limits.nominalMm + overMm, strokeMm, layout.cylinders.length), 0, 'cm³')}.`]
      : []),
    ...(gaps.length === 0 ? [] : [line`Pistons run with ${spread(gaps)} of clearance.`]),
    ...workLines(sheet, names, isBoreWork, boreWorkLine),
  ];
  return lines.length === 0 ? [] : [{ id: 'boresMadeReady', title: 'The bores, made ready', table: null, lines }];
}

function boreWorkLine(work: BoreWork): CardLine {
  switch (work.kind) {
    case 'trialCut':
      return line`Cylinder ${String(work.cylinder)} had a trial cut to ${figure(work.toMm, 3, 'mm')}`;
    case 'bore':
      return line`All cylinders were bored and honed ${figure(work.overMm, 2, 'mm')} over; other pistons and rings went in`;
    case 'sleeve':
      return line`Cylinder ${String(work.cylinder)} was sleeved`;
  }
}
