import type { CardFigure, CardLine, CardSection, JobSheet } from '@tare/contract';
import {
  cylinderOf,
  hasBench,
  hasEnds,
  kindsHere,
  massNowG,
  meanWorking,
  PART_KINDS,
  rodEndsWorking,
  SET_KINDS,
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
  const kinds = kindsHere(weighChoices.partSchool, spec.elsewhere);
  const columns = kinds.flatMap((kind): Column[] =>
    hasEnds(kind)
      ? endsShown(kind, sheet).map(([end, words]) => ({ kind, end, title: `${KIND_NAMES[kind].one}, ${words}` }))
      : [{ kind, end: null, title: KIND_NAMES[kind].one }],
  );
  const isWeighed = figures.weighed.parts.some(({ part, now }) => kinds.includes(part.kind) && Object.keys(now).length > 0);
  const sets = figures.sets.kind === 'matched' ? figures.sets.cylinders : [];
  const hasSets = sets.length > 0 && weighChoices.partSchool === 'eachPart' && Object.keys(sets[0]!.parts).length > 1;
  const partIn = (kind: PartKind, cylinder: number): WeighedPart | undefined =>
    figures.weighed.parts.find(({ part }) => part.kind === kind && cylinderOf(part) === cylinder);
  return {
    id: 'weights',
    title: 'Weights as left, g',
    lines: [...setLines(sheet, figures), ...marksLines(sheet)],
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

/** What stands on the parts that run, and who made them, where somebody wrote it down. */
const marksLines = ({ parts, partMarks }: JobSheet): CardLine[] =>
  PART_KINDS.flatMap((kind) => {
    const told = parts
      .filter((part) => part.kind === kind && !part.spare)
      .flatMap((part) => {
        const { serial = '', maker = '' } = partMarks[part.id] ?? {};
        const words = [serial.trim(), maker.trim() === '' ? '' : `by ${maker.trim()}`].filter((word) => word !== '').join(' ');
        return words === '' ? [] : [`${part.cylinder} ${words}`];
      });
    return told.length === 0 ? [] : [line`${KIND_NAMES[kind].many} are marked: ${told.join(', ')}.`];
  });

/** What of a rod was weighed: its total alone, or its ends, made to add up. */
const endsShown = (kind: PartKind, { weighChoices }: JobSheet): typeof ENDS =>
  weighChoices.rodSchool === 'totalOnly' && kind === 'rod' ? ENDS.filter(([end]) => end === 'totalG') : ENDS;

/** A part's weight as it is; from which cylinder it came, where it moved; a dot where its weight is not known. */
function weightCell(weighed: WeighedPart | undefined, end: EndG | null, cylinder: number, { readings }: JobSheet): CardLine {
  if (!weighed) return ['·'];
  const { part, rod, now, needsReweighing } = weighed;
  const name = partName(part);
  const movedTo = part.cylinder === cylinder ? '' : ` (from ${part.cylinder})`;
  const moved = part.cylinder === cylinder || (end !== null && end !== 'bigEndG') ? '' : ` (from ${part.cylinder})`;
  if (end !== null) {
    if (!rod || needsReweighing) return [`·${moved}`];
    if (rod.kind === 'unknown') return end === 'totalG' && rod.totalG !== null ? line`${figure(rod.totalG, 2, '')}${movedTo}` : [`·${moved}`];
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
  if (!hasBench(spec.jobKind, 'match')) return [];
  const agreedG = figure(spec.matchToleranceG, 2, 'g');
  const perKind = Object.entries(kinds).map(([kind, match]) => {
    const { many } = KIND_NAMES[kind as PartKind];
    return match.kind === 'matched'
      ? line`${many} lie within ${figure(match.set.spreadG, 2, 'g')}: ${insideWords(match.set.inTolerance)} the ${agreedG} agreed.`
      : line`${many} are not matched.`;
  });
  return [
    ...(matchChoices.basis === 'perKind' ? perKind : wholeLines(sets, spec, agreedG)),
    rods.kind === 'matched'
      ? line`Rods lie within ${figure(rods.bigEnd.spreadG, 2, 'g')} at the big end and ${figure(rods.smallEnd.spreadG, 2, 'g')} at the small end: ${insideWords(rods.inTolerance)} the ${agreedG} agreed.`
      : rods.kind === 'totals'
        ? line`Rods lie within ${figure(rods.total.spreadG, 2, 'g')} by their totals: ${insideWords(rods.inTolerance)} the ${agreedG} agreed. Their ends are not known.`
        : line`Rods are not matched${rods.kind === 'none' ? ' here' : ''}.`,
  ];
}

/** What a set is made of here, in words: "piston and pin". */
function setWords({ elsewhere = {} }: JobSheet['spec']): string {
  const [first, ...more] = SET_KINDS.filter((kind) => !elsewhere[kind]).map((kind) => SET_WORDS[kind]);
  return more.length === 0 ? (first ?? '') : `${[first, ...more.slice(0, -1)].join(', ')} and ${more.at(-1)}`;
}
const SET_WORDS = { piston: 'piston', pin: 'pin', lockPair: 'locks', ringSet: 'rings' } as const;

function wholeLines(sets: JobFigures['sets'], spec: JobSheet['spec'], agreedG: CardFigure): CardLine[] {
  if (sets.kind !== 'matched') return [line`Sets are not matched${sets.kind === 'none' ? ' here' : ''}.`];
  const alone = SET_KINDS.filter((kind) => !spec.elsewhere?.[kind]);
  if (sets.school === 'eachPart' && alone.length === 1)
    return [
      line`${KIND_NAMES[alone[0]!].many} lie within ${figure(sets.set.spreadG, 2, 'g')}: ${insideWords(sets.set.inTolerance)} the ${agreedG} agreed.`,
    ];
  const made = sets.school === 'eachPart' ? ` of ${setWords(spec)}` : ` of ${setWords({ ...spec, elsewhere: {} })}`;
  return [line`Sets${made} lie within ${figure(sets.set.spreadG, 2, 'g')}: ${insideWords(sets.set.inTolerance)} the ${agreedG} agreed.`];
}
