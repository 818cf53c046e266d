import type { CardLine, CardSection, JobSheet } from '@tare/contract';
import { cylinderOf, PART_KINDS, type JobFigures, type PartFact, type PartKind, type WeighedPart } from '@tare/core';
import { clock } from '../../words/numbers.js';
import { KIND_NAMES, partName } from '../../words/names.js';
import { figure, joined, line } from '../cardDocument.js';
import { personIn, type CardNames } from '../cardNames.js';

/** Parts that changed places, were exchanged, or had metal taken off; none where no part did. */
export function changed(sheet: JobSheet, { weighed }: JobFigures, names: CardNames): CardSection[] {
  const { parts } = weighed;
  const lines = [
    ...parts
      .filter(({ part }) => cylinderOf(part) !== part.cylinder)
      .map(({ part }) => line`${partName(part)} runs in cylinder ${String(cylinderOf(part))}.`),
    ...sheet.parts.filter(({ spare, extra }) => spare && !extra).map((part) => line`${partName(part)} runs in no cylinder: a spare took its place.`),
    ...parts.flatMap(({ part }) => newOnes(part, sheet, names)),
    ...PART_KINDS.flatMap((kind) => cutOnes(kind, parts, sheet)),
  ];
  return lines.length === 0 ? [] : [{ id: 'changed', title: 'Parts that changed', table: null, lines }];
}

const newOnes = (part: PartFact, { partCuts }: JobSheet, names: CardNames): CardLine[] =>
  partCuts
    .filter(({ partId, replaced }) => partId === part.id && replaced === true)
    .map(({ at, personId }) => line`${partName(part)}: a new one came in its place (${personIn(names, personId)}, ${clock(at)}).`);

/** The parts of a kind that were cut since they came, with what each lost by the scale. */
function cutOnes(kind: PartKind, parts: readonly WeighedPart[], { partCuts }: JobSheet): CardLine[] {
  const cut = parts.filter(({ part }) => {
    const own = partCuts.filter(({ partId }) => partId === part.id);
    return part.kind === kind && own.at(-1)?.replaced !== true && own.length > 0;
  });
  if (cut.length === 0) return [];
  return [
    line`${KIND_NAMES[kind].many} cut: ${joined(
      cut.map((weighed) => line`${String(weighed.part.cylinder)} ${taken(weighed)}`),
      ', ',
    )}.`,
  ];
}

/** What left it by the scale, where it was weighed before and after. */
function taken({ asReceived, now, needsReweighing }: WeighedPart): CardLine {
  const [before, after] = [asReceived, now].map((summaries) => (summaries.total ?? summaries.mass)?.meanG);
  if (needsReweighing) return line`(not weighed since)`;
  return before === undefined || after === undefined ? line`(not weighed before)` : line`by ${figure(before - after, 2, 'g')}`;
}
