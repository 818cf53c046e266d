import { add, scale, ZERO } from '../../units/vector.js';
import type { SupportReading } from '../influence.js';
import { processSpin, type SpinSignal } from './processSpin.js';
import { tachEdges, wholeTurns } from './tach.js';

/** What can be seen of a spin while it turns. */
export interface LiveView {
  /** Whole turns so far. */
  readonly turns: number;
  readonly speedRpm: number;
  /** Mean of the turns so far, in the sensors' unit. */
  readonly mean: SupportReading;
  /** The last two turns, at even times. */
  readonly wave: { readonly left: readonly number[]; readonly right: readonly number[]; readonly tach: readonly number[] };
}

export interface LiveSpin {
  /** Adds the next samples of all three channels. */
  readonly push: (chunk: Omit<SpinSignal, 'sampleRateHz'>) => void;
  /** Works the new samples in; null until two whole turns are there. */
  readonly view: () => LiveView | null;
  /** Everything so far. */
  readonly signal: () => SpinSignal;
}

const WAVE_POINTS = 128;
const CHANNELS = ['left', 'right', 'tach'] as const;

/** Follows a spin as its samples come in; each look works out the turns that are new, not all of them again. */
export function liveSpin(sampleRateHz: number): LiveSpin {
  const held = { left: new Float64Array(1024), right: new Float64Array(1024), tach: new Float64Array(1024) };
  let [length, from, turns] = [0, 0, 0];
  let sum: SupportReading = { left: ZERO, right: ZERO };
  let seen: LiveView | null = null;
  const part = (start: number, end: number): SpinSignal => ({
    sampleRateHz,
    left: held.left.subarray(start, end),
    right: held.right.subarray(start, end),
    tach: held.tach.subarray(start, end),
  });
  const waveOf = (start: number, end: number): LiveView['wave'] => {
    const at = (channel: Float64Array): number[] =>
      Array.from({ length: WAVE_POINTS }, (_, i) => channel[Math.round(start + ((end - start) * i) / (WAVE_POINTS - 1))]!);
    return { left: at(held.left), right: at(held.right), tach: at(held.tach) };
  };
  return {
    push: (chunk) => {
      for (const name of CHANNELS) {
        if (length + chunk[name].length > held[name].length) {
          const larger = new Float64Array(2 * (length + chunk[name].length));
          larger.set(held[name].subarray(0, length));
          held[name] = larger;
        }
        held[name].set(chunk[name], length);
      }
      length += Math.min(...CHANNELS.map((name) => chunk[name].length));
    },
    view: () => {
      const fresh = part(from, length);
      const whole = wholeTurns(tachEdges(fresh.tach));
      if (whole.length < 2) return seen;
      const processed = processSpin(fresh);
      for (const { left, right } of processed.turns) sum = { left: add(sum.left, left), right: add(sum.right, right) };
      turns += processed.turns.length;
      const [lastFrom, lastTo] = whole.at(-1)!;
      seen = {
        turns,
        speedRpm: processed.speedRpm,
        mean: { left: scale(sum.left, 1 / turns), right: scale(sum.right, 1 / turns) },
        wave: waveOf(from + whole.at(-2)![0], from + lastTo),
      };
      // Half a turn back, so that the next look finds the pulse that this turn ended with.
      from += Math.floor(lastTo - (lastTo - lastFrom) / 2);
      return seen;
    },
    signal: () => part(0, length),
  };
}
