import { fixed } from '@tare/card';
import type { RunDoubt } from '@tare/core';

/** What is unlike such machines in trial runs, or contradicts another of them. */
export function runDoubtSentence(doubt: RunDoubt): string {
  switch (doubt.kind) {
    case 'contradiction':
      return 'The four runs contradict one another: one reading or one weight is not what was typed. Read the paper again, or make the run that you trust least again.';
    case 'farther':
      return `A weight in ${doubt.plane} is heard more at the far support than at its own. Are the supports, or the weights, at each other’s ends?`;
    case 'unlike':
      return doubt.which === 'own'
        ? `One support hears its own weight ${timesWords(doubt.times)} more than the other does. Is a decimal point wrong in a reading or a weight?`
        : `One support hears the far weight ${timesWords(doubt.times)} more than the other does; like supports stay within two times. Look at both runs with one weight again.`;
    case 'phase':
      return `At ${doubt.plane} the angle lies ${fixed(doubt.offDeg, 0)}° off what this machine’s calibrations say. Is the mark, or an angle of that run, where it should be?`;
  }
}
const timesWords = (times: number): string => (Number.isFinite(times) ? `${fixed(times, 1)} times` : 'endlessly many times');
