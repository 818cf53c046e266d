import { keptSpecOf, type CardLine, type CardSection, type JobSheet } from '@tare/contract';
import { isRodWork, rodsFigures, type MadeReady, type RodWork } from '@tare/core';
import { figure, line } from '../cardDocument.js';
import type { CardNames } from '../cardNames.js';
import { allowed, spread, workLines } from './madeReadyLines.js';

/** How the rods were made ready: sizes, what is out, torque, what was done; nothing where nobody measured them. */
export function rodsMadeReady(sheet: JobSheet, made: MadeReady, names: CardNames): CardSection[] {
  const { rows, bearings } = rodsFigures(made, keptSpecOf(sheet).layout);
  const { limits, torques } = made.rods;
  const read = rows.flatMap(({ size }) => (size ? [size] : []));
  const torque = torques.assembly ?? torques.honing ?? torques.gauging;
  const gaps = bearings.map(({ clearanceMm }) => clearanceMm);
  const lines: CardLine[] = [
    ...(read.length === 0
      ? []
      : [
          line`Big ends measure ${figure(Math.min(...read.map(({ smallestMm }) => smallestMm)), 3, 'mm')} to ${figure(Math.max(...read.map(({ largestMm }) => largestMm)), 3, 'mm')}${allowed(limits?.bigEnd)}.`,
        ]),
    ...rows.flatMap(({ rod, outBecause }): CardLine[] => (outBecause === null ? [] : [line`Rod ${String(rod)} is out: ${outBecause}.`])),
    ...(torque ? [line`Bolts are torqued to ${figure(torque.torqueNm, 1, 'N·m')} with ${torque.lubricant}.`] : []),
    ...(gaps.length === 0 ? [] : [line`Rod bearings have ${spread(gaps)} of clearance.`]),
    ...workLines(sheet, names, isRodWork, rodWorkLine),
  ];
  return lines.length === 0 ? [] : [{ id: 'rodsMadeReady', title: 'The rods, made ready', table: null, lines }];
}

function rodWorkLine(work: RodWork): CardLine {
  switch (work.kind) {
    case 'closeRod':
      return line`Rod ${String(work.rod)} was closed by ${figure(work.closedMm, 3, 'mm')}, ${work.faces === 'cap' ? 'off its cap' : 'off rod and cap'}`;
    case 'honeRod':
      return line`Rod ${String(work.rod)} was honed for ${figure(work.seconds, 0, 's')}`;
    case 'newBolts':
      return line`Rod ${String(work.rod)} has new bolts`;
  }
}
