import type { CardLine, CardSection, JobSheet } from '@tare/contract';
import { allMeasuresOf, kindsHere, type JobFigures, type Measure, type PartKind, type ReadingSummary } from '@tare/core';
import { KIND_NAMES, MEASURE_NAMES } from '../../words/names.js';
import { counted, figure, line } from '../cardDocument.js';
import { instrumentIn, type CardNames } from '../cardNames.js';

const SCHOOL_WORDS = {
  eachPart: 'Every part was weighed by itself.',
  cylinderSets: 'Piston, pin, locks and rings of a cylinder were weighed together.',
  setAndBare: 'Sets of piston, pin, locks and rings were weighed whole once, and the bare pistons from then on.',
  pressedAssemblies: 'Pistons were weighed pressed on their rods.',
} as const;

/** What was weighed of a kind, and what that cannot tell. */
const SAMPLE_WORDS = {
  one: 'One of each kind was weighed and stands for all: how far the others differ is not known.',
  twoRodEnds:
    'Every rod was weighed whole, and the ends of the lightest and the heaviest alone: the ends of the others lie between theirs by their totals.',
} as const;

/** Of each kind: how often it was weighed and on what, and from lightest to heaviest as it came and as it is. */
export function weighing(sheet: JobSheet, figures: JobFigures, names: CardNames): CardSection {
  const { partSchool, sample = 'every' } = sheet.weighChoices;
  const rows = kindsHere(partSchool, sheet.spec.elsewhere).flatMap((kind) =>
    allMeasuresOf(kind).flatMap((measure) => kindRow(kind, measure, sheet, figures, names)),
  );
  return {
    id: 'weighing',
    title: 'How it was weighed',
    lines:
      rows.length === 0
        ? [line`Nothing was weighed.`]
        : [line`${SCHOOL_WORDS[partSchool]}`, ...(sample === 'every' ? [] : [line`${SAMPLE_WORDS[sample]}`])],
    table:
      rows.length === 0
        ? null
        : {
            columns: [
              { title: 'Kind', isFigure: false },
              { title: 'As received, g', isFigure: true },
              { title: 'As left, g', isFigure: true },
              { title: 'Placements', isFigure: true },
              { title: 'On', isFigure: false },
            ],
            rows,
          },
  };
}

function kindRow(kind: PartKind, measure: Measure, sheet: JobSheet, { weighed }: JobFigures, names: CardNames): (readonly CardLine[])[] {
  const parts = weighed.parts.filter(({ part, asReceived, now }) => part.kind === kind && (asReceived[measure] ?? now[measure]));
  if (parts.length === 0) return [];
  const ids = new Set(parts.map(({ part }) => part.id));
  const readings = sheet.readings.filter((r) => ids.has(r.partId) && r.measure === measure && !r.voided);
  const on = [...new Set(readings.map(({ instrumentId }) => instrumentIn(names, instrumentId)))];
  const name = measure === 'mass' ? KIND_NAMES[kind].many : `${KIND_NAMES[kind].many}, ${MEASURE_NAMES[measure].toLowerCase()}`;
  return [
    [
      [name],
      range(parts.flatMap(({ asReceived }) => asReceived[measure] ?? [])),
      range(parts.flatMap(({ now, needsReweighing }) => (needsReweighing ? [] : (now[measure] ?? [])))),
      line`${counted(readings.length)} on ${counted(parts.length)} ${parts.length === 1 ? 'part' : 'parts'}`,
      [on.join(', ')],
    ],
  ];
}

function range(summaries: readonly ReadingSummary[]): CardLine {
  const means = summaries.map(({ meanG }) => meanG);
  if (means.length === 0) return ['·'];
  const [low, high] = [Math.min(...means), Math.max(...means)];
  return high - low < 0.005 ? [figure(low, 2, '')] : line`${figure(low, 2, '')} to ${figure(high, 2, '')}`;
}
