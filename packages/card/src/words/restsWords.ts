import { toPolar, turnBetweenDeg, type JobFigures, type Vector } from '@tare/core';
import { clock, fixed } from './numbers.js';
import { count } from './names.js';

type Told = Pick<JobFigures['estimate'], 'restsOn' | 'gains'>;

/** A gain: the share of what is there that is shown, and by how much past its place. */
function gainWords(gain: Vector): string {
  const { amount, angleDeg } = toPolar(gain);
  const turnDeg = turnBetweenDeg(0, angleDeg);
  return `${fixed(amount, 2)} of what is there, ${fixed(Math.abs(turnDeg), 1)}° ${turnDeg < 0 ? 'before' : 'past'} it,`;
}

/** What the job's figures rest on, for the card, Spin and Correct: by what the machine's numbers are known, and how its readings scatter. */
export function restsSentences({ restsOn, gains }: Told): string[] {
  const { gainBy, gainDeviation, history, scatterBy } = restsOn;
  const gain = gains.at(-1);
  if (gainDeviation === null || !gain) return [];
  const percent = `± ${fixed(196 * gainDeviation, 1)} %`;
  const shows = `it shows ${gainWords(gain.a.gain)} in A and ${gainWords(gain.b.gain)} in B, ${percent}`;
  const by: Readonly<Record<typeof gainBy, string>> = {
    weights: `The machine was checked on this crank with known weights: ${shows}.`,
    trials: 'The machine was calibrated on this crank by four runs that agree.',
    history: history
      ? `The machine is known from ${count(history.jobs, 'earlier job')}, ${clock(history.from)} to ${clock(history.to)}: ${shows}.`
      : '',
    rounds: `The machine was checked by the cuts of this job: ${shows}.`,
    nothing: `The machine’s numbers have not been checked on this crank: they may be ${fixed(100 * gainDeviation, 0)} % off.`,
  };
  return [
    by[gainBy],
    scatterBy === 'machine'
      ? 'How far its readings lie apart was written down with the machine.'
      : scatterBy === 'readings'
        ? 'How far its readings lie apart was found on this job.'
        : 'How far its readings lie apart is not known: no chance can be said yet.',
  ].filter((sentence) => sentence !== '');
}

/** Why nobody hung known weights, for the card; null where somebody did, or they are not refused. */
export const refusalSentence = ({ refused, mostShare }: Told['restsOn']): string | null =>
  refused === null ? null : `No known weights: ${refused}.${mostShare < 1 ? ' Half of what is there was the most that a plan took.' : ''}`;
