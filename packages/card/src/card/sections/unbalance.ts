import { factsOf, sheetIn, type CardLine, type CardSection, type JobSheet, type SpinEntry } from '@tare/contract';
import {
  isInsideNow,
  newtonsToLbf,
  gmmToOzin,
  spinWorking,
  spunFigures,
  supportsMoved,
  toPolar,
  waitInShort,
  waitsNow,
  type JobFigures,
  type SpinFigures,
} from '@tare/core';
import { mountedWords, PART_WORDS } from '../../words/mountedWords.js';
import { placesKnown } from '../../words/numbers.js';
import { refusalSentence, restsSentences } from '../../words/restsWords.js';
import { count, timesIn100, VERDICT_WORDS, verdictIn100 } from '../../words/names.js';
import { angle, figure, line } from '../cardDocument.js';

/** Spins of one set-up in a row: what was mounted, and where it lay. */
interface SetUp {
  readonly name: string;
  readonly first: SpinFigures;
  readonly last: SpinFigures;
}

/** The first and the last of each set-up, both planes, with what they may be off by and the force at redline. */
export function unbalance(sheet: JobSheet, figures: JobFigures): CardSection {
  const { spec } = sheet;
  const head = { id: 'unbalance', title: 'Unbalance: where the crank is too heavy' } as const;
  const setUps = sheet.setUp
    ? namedSetUps(sheet)
    : setUpsOf(sheet, figures).map((one, i, { length }) => ({ ...one, sheet, isLeft: figures.holesSinceLastSpin === 0 && i === length - 1 }));
  if (setUps.length === 0) return { ...head, table: null, lines: [line`Not spun.`] };
  const rows = setUps.flatMap(({ name, first, last, sheet: own, isLeft }, i) => [
    ...planeRows(name, i === 0 ? 'as received' : 'first', first, own),
    ...(first === last ? [] : planeRows(name, isLeft ? 'as left' : 'last', last, own)),
  ]);
  return {
    ...head,
    lines: [
      ...(sheet.setUp ? setUpLines(sheet, figures) : [verdictLine(figures)]),
      ...[...restsSentences(figures.estimate), refusalSentence(figures.estimate.restsOn) ?? []].flat().map((sentence): CardLine => [sentence]),
      line`Force is at the redline of ${figure(spec.redlineRpm, 0, 'rpm')}. ± holds the truth 95 times in 100.`,
    ],
    table: {
      columns: ['Set-up', 'Spin', 'Plane']
        .map((title) => ({ title, isFigure: false }))
        .concat(['Too heavy by', '±', 'At', 'g·mm', 'oz·in', 'Force, N', 'lbf'].map((title) => ({ title, isFigure: true }))),
      rows,
    },
  };
}

function verdictLine({ estimate, holesSinceLastSpin, ...rest }: JobFigures): CardLine {
  const { verdict, inside } = estimate;
  if (holesSinceLastSpin > 0) return line`${count(holesSinceLastSpin, 'cut')} since the last spin: what is left was not read yet.`;
  if (isInsideNow({ estimate, holesSinceLastSpin, ...rest })) return line`Both planes are inside the tolerance: so it is ${timesIn100(inside ?? 0)}.`;
  if (verdict === 'outside') return line`Outside the tolerance.`;
  const [wait] = waitsNow(estimate);
  return [`Not shown to be inside the tolerance yet${wait ? `: it ${waitInShort(wait)}` : ''}.`];
}

function setUpsOf({ spins }: JobSheet, figures: JobFigures): SetUp[] {
  const setUps: { name: string; spins: SpinFigures[]; entry: SpinEntry }[] = [];
  for (const told of figures.spins) {
    const entry = spins.find(({ id }) => id === told.spinId);
    if (!entry || told.quick || told.setAside) continue;
    const name = mountedWords(entry.mounted ?? { crank: 0 });
    const before = setUps.at(-1);
    if (before?.name === name && !supportsMoved(before.entry.supports, entry.supports)) before.spins.push(told);
    else setUps.push({ name, spins: [told], entry });
  }
  return setUps.map(({ name, spins: own }) => ({ name, first: own[0]!, last: own.at(-1)! }));
}

/** Each set-up that was spun, in its own planes. */
function namedSetUps(sheet: JobSheet): (SetUp & { readonly sheet: JobSheet; readonly isLeft: boolean })[] {
  return sheet.setUps.list.flatMap((setUp) => {
    const own = sheetIn(sheet, setUp);
    const { spins, holesSinceLastSpin, isTurnedSince } = spunFigures(factsOf(own));
    const counted = spins.filter(({ quick, setAside }) => !quick && !setAside);
    const [first, last] = [counted[0], counted.at(-1)];
    return first && last ? [{ name: setUp.name, first, last, sheet: own, isLeft: holesSinceLastSpin === 0 && !isTurnedSince }] : [];
  });
}

/** What each set-up has on it, what was not there, and how it ended. */
function setUpLines({ setUps: { list } }: JobSheet, { setUps }: JobFigures): CardLine[] {
  return list.map(({ id, name, mounted, missing, reopened, closed }) => {
    const step = setUps.find(({ setUpId }) => setUpId === id)!;
    const how =
      closed !== null
        ? `closed: ${closed}`
        : step.spinIds.length === 0
          ? 'not spun'
          : step.changedSince
            ? 'changed since it was spun'
            : verdictIn100(step.verdict, step.inside);
    const part = (one: string): string => PART_WORDS[one] ?? one;
    const more = [
      ...missing.map((one) => ` Without the ${part(one.part)}: ${one.why}.`),
      ...reopened.map((one) => ` The ${part(one.part)} was opened again: ${one.why}.`),
    ].join('');
    return [`${name}: ${mountedWords(mounted)}; ${how}.${more}`];
  });
}

function planeRows(setUp: string, which: string, spin: SpinFigures, { spec }: JobSheet): (readonly CardLine[])[] {
  const { planes } = spec.crank;
  return (['a', 'b'] as const).map((plane) => {
    const radiusMm = plane === 'a' ? planes.radiusAMm : planes.radiusBMm;
    const { meanGmm, radius95Gmm, atLeastGmm } = spin[plane];
    const { amount, angleDeg } = toPolar(meanGmm);
    const places = placesKnown(radius95Gmm, radiusMm);
    const working = spinWorking(`${which}, plane ${plane.toUpperCase()}`, spin, plane, radiusMm);
    return [
      [setUp],
      [`${which}: ${VERDICT_WORDS[spin.verdict]}`],
      [plane.toUpperCase()],
      line`${atLeastGmm === null ? '' : 'at least '}${figure(amount / radiusMm, places, 'g', working)} at ${figure(radiusMm, 0, 'mm')}`,
      radius95Gmm === null ? ['not known'] : [figure(radius95Gmm / radiusMm, places, 'g')],
      [angle(angleDeg, 0)],
      [figure(amount, 0, '')],
      [figure(gmmToOzin(amount), 3, '')],
      [figure(spin.forceAtRedlineN[plane], 0, '')],
      [figure(newtonsToLbf(spin.forceAtRedlineN[plane]), 1, '')],
    ];
  });
}
