import type { CardLine, CardSection, JobSheet } from '@tare/contract';
import { ARRIVAL_WORDS, arrivalList, metalNow, type PartFact } from '@tare/core';
import { partName } from '../../words/names.js';
import { counted, figure, joined, line } from '../cardDocument.js';
import { cutPlace } from './cutLines.js';

/** What came in, what was noted of it, and what the crank had had done to it before. */
export function arrived(sheet: JobSheet): CardSection {
  const { spec, arrivals, parts } = sheet;
  const found = arrivalList(spec).flatMap(({ key, count }) => {
    const seen = arrivals[key];
    const name = ARRIVAL_WORDS[key].replace(/^the /, '');
    return seen
      ? [[[name.charAt(0).toUpperCase() + name.slice(1)], line`${counted(seen.count)} of ${counted(count)}`, [seen.condition], [seen.marks]]]
      : [];
  });
  return {
    id: 'arrived',
    title: 'What came in',
    lines: [
      ...(found.length === 0 ? [line`Nobody counted what came in.`] : []),
      ...parts.flatMap((part) => markWords(part, sheet)),
      ...foundInCrank(sheet),
    ],
    table:
      found.length === 0
        ? null
        : {
            columns: [
              { title: 'What', isFigure: false },
              { title: 'Counted', isFigure: true },
              { title: 'Condition', isFigure: false },
              { title: 'Marks', isFigure: false },
            ],
            rows: found,
          },
  };
}

function markWords(part: PartFact, { partMarks, parts }: JobSheet): CardLine[] {
  const marks = partMarks[part.id];
  const keptWith = parts.find(({ id }) => id === marks?.keptWithId);
  const words: CardLine[] = [
    ...(part.damaged ? [line`damaged, or to be replaced`] : []),
    ...(marks?.pressed ? [line`pressed on its pin`] : []),
    ...(keptWith ? [line`kept with ${partName(keptWith).toLowerCase()}`] : []),
    ...(marks && marks.sizeMm !== 0 ? [line`${marks.sizeMm > 0 ? 'oversize' : 'undersize'} ${figure(Math.abs(marks.sizeMm), 3, 'mm')}`] : []),
    ...(marks?.note ? [[marks.note]] : []),
  ];
  return words.length === 0 ? [] : [line`${partName(part)}: ${joined(words, ', ')}.`];
}

/** Holes and bars that the crank came with. */
function foundInCrank({ spec: { crank } }: JobSheet): CardLine[] {
  const { standing } = metalNow(crank, []);
  if (standing.length === 0) return [];
  return [
    line`The crank came with ${joined(
      standing.map((cut) => cutPlace(crank, cut)),
      '; ',
    )}.`,
  ];
}
