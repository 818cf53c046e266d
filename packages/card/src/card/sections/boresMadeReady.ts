import { keptSpecOf, type CardLine, type CardSection, type JobSheet } from '@tare/contract';
import { boredMm, boresFigures, displacementCm3, isBoreWork, leakRatio, type BoreWork, type BoringNoted, type MadeReady } from '@tare/core';
import { figure, line } from '../cardDocument.js';
import type { CardNames } from '../cardNames.js';
import { spread, workLines } from './madeReadyLines.js';

/** How the bores were made ready: sizes, the customer's word, what was done, what the pistons run with; nothing where nobody measured them. */
export function boresMadeReady(sheet: JobSheet, made: MadeReady, names: CardNames): CardSection[] {
  const { strokeMm, layout } = keptSpecOf(sheet);
  const { rows, fits, rings } = boresFigures(made, layout.cylinders.length);
  const { limits, word } = made.bores;
  const read = rows.flatMap(({ size }) => (size ? [size] : []));
  const gaps = fits.flatMap(({ clearanceMm, hone }) => (hone ? [] : [clearanceMm]));
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
    ...(made.bores.noted ? [notedLine(made.bores.noted)] : []),
    ...(rings.length === 0 ? [] : [line`Ring gaps are ${spread(rings.map(({ mm }) => mm))}.`]),
    ...(gaps.length === 0 ? [] : [line`Pistons run with ${spread(gaps)} of clearance.`]),
    ...workLines(sheet, names, isBoreWork, boreWorkLine),
  ];
  return lines.length === 0 ? [] : [{ id: 'boresMadeReady', title: 'The bores, made ready', table: null, lines }];
}

function notedLine({ plate, plateTorqueNm, blockC, note }: BoringNoted): CardLine {
  const torque = plateTorqueNm === null ? [] : line` at ${figure(plateTorqueNm, 1, 'N·m')}`;
  const held = plate === 'torqued' ? line`with a plate torqued on${torque}` : line`without a torque plate`;
  const warm = blockC === null ? [] : line`, the block at ${figure(blockC, 0, '°C')}`;
  return line`Measured and honed ${held}${warm}${note === '' ? [] : line`; ${note}`}.`;
}

function boreWorkLine(work: BoreWork): CardLine {
  switch (work.kind) {
    case 'honeBores': {
      const early = work.overruled.trim() === '' ? [] : line`, before every piston was measured: ${work.overruled.trim()}`;
      return line`All cylinders were finish honed${early}`;
    }
    case 'fileRing':
      return line`Ring ${String(work.ring)} of cylinder ${String(work.cylinder)} was filed by ${figure(work.takenMm, 2, 'mm')}`;
    case 'trialCut':
      return line`Cylinder ${String(work.cylinder)} had a trial cut to ${figure(work.toMm, 3, 'mm')}`;
    case 'bore':
      return line`All cylinders were bored${work.honeLeftMm === undefined ? ' and honed' : ''} ${figure(work.overMm, 2, 'mm')} over; other pistons and rings went in`;
    case 'sleeve':
      return line`Cylinder ${String(work.cylinder)} was sleeved`;
  }
}
