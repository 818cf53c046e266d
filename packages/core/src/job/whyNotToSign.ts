import type { JobFacts } from './jobFacts.js';
import { isInsideNow, type JobFigures } from './jobFigures.js';

/** Why a job cannot be signed off as it is, in a sentence for whoever would sign; null where it can. */
export function whyNotToSign({ bobChoices }: Pick<JobFacts, 'bobChoices'>, figures: JobFigures): string | null {
  if (!isInsideNow(figures))
    return 'This crank is not shown to be inside its tolerance yet: both planes have to be inside at least 98 times in 100, with nothing drilled since the last spin.';
  if (figures.estimate.gainsToCheck.length > 0)
    return 'The cuts say that the machine shows another amount than is there. Hang a known weight on and spin once more, so that it is checked before anybody signs.';
  const refused = bobChoices.refusedPins ?? [];
  if (refused.length > 0)
    return `The scale refuses ${refused.length === 1 ? 'bob' : 'bobs'} ${refused.join(', ')}: the crank was spun with another weight than it needs. Put the bob right, weigh it in, mount it and spin again.`;
  return null;
}
