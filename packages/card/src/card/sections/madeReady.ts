import { factsOf, keptSpecOf, type CardLine, type CardSection, type JobSheet } from '@tare/contract';
import {
  crankFigures,
  isCrankWork,
  JOURNAL_GROUPS,
  type Acceptance,
  type CrankFigures,
  type CrankFinish,
  type CrankWork,
  type JournalGroup,
  type MadeReady,
  type MeasurementFact,
  type Work,
} from '@tare/core';
import { figure, line } from '../cardDocument.js';
import type { CardNames } from '../cardNames.js';
import { boresMadeReady } from './boresMadeReady.js';
import { decksMadeReady } from './decksMadeReady.js';
import { sizes } from './sizes.js';
import { pinsMadeReady } from './pinsMadeReady.js';
import { allowed, spread, workLines } from './madeReadyLines.js';
import { rodsMadeReady } from './rodsMadeReady.js';

const VERDICTS: Readonly<Record<Acceptance['kind'], string>> = { inside: 'inside', outside: 'outside', cannotYetTell: 'not told' };
const GROUPS: Readonly<Record<JournalGroup, string>> = { mains: 'Mains', pins: 'Pins' };

/** How the crank was made ready: before, limits, after, by whom; nothing where nobody measured it. */
export function madeReady(sheet: JobSheet, names: CardNames): CardSection[] {
  const { madeReady: made } = factsOf(sheet);
  if (!made) return [];
  const figures = crankFigures(made, keptSpecOf(sheet));
  const isCrankRead =
    made.limits !== null || made.cracks !== null || [...made.measurements, ...made.works.map(({ work }) => work)].some(isOfTheCrank);
  const lines = [
    ...(isCrankRead ? cracksLine(made) : []),
    ...runOutLine(made, figures),
    ...JOURNAL_GROUPS.flatMap((group) => groupLine(group, made, figures)),
    ...bearingLine(made, figures),
    ...workLines(sheet, names, isCrankWork, workLine),
  ];
  const crank: CardSection[] = lines.length === 0 ? [] : [{ id: 'madeReady', title: 'The crank, made ready', table: null, lines }];
  return [
    ...crank,
    ...rodsMadeReady(sheet, made, names),
    ...boresMadeReady(sheet, made, names),
    ...pinsMadeReady(sheet, made, names),
    ...decksMadeReady(sheet, made, names),
    ...sizes(sheet, made, names),
  ];
}

/** Whether something was measured of the crank, or done to it. */
const isOfTheCrank = (one: MeasurementFact | Work): boolean =>
  'feature' in one && 'quantity' in one ? /^(crank|main|pin)/.test(one.feature) : isCrankWork(one);

function cracksLine({ cracks: test }: MadeReady): CardLine[] {
  if (!test) return [line`Not tested for cracks here.`];
  if (test.way === 'waived') return [line`The crack test was waived by ${test.by}.`];
  const found = test.cracks.length === 0 ? 'no crack' : test.cracks.map(({ place }) => `a crack: ${place}`).join(', ');
  return [line`Tested for cracks by ${test.by}, ${test.method}: ${found}${test.demagnetised ? '; demagnetised' : ''}.`];
}

function runOutLine({ limits }: MadeReady, { runOut }: CrankFigures): CardLine[] {
  if (runOut.kind !== 'read') return [];
  const worst = runOut.mains.reduce((most, main) => (main.runOutMm > most.runOutMm ? main : most));
  const atMost = limits?.runOutMm == null ? [] : line`, at most ${figure(limits.runOutMm, 3, 'mm')}`;
  return [line`Main ${String(worst.main)} runs out most, ${figure(worst.runOutMm, 3, 'mm')}${atMost}: ${VERDICTS[worst.verdict.kind]}.`];
}

function groupLine(group: JournalGroup, { limits }: MadeReady, { groups }: CrankFigures): CardLine[] {
  const read = groups[group].journals.flatMap(({ figures }) => (figures ? [figures] : []));
  if (read.length === 0) return [];
  const [low, high] = [Math.min(...read.map(({ smallestMm }) => smallestMm)), Math.max(...read.map(({ largestMm }) => largestMm))];
  const outside = read.filter(({ advice }) => advice === 'grind').length;
  return [
    line`${GROUPS[group]} measure ${figure(low, 3, 'mm')} to ${figure(high, 3, 'mm')}${allowed(limits?.[group])}; ${outside === 0 ? 'none' : String(outside)} outside.`,
  ];
}

function bearingLine({ limits }: MadeReady, { groups }: CrankFigures): CardLine[] {
  const { bearings } = groups.mains;
  if (bearings.length === 0) return [];
  const gaps = bearings.map(({ clearanceMm }) => clearanceMm);
  return [line`Main bearings have ${spread(gaps)} of clearance${allowed(limits?.mains.clearance)}.`];
}

/** What finishes a crank, as a sentence begins. */
export const FINISH_WORDS: Readonly<Record<CrankFinish, string>> = {
  oilWaysBrushed: 'Oil ways brushed out',
  holesChamfered: 'Oil holes chamfered',
  plugsIn: 'Plugs back in',
  polished: 'Journals polished',
  washed: 'Washed',
  sizesOnTag: 'Sizes on the tag',
};

function workLine(work: CrankWork): CardLine {
  switch (work.kind) {
    case 'push':
      return line`Main ${String(work.main)} was pushed ${figure(work.pressedMm, 2, 'mm')} on the side at ${figure(work.highAtDeg, 0, '°')}`;
    case 'grindMains':
      return line`Mains were ground ${figure(work.underMm, 2, 'mm')} under`;
    case 'grindPins':
      return line`Pins were ground ${figure(work.underMm, 2, 'mm')} under, from ${figure(work.diameterMm, 3, 'mm')}`;
    case 'polish':
      return line`${work.feature.replace('main.', 'Main ').replace('pin.', 'Pin ')} was polished`;
    case 'finish':
      return [FINISH_WORDS[work.what]];
  }
}
