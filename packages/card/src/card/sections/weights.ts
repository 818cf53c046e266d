import type { CardLine, CardSection, JobSheet } from '@tare/contract';
import {
  cylinderOf,
  hasEnds,
  kindsWeighed,
  massNowG,
  meanWorking,
  rodEndsWorking,
  type CylinderSet,
  type JobFigures,
  type PartKind,
  type WeighedPart,
} from '@tare/core';
import { KIND_NAMES, partName } from '../../words/names.js';
import { figure, line } from '../cardDocument.js';

type EndG = 'bigEndG' | 'smallEndG' | 'totalG';
const ENDS: readonly (readonly [EndG, string])[] = [
  ['bigEndG', 'big end'],
  ['smallEndG', 'small end'],
  ['totalG', 'total'],
];

interface Column {
  readonly kind: PartKind;
  /** Null for what has one weight. */
  readonly end: EndG | null;
  readonly title: string;
}

/** Every part in the cylinder that it runs in, and how far the sets lie apart. */
export function weights(sheet: JobSheet, figures: JobFigures): CardSection {
  const { spec, weighChoices } = sheet;
  const kinds = kindsWeighed(weighChoices.partSchool);
  const columns = kinds.flatMap((kind): Column[] =>
    hasEnds(kind)
      ? ENDS.map(([end, words]) => ({ kind, end, title: `${KIND_NAMES[kind].one}, ${words}` }))
      : [{ kind, end: null, title: KIND_NAMES[kind].one }],
  );
  const isWeighed = figures.weighed.parts.some(({ part, now }) => kinds.includes(part.kind) && Object.keys(now).length > 0);
  const sets = figures.sets.kind === 'matched' ? figures.sets.cylinders : [];
  const hasSets = sets.length > 0 && weighChoices.partSchool === 'eachPart';
  const partIn = (kind: PartKind, cylinder: number): WeighedPart | undefined =>
    figures.weighed.parts.find(({ part }) => part.kind === kind && cylinderOf(part) === cylinder);
  return {
    id: 'weights',
    title: 'Weights as left, g',
    lines: setLines(sheet, figures),
    table: !isWeighed
      ? null
      : {
          columns: [
            { title: 'Cyl.', isFigure: false },
            ...columns.map(({ title }) => ({ title, isFigure: true })),
            ...(hasSets ? [{ title: 'Set', isFigure: true }] : []),
          ],
          rows: spec.layout.cylinders.map(({ number }) => [
            [String(number)],
            ...columns.map(({ kind, end }) => weightCell(partIn(kind, number), end, number, sheet)),
            ...(hasSets ? [setCell(sets.find(({ cylinder }) => cylinder === number))] : []),
          ]),
        },
  };
}

/** A part's weight as it is; from which cylinder it came, where it moved; a dot where its weight is not known. */
function weightCell(weighed: WeighedPart | undefined, end: EndG | null, cylinder: number, { readings }: JobSheet): CardLine {
  if (!weighed) return ['·'];
  const { part, rod, now, needsReweighing } = weighed;
  const name = partName(part);
  const moved = part.cylinder === cylinder || (end !== null && end !== 'bigEndG') ? '' : ` (from ${part.cylinder})`;
  if (end !== null) {
    if (!rod || needsReweighing || rod.kind === 'unknown') return [`·${moved}`];
    return line`${figure(rod[end], 2, '', end === 'totalG' ? null : rodEndsWorking(name, rod, end))}${moved}`;
  }
  const g = massNowG(weighed);
  if (g === null) return [`·${moved}`];
  const own = readings.filter((r) => r.partId === part.id && r.measure === 'mass' && !r.voided && r.referencePartId === null);
  const latest = own.filter((r) => r.cutId === own.at(-1)?.cutId).map(({ valueG }) => valueG);
  return line`${figure(g, 2, '', latest.length > 0 && now.mass ? meanWorking(name, latest, now.mass) : null)}${moved}`;
}

const setCell = (set: CylinderSet | undefined): CardLine => (set ? [figure(set.weightG, 2, '')] : ['·']);

const insideWords = (isInside: boolean): string => (isInside ? 'inside' : 'outside');

function setLines({ spec, matchChoices }: JobSheet, { sets, rods, kinds }: JobFigures): CardLine[] {
  const agreedG = figure(spec.matchToleranceG, 2, 'g');
  const perKind = Object.entries(kinds).map(([kind, match]) => {
    const { many } = KIND_NAMES[kind as PartKind];
    return match.kind === 'matched'
      ? line`${many} lie within ${figure(match.set.spreadG, 2, 'g')}: ${insideWords(match.set.inTolerance)} the ${agreedG} agreed.`
      : line`${many} are not matched.`;
  });
  const whole =
    sets.kind === 'matched'
      ? [
          line`Sets of piston, pin, locks and rings lie within ${figure(sets.set.spreadG, 2, 'g')}: ${insideWords(sets.set.inTolerance)} the ${agreedG} agreed.`,
        ]
      : [line`Sets are not matched.`];
  return [
    ...(matchChoices.basis === 'perKind' ? perKind : whole),
    rods.kind === 'matched'
      ? line`Rods lie within ${figure(rods.bigEnd.spreadG, 2, 'g')} at the big end and ${figure(rods.smallEnd.spreadG, 2, 'g')} at the small end: ${insideWords(rods.inTolerance)} the ${agreedG} agreed.`
      : line`Rods are not matched.`,
  ];
}
