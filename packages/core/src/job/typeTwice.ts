import { estimate } from '../estimate/estimate.js';
import type { Mounted } from '../estimate/events.js';
import { readShown, type ShownSpin } from '../spin/shownSpin.js';
import { summariseTurns } from '../spin/turnSummary.js';
import { recordEvents, wholeOf, type EstimateFacts } from './recordEvents.js';
import type { SpinFact } from './jobFacts.js';

/** What a machine shows of a spin that has not been kept yet. */
export interface ShownNow extends Pick<SpinFact, 'machineId' | 'calibrationId' | 'hung' | 'hungPieces'> {
  readonly shown: readonly ShownSpin[];
  readonly mounted: Mounted;
}

/** An honest reading is asked for a second look at no more often than this; a slip of the pen seldom falls among the others. */
const SELDOM_CHANCE = 0.1;
/** Where what is expected is known so much worse than a reading tells, a wrong digit may well fit. */
const WIDE_TO_SCATTER = 3;

/** Nothing like it was read before; so little is known that a slip would hide in it; most readings would lie nearer. */
export type WhyTwice = 'nothingBefore' | 'aSlipWouldHide' | 'seldomSoFar';

/**
 * Whether numbers copied off a display are to be typed twice before they are believed: where nothing could contradict them (the first
 * by this machine, or of this state), where what is expected is so wide that a wrong digit may fit, and where they lie farther off
 * than nine honest readings in ten; null where once is enough. The alarm (`estimate`) asks for so much that a plain slip may hide below it; looking at the
 * machine once more costs seconds. Practice with slips (`docs/practice.md`) chose the two bounds.
 * @throws CoreError as readShown
 */
export function whyTypeTwice(looked: EstimateFacts, { shown, ...now }: ShownNow): WhyTwice | null {
  const { setUp: _, ...facts } = { ...looked, ...wholeOf(looked) };
  const before = facts.spins.findLast(
    ({ shownBy, machineId, calibrationId }) =>
      shownBy != null && (machineId ?? null) === (now.machineId ?? null) && (calibrationId ?? null) === (now.calibrationId ?? null),
  );
  if (!before) return 'nothingBefore';
  const { spins, display, atLeastGmm } = readShown(shown, before.shownBy!);
  if (atLeastGmm.a !== null || atLeastGmm.b !== null) return null;
  const candidate: SpinFact = { ...before, ...now, id: 'shown now', turns: summariseTurns(spins), display, atLeastGmm, quick: false };
  const told = estimate(recordEvents({ ...facts, spins: [...facts.spins, candidate] })).spins.at(-1)!;
  if (told.expected === null) return 'nothingBefore';
  const { chance, expectedCovariance } = told;
  if (chance === null || expectedCovariance === null) return null;
  if (isWide(expectedCovariance, candidate.knownDeviationGmm ?? null)) return 'aSlipWouldHide';
  return chance < SELDOM_CHANCE ? 'seldomSoFar' : null;
}

/** Of a 4 × 4 covariance, whether either plane's component is far wider than one reading. */
function isWide(covariance: readonly number[], scatterGmm: number | null): boolean {
  return scatterGmm !== null && Math.sqrt(Math.max(covariance[0]!, covariance[10]!)) > WIDE_TO_SCATTER * scatterGmm;
}
