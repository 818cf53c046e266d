import type { CardFigure, CardLine, CardSection, JobSheet } from '@tare/contract';
import {
  arrivalList,
  ARRIVAL_WORDS,
  kindsHere,
  massNowG,
  toPolar,
  unbalanceForceN,
  type JobFigures,
  type SetUpStep,
  type WeighedPart,
} from '@tare/core';
import { figure, line } from '../card/cardDocument.js';
import { partRows } from '../card/sections/parts.js';
import { PART_WORDS } from '../words/mountedWords.js';
import { KIND_NAMES, verdictIn100 } from '../words/names.js';

/** One part of a survey's page. */
type SurveySection = Omit<CardSection, 'id'>;

const nameOf = (part: string): string => PART_WORDS[part] ?? part;

/**
 * How bad it is, on one page, worst first (handbook, Set-ups, A survey): each part's own unbalance as grams at a radius and as force at
 * the redline, what a correction would bring, each kind's spread, and what was not there to be measured.
 */
export function surveyOf(sheet: JobSheet, figures: JobFigures): SurveySection[] {
  return [...ownUnbalance(sheet), asSpun(sheet, figures), spreads(sheet, figures), notThere(sheet, figures)];
}

function ownUnbalance(sheet: JobSheet): SurveySection[] {
  const { planes } = sheet.spec.crank;
  const { redlineRpm } = sheet.spec;
  if ((sheet.setUp?.kept.spins ?? sheet.spins).length === 0) return [];
  return [
    {
      title: `Each part by itself, worst first: its pull at ${redlineRpm} rpm`,
      lines: [
        line`Grams at ${figure(planes.radiusAMm, 0, 'mm')} in A and ${figure(planes.radiusBMm, 0, 'mm')} in B; ± holds the truth 95 times in 100. Parts that were never spun apart are told together.`,
      ],
      table: {
        columns: [
          { title: 'Part', isFigure: false },
          { title: 'Front, plane A', isFigure: true },
          { title: 'Rear, plane B', isFigure: true },
          { title: 'Pull, N', isFigure: true },
        ],
        rows: partRows(sheet).map(({ cells, forceN }) => [...cells, [figure(Math.max(forceN.a, forceN.b), 0, '')]]),
      },
    },
  ];
}

function asSpun(sheet: JobSheet, figures: JobFigures): SurveySection {
  const { redlineRpm } = sheet.spec;
  const spun = figures.setUps.filter(({ spinIds, known }) => spinIds.length > 0 && known !== null);
  const pull = (gmm: number): CardFigure => figure(unbalanceForceN(gmm, redlineRpm), 0, 'N');
  const row = ({ name, known, tolerance, verdict, inside }: SetUpStep): CardLine[] => {
    const [a, b] = [toPolar(known!.unbalance.aGmm).amount, toPolar(known!.unbalance.bGmm).amount];
    const share = Math.max(a / tolerance.aGmm, b / tolerance.bGmm);
    return [
      [name],
      [figure(share, 1, '')],
      [pull(Math.max(a, b))],
      [pull(Math.max(tolerance.aGmm, tolerance.bGmm))],
      [verdictIn100(verdict, inside)],
    ];
  };
  return {
    title: 'As it was spun, and what a correction would bring',
    lines:
      spun.length === 0
        ? [line`Nothing was spun.`]
        : [line`The worse plane of each, as so many times its tolerance; its pull now, and once it is brought to its tolerance.`],
    table:
      spun.length === 0
        ? null
        : {
            columns: [
              { title: 'Set-up', isFigure: false },
              { title: 'Times its tolerance', isFigure: true },
              { title: 'Pull now', isFigure: true },
              { title: 'Corrected, at most', isFigure: true },
              { title: 'It is', isFigure: false },
            ],
            rows: spun.map(row),
          },
  };
}

function spreads(sheet: JobSheet, { weighed }: JobFigures): SurveySection {
  const rows = kindsHere(sheet.weighChoices.partSchool, sheet.spec.elsewhere).flatMap((kind): CardLine[][] => {
    const parts = weighed.parts.filter(({ part }) => part.kind === kind);
    const of = (title: string, massOf: (part: WeighedPart) => number | null): CardLine[][] => {
      const masses = parts.map(massOf).filter((g) => g !== null);
      if (masses.length < 2) return [];
      const [least, most] = [Math.min(...masses), Math.max(...masses)];
      return [[[title], line`${figure(least, 2, 'g')} to ${figure(most, 2, 'g')}`, [figure(most - least, 2, 'g')]]];
    };
    const { many } = KIND_NAMES[kind];
    return kind === 'rod'
      ? [
          ...of(`${many}, big ends`, ({ rod }) => (rod && rod.kind !== 'unknown' ? rod.bigEndG : null)),
          ...of(`${many}, small ends`, ({ rod }) => (rod && rod.kind !== 'unknown' ? rod.smallEndG : null)),
        ]
      : of(many, massNowG);
  });
  const widest = rows.toSorted((x, y) => spreadOf(y) - spreadOf(x));
  return {
    title: 'Pistons and rods: how far they lie apart',
    lines: rows.length === 0 ? [line`Nothing was weighed.`] : [line`Widest first; ${figure(sheet.spec.matchToleranceG, 2, 'g')} is agreed for sets.`],
    table:
      rows.length === 0
        ? null
        : {
            columns: [
              { title: 'Kind', isFigure: false },
              { title: 'From, to', isFigure: true },
              { title: 'Apart', isFigure: true },
            ],
            rows: widest,
          },
  };
}

const spreadOf = (row: readonly CardLine[]): number => (row[2]![0] as CardFigure).value;

function notThere(sheet: JobSheet, figures: JobFigures): SurveySection {
  const { setUps, arrivals, spec } = sheet;
  const missing = setUps.list.flatMap(({ name, missing: parts }) => parts.map(({ part, why }) => line`${name}, the ${nameOf(part)}: ${why}.`));
  const notSpun = figures.setUps.filter(({ spinIds }) => spinIds.length === 0).map(({ name }) => line`${name}: not spun.`);
  const counted = Object.keys(arrivals).length > 0;
  const short = counted ? arrivalList(spec).filter(({ key, count, needed }) => needed && (arrivals[key]?.count ?? 0) < count) : [];
  const arrived = short.map(({ key, count }) => line`${ARRIVAL_WORDS[key]}: ${String(arrivals[key]?.count ?? 0)} of ${String(count)} came.`);
  const unweighed = kindsHere(sheet.weighChoices.partSchool, sheet.spec.elsewhere)
    .filter((kind) => figures.weighed.parts.filter(({ part }) => part.kind === kind).every(({ now }) => Object.keys(now).length === 0))
    .map((kind) => line`${KIND_NAMES[kind].many}: not weighed.`);
  const lines = [...missing, ...notSpun, ...arrived, ...unweighed];
  return { title: 'What was not there to be measured', lines: lines.length === 0 ? [line`All of it was.`] : lines, table: null };
}
