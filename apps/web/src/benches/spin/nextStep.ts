import { count, waitSentence } from '@tare/card';
import { waitsNow, type JobFigures } from '@tare/core';

/** What of a job's figures says what comes next at the spin. */
type ForNext = {
  readonly spins: readonly Pick<JobFigures['spins'][number], 'settled'>[];
  readonly estimate: Pick<JobFigures['estimate'], 'surprise' | 'verdict' | 'inside' | 'restsOn' | 'gainsToCheck'>;
  readonly holesSinceLastSpin: number;
};

/** What to do next at the spin, in a sentence. @param waits the bobs are not mounted yet */
export function nextStep({ spins, holesSinceLastSpin, estimate }: ForNext, waits: boolean): string {
  const last = spins.at(-1);
  if (waits) return 'Bob weights first.';
  if (estimate.surprise) return 'A spin does not fit what was known: say what happened.';
  if (!last) return 'Spin the crank as it came: this first reading is kept as received.';
  if (holesSinceLastSpin > 0) return `${count(holesSinceLastSpin, 'cut')} since the last spin: spin again.`;
  const [wait] = waitsNow(estimate);
  if (wait) return waitSentence(wait);
  if (estimate.verdict === 'inside' && estimate.gainsToCheck.length > 0)
    return 'Inside, but the cuts say that the machine shows another amount than is there. Hang a known weight on and spin once more before the sign-off.';
  if (estimate.verdict === 'inside') return 'Inside the tolerance in both planes: at least 98 times in 100.';
  if (estimate.verdict === 'outside') return 'Outside the tolerance: plan the correction.';
  const settles = [
    ...(last.settled.byTurns === null ? [] : [`one more spin of about ${count(last.settled.byTurns, 'turn')}`]),
    ...(last.settled.bySpins === null ? [] : [`${count(last.settled.bySpins, 'more spin')}, the crank taken out between`]),
  ].join(', or ');
  return settles === ''
    ? 'Cannot yet tell whether the crank is inside. It lies too near the limit for more turns or spins to settle that: see what the Correct bench proposes.'
    : `Cannot yet tell whether the crank is inside: ${settles} will settle that.`;
}
