import type { CardLine, CardSection, HoleEntry, JobSheet } from '@tare/contract';
import { counterweightOf, cutWorking, densityOf, replacedId, type Cut, type HoleMetal } from '@tare/core';
import { clock } from '../../words/numbers.js';
import { toMeasureMm } from '../../words/cutWords.js';
import { angle, figure, joined, line } from '../cardDocument.js';
import { personIn, type CardNames } from '../cardNames.js';
import { cutMetals } from '../cutMetals.js';
import { cutSize, cutWhat } from './cutLines.js';

/** Every cut that stands, by its kind: where, how large, in what metal, what it took or brought. */
export function cuts(sheet: JobSheet, names: CardNames): CardSection {
  const { crank } = sheet.spec;
  const head = { id: 'cuts', title: 'Metal taken and brought' } as const;
  if (sheet.holes.length === 0) return { ...head, table: null, lines: [line`None taken, none brought.`] };
  const metals = cutMetals(sheet);
  return {
    ...head,
    lines: [],
    table: {
      columns: [
        { title: 'No', isFigure: false },
        { title: 'What', isFigure: false },
        { title: 'In', isFigure: false },
        { title: 'At', isFigure: true },
        { title: 'Size', isFigure: true },
        { title: 'Metal, g/cm³', isFigure: true },
        { title: 'Took, g', isFigure: true },
        { title: 'Who, when', isFigure: false },
      ],
      rows: sheet.holes.map((hole, i) => {
        const metal = metals.get(hole.id)!;
        const counterweight = counterweightOf(crank, hole.counterweightId);
        const densityGPerCm3 = densityOf(crank, counterweight);
        return [
          [String(i + 1)],
          what(hole, sheet),
          [counterweight.name],
          [angle(hole.angleDeg, 1)],
          cutSize(hole),
          metalOf(hole, densityGPerCm3),
          took(hole, metal, { rimRadiusMm: counterweight.rimRadiusMm, densityGPerCm3 }),
          [`${personIn(names, hole.personId)}, ${clock(hole.at)}`],
        ];
      }),
    },
  };
}

/** What was done; into what it went where that was there before; what was written beside it. */
function what(hole: HoleEntry, { holes, spec }: JobSheet): CardLine {
  const old = replacedId(hole);
  const before = [...holes, ...(spec.crank.found ?? [])].find(({ id }) => id === old);
  const parts: CardLine[] = [
    cutWhat(hole),
    ...(before ? [beforeWords(hole, before)] : []),
    ...(hole.chipsG === null ? [] : [line`chips weighed ${figure(hole.chipsG, 1, 'g')}`]),
    ...(hole.note === '' ? [] : [[hole.note]]),
  ];
  return joined(parts, '; ');
}

const beforeWords = (hole: Cut, before: Cut): CardLine =>
  hole.kind === 'redrill' ? line`from ${figure(toMeasureMm(before), 1, 'mm')}` : line`it was ${cutSize(before)}`;

/** Of what goes; of a bar also what comes. */
const metalOf = (hole: Cut, densityGPerCm3: number): CardLine =>
  hole.kind === 'bar' ? line`${figure(hole.densityGPerCm3, 2, '')} in ${figure(densityGPerCm3, 2, '')}` : [figure(densityGPerCm3, 2, '')];

/** What went, or came: a bar that brings is not a hole that took less than nothing. */
function took(hole: HoleEntry, metal: HoleMetal, place: Parameters<typeof cutWorking>[1]): CardLine {
  const working = cutWorking(hole, place, metal);
  const grams = figure(Math.abs(metal.massG), 1, '', working);
  return line`${metal.massG < 0 ? 'brought ' : ''}${grams} at ${figure(metal.centroidRadiusMm, 1, 'mm')}`;
}
