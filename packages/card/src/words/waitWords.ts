import type { Wait } from '@tare/core';
import { fixed } from './numbers.js';
import { timesIn100 } from './names.js';

/** What has to be read before a plan goes to the drill, and why, in a sentence or two for whoever is at the machine. */
export function waitSentence(wait: Wait): string {
  switch (wait.kind) {
    case 'readings':
      return wait.have === 1
        ? 'Read the machine twice more: a typed spin counts once it has been read three times. About 1 minute.'
        : 'Read the machine once more: a typed spin counts once it has been read three times. Half a minute.';
    case 'weights':
      return weightsSentence(wait.done, wait.gainDeviation);
    case 'fourthRun':
      return 'Make a calibration of four runs: three cannot contradict one another. The fourth has both weights on, ends changed, a quarter turn further on. About 5 minutes.';
    case 'firstAgain':
      return 'Take the crank out, mount it again and spin once more: no other spin has confirmed this reading yet. About 5 minutes.';
    case 'scatter':
      return 'Take the crank out, mount it again and spin once more: no chance can be said yet, because one spin does not show how far two lie apart. About 5 minutes.';
    case 'unlikelySpin':
      return `Take the crank out, mount it again and spin once more: an honest spin lies as far off as this one ${timesIn100(wait.chance)}. About 5 minutes.`;
    case 'unlikelySuccess':
      return 'Take the crank out, mount it again and spin once more: this spin says inside, and that was less likely than not. About 5 minutes.';
    case 'knownWeight':
      return 'Hang a known weight and spin: the machine’s numbers have not been checked on this crank. About 5 minutes.';
  }
}

function weightsSentence(done: number, gainDeviation: number): string {
  const off = `the machine’s numbers may be ${fixed(100 * gainDeviation, 0)} % off`;
  if (done === 0) return `Two spins with known weights: ${off}. About 10 minutes.`;
  return done === 1
    ? `One more spin with known weights, ends changed and a quarter turn further on: ${off}. About 5 minutes.`
    : `One more spin with heavier known weights: ${off}. About 5 minutes.`;
}
