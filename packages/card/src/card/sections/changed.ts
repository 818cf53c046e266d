import type { CardLine, CardSection, JobSheet } from '@tare/contract';
import { cylinderOf, massNowG, type JobFigures, type WeighedPart } from '@tare/core';
import { clock } from '../../words/numbers.js';
import { count, KIND_NAMES } from '../../words/names.js';
import { figure, line } from '../cardDocument.js';
import { personIn, type CardNames } from '../cardNames.js';

/** Parts that changed places, were exchanged, or had metal taken off; none where no part did. */
export function changed(sheet: JobSheet, { weighed }: JobFigures, names: CardNames): CardSection[] {
  const lines = weighed.parts.flatMap((part) => partLines(part, sheet, names));
  return lines.length === 0 ? [] : [{ id: 'changed', title: 'Parts that changed', table: null, lines }];
}

function partLines(weighed: WeighedPart, { partCuts }: JobSheet, names: CardNames): CardLine[] {
  const { part } = weighed;
  const name = `${KIND_NAMES[part.kind].one} ${part.cylinder}`;
  const own = partCuts.filter(({ partId }) => partId === part.id);
  const newOnes = own.filter(({ replaced }) => replaced === true);
  const since = own.slice(own.findLastIndex(({ replaced }) => replaced === true) + 1);
  return [
    ...(cylinderOf(part) === part.cylinder ? [] : [line`${name} runs in cylinder ${String(cylinderOf(part))}.`]),
    ...newOnes.map(({ at, personId }) => line`${name}: a new one came in its place (${personIn(names, personId)}, ${clock(at)}).`),
    ...(since.length === 0 ? [] : [line`${name} was cut ${count(since.length, 'time')}${taken(weighed)}.`]),
  ];
}

/** What left it by the scale, where it was weighed before and after. */
function taken({ asReceived, now, rod, ...weighed }: WeighedPart): CardLine {
  if (weighed.needsReweighing) return line` and is not weighed since`;
  const before = asReceived.total?.meanG ?? asReceived.mass?.meanG;
  const after = rod ? now.total?.meanG : massNowG({ asReceived, now, rod, ...weighed });
  return before === undefined || after == null ? [] : line`, ${figure(before - after, 2, 'g')} off it`;
}
