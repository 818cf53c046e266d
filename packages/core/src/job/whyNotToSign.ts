import type { BenchStatus } from './benches.js';
import type { BenchId } from './benchNames.js';
import { isSpun, type JobKind } from './jobKind.js';
import { verdictBy } from '../estimate/verdict.js';
import type { Wait } from './restsOn.js';
import { isInsideNow, isInsideThroughout, type JobFigures } from './jobFigures.js';

/** What a signature stands on, and what to do where it was opened again. */
const STANDS_ON: readonly (readonly [BenchId, string])[] = [
  ['weigh', 'A part was cut or exchanged and is not weighed since. Weigh it, and see that sets and bobs still fit.'],
  ['bobs', 'The crank was spun with another bob weight than it needs. Put the bobs right, mount them and spin again.'],
];

const WAITS_FOR = { match: 'Not every kind is shown to be inside yet', bobCard: 'The bob weights are not worked out yet' } as const;

/**
 * Why a job cannot be signed off as it is, in sentences for whoever would sign; null where it can.
 * @param sentenceOf says what has to be read before
 */
export function whyNotToSign(
  statuses: readonly BenchStatus[],
  figures: JobFigures,
  jobKind: JobKind | undefined,
  sentenceOf: (wait: Wait) => string,
): string | null {
  if (jobKind === 'survey') return 'A survey is not signed: its page says how bad it is.';
  if (!isSpun(jobKind)) {
    const signOff = statuses.find(({ bench }) => bench === 'signOff');
    return signOff?.state === 'waiting' ? `${WAITS_FOR[jobKind === 'match' ? 'match' : 'bobCard']} (${signOff.why}).` : null;
  }
  const { inside, restsOn } = figures.estimate;
  const [wait] = figures.setUps.length === 0 && verdictBy(inside) === 'inside' && figures.holesSinceLastSpin === 0 ? restsOn.acceptWaits : [];
  if (wait) return sentenceOf(wait);
  if (figures.setUps.length === 0 && !isInsideNow(figures))
    return 'This crank is not shown to be inside its tolerance yet: both planes have to be inside at least 98 times in 100, with nothing drilled since the last spin.';
  if (!isInsideThroughout(figures)) {
    const open = figures.setUps.filter(({ isDone }) => !isDone);
    if (open.length === 0) return 'Every set-up of this job is closed: nothing of it was brought inside.';
    const waits = open.flatMap(({ name, acceptWaits: [first] }) => (first ? [`${name}: ${sentenceOf(first)}`] : []));
    const toSpin = open.filter(({ acceptWaits }) => acceptWaits.length === 0).map(({ name }) => name);
    const spinThem =
      toSpin.length === 0 ? [] : [`Not every set-up is shown to be inside: ${toSpin.join(', ')}. Spin them, or close them with a reason.`];
    return [...spinThem, ...waits].join(' ');
  }
  if (figures.estimate.gainsToCheck.length > 0)
    return 'The cuts say that the machine shows another amount than is there. Hang a known weight on and spin once more, so that it is checked before anybody signs.';
  for (const [bench, todo] of STANDS_ON) {
    const status = statuses.find((one) => one.bench === bench);
    if (status?.state === 'reopened') return `${status.why.charAt(0).toUpperCase()}${status.why.slice(1)}. ${todo}`;
  }
  return null;
}
