import { keptSpecOf, type CardLine, type CardSection, type JobSheet } from '@tare/contract';
import { isRodWork, rodsFigures, type MadeReady, type RodWork } from '@tare/core';
import { clock } from '../../words/numbers.js';
import { figure, line } from '../cardDocument.js';
import { personIn, type CardNames } from '../cardNames.js';

/** How the rods were made ready: sizes, what is out, torque, what was done; nothing where nobody measured them. */
export function rodsMadeReady(sheet: JobSheet, made: MadeReady, names: CardNames): CardSection[] {
  const { rows, bearings } = rodsFigures(made, keptSpecOf(sheet).layout);
  const { limits, torques } = made.rods;
  const read = rows.flatMap(({ size }) => (size ? [size] : []));
  const torque = torques.assembly ?? torques.honing ?? torques.gauging;
  const gaps = bearings.map(({ clearanceMm }) => clearanceMm);
  const allowed =
    limits?.bigEnd.lowMm != null && limits.bigEnd.highMm != null
      ? line`, ${figure(limits.bigEnd.lowMm, 3, 'mm')} to ${figure(limits.bigEnd.highMm, 3, 'mm')} allowed`
      : [];
  const lines: CardLine[] = [
    ...(read.length === 0
      ? []
      : [
          line`Big ends measure ${figure(Math.min(...read.map(({ smallestMm }) => smallestMm)), 3, 'mm')} to ${figure(Math.max(...read.map(({ largestMm }) => largestMm)), 3, 'mm')}${allowed}.`,
        ]),
    ...rows.flatMap(({ rod, outBecause }): CardLine[] => (outBecause === null ? [] : [line`Rod ${String(rod)} is out: ${outBecause}.`])),
    ...(torque ? [line`Bolts are torqued to ${figure(torque.torqueNm, 1, 'N·m')} with ${torque.lubricant}.`] : []),
    ...(gaps.length === 0
      ? []
      : [line`Rod bearings have ${figure(Math.min(...gaps), 3, 'mm')} to ${figure(Math.max(...gaps), 3, 'mm')} of clearance.`]),
    ...sheet.works.flatMap(({ work, personId, at }): CardLine[] =>
      isRodWork(work) ? [line`${rodWorkLine(work)} (${personIn(names, personId)}, ${clock(at)}).`] : [],
    ),
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
