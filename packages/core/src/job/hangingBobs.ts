import type { BobChoices } from '../bob/bobChoices.js';
import type { JobFigures } from './jobFigures.js';

/** What hangs on each pin, g: what was accepted, else what is worked out; null where nothing is needed, `unknown` while nobody knows. */
export function hangingBobsG(
  { bobsNeeded, bobs }: Pick<JobFigures, 'bobsNeeded' | 'bobs'>,
  { acceptedG }: Pick<BobChoices, 'acceptedG'>,
): readonly number[] | 'unknown' | null {
  if (!bobsNeeded.needed) return null;
  if (acceptedG !== null) return acceptedG;
  return bobs.kind === 'ready' ? bobs.pins.map(({ card }) => card.bobWeightG) : 'unknown';
}
