import type { CardLine, CardSection, JobSheet } from '@tare/contract';
import { hasBench, isSpun, type BenchStatus, type JobFigures } from '@tare/core';
import { elsewhereSentences } from '../../words/elsewhereWords.js';
import { clock } from '../../words/numbers.js';
import { BENCH_NAMES } from '../../words/names.js';
import { mountedWords } from '../../words/mountedWords.js';
import { line } from '../cardDocument.js';
import { personIn, type CardNames } from '../cardNames.js';

const PUT_RIGHT_NAMES = { spin: 'Spin', cut: 'Cut', knownWeight: 'Known weight' } as const;

/** Spins, cuts and known weights that were on record and are not counted, each with its reason; none where all stands. */
export function putRight(sheet: JobSheet, names: CardNames): CardSection[] {
  const lines = sheet.putRight.map(({ what, madeAt, amended, reason, personId, at }): CardLine => [
    `${PUT_RIGHT_NAMES[what]} of ${clock(madeAt)} ${amended ? 'amended' : 'voided'} by ${personIn(names, personId)}, ${clock(at)}: ${reason}`,
  ]);
  return lines.length === 0 ? [] : [{ id: 'putRight', title: 'Put right on record', table: null, lines }];
}

/** Where angles count from, and how what bolts on was turned in the last spin. */
export function index({ spins }: JobSheet): CardSection {
  const mounted = spins.findLast(({ quick }) => quick !== true)?.mounted ?? null;
  return {
    id: 'index',
    title: 'Marks and index',
    table: null,
    lines: [
      line`Angles count from crankpin 1, clockwise seen from the front. Angles of unbalance point to where the crank is heavy. Grams of unbalance are at the radius beside them.`,
      ...(mounted ? [line`Mounted in the last spin: ${mountedWords(mounted)}.`] : []),
    ],
  };
}

/** What this job did without, so that nobody takes it for done. */
export function notDone(
  { readings, spins, arrivals, spec }: JobSheet,
  { bobsNeeded, estimate, holesSinceLastSpin }: JobFigures,
  statuses: readonly BenchStatus[],
): CardSection {
  const open = statuses.filter(({ bench, state }) => ['weigh', 'match', 'bobs'].includes(bench) && state !== 'done');
  const lines: CardLine[] = [
    ...(Object.keys(arrivals).length === 0 ? [line`Check in: what came in was not counted.`] : []),
    ...elsewhereSentences(spec.elsewhere).map((sentence): CardLine => [sentence]),
    ...(readings.some(({ voided }) => !voided) ? [] : [line`Weigh: nothing was weighed here.`]),
    ...open.filter(({ bench }) => bench !== 'weigh' || readings.length > 0).map(({ bench, why }): CardLine => [`${BENCH_NAMES[bench]}: ${why}.`]),
    ...(hasBench(spec.jobKind, 'weigh') && !hasBench(spec.jobKind, 'match') ? [line`Match: the parts were not matched here.`] : []),
    ...(bobsNeeded.needed || !hasBench(spec.jobKind, 'bobs') ? [] : [line`Bob weights: not needed.`]),
    ...(spins.length === 0 || !isSpun(spec.jobKind) ? [line`Spin: not spun here.`] : []),
    ...(spins.length > 0 && (estimate.verdict !== 'inside' || holesSinceLastSpin > 0) ? [line`Correct: not shown to be inside the tolerance.`] : []),
  ];
  return { id: 'notDone', title: 'What was not done here', table: null, lines: lines.length === 0 ? [line`Nothing was left out.`] : lines };
}

/** What ends the balance. */
export function holdsWhile({ spec }: JobSheet): CardSection {
  return {
    id: 'holdsWhile',
    title: 'How long this balance holds',
    table: null,
    lines: [
      line`Each part has to stay in the place that stands here. Exchanging or cutting one ends this balance.`,
      ...(isSpun(spec.jobKind) ? [crankHolds(spec)] : []),
      line`Follow the engine maker’s instructions and local rules when it is put together.`,
    ],
  };
}

const crankHolds = ({ balance }: JobSheet['spec']): CardLine =>
  balance === 'internal'
    ? line`So does straightening, grinding, drilling or welding the crank. Damper, flywheel and clutch have to be in balance by themselves.`
    : line`So does straightening, grinding, drilling or welding the crank. Damper and flywheel have to stay with it, turned as they were.`;
