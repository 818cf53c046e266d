import { keptSpecOf, type CardLine, type CardSection, type JobSheet } from '@tare/contract';
import { isPinWork, pinRows, type MadeReady, type PinWork } from '@tare/core';
import { line } from '../cardDocument.js';
import type { CardNames } from '../cardNames.js';
import { spread, workLines } from './madeReadyLines.js';

/** How the piston pins fit, and what was pressed; nothing where nobody measured or pressed any. */
export function pinsMadeReady(sheet: JobSheet, made: MadeReady, names: CardNames): CardSection[] {
  const fits = pinRows(made, keptSpecOf(sheet).layout.cylinders.length).flatMap(({ inRod }) => (inRod ? [inRod.mm] : []));
  const grips = made.pinLimits?.way === 'pressed';
  const lines: CardLine[] = [
    ...(fits.length === 0 ? [] : [line`Pins ${grips ? 'grip their rods by' : 'float in their rods by'} ${spread(fits)}.`]),
    ...workLines(sheet, names, isPinWork, pinWorkLine),
  ];
  return lines.length === 0 ? [] : [{ id: 'pinsMadeReady', title: 'The piston pins', table: null, lines }];
}

function pinWorkLine(work: PinWork): CardLine {
  if (work.kind === 'pressOff') return line`Piston ${String(work.cylinder)} was pressed off its pin on ${work.support}`;
  const early = work.overruled.trim() === '' ? [] : line`, before everything was weighed and matched: ${work.overruled.trim()}`;
  return line`The pin of cylinder ${String(work.cylinder)} was pressed in${early}`;
}
