import { checkNumber, CoreError } from '../../units/check.js';
import type { Vector } from '../../units/vector.js';
import type { SupportReading } from '../influence.js';
import { tachEdges, wholeTurns } from './tach.js';

/** A recorded spin: two sensors and the once-per-turn mark, sampled together. */
export interface SpinSignal {
  readonly sampleRateHz: number;
  readonly left: Float64Array;
  readonly right: Float64Array;
  readonly tach: Float64Array;
}

export type SignalWarning = 'fewTurns' | 'speedWanders' | 'clipped' | 'missingPulses' | 'secondOrder';

export interface ProcessedSpin {
  /** Once-per-turn part of each turn, in the sensors' unit; angle from the tach mark, along the crank's turning. */
  readonly turns: readonly SupportReading[];
  readonly speedRpm: number;
  /** Scatter of the turns' times, as a share. */
  readonly wanderRatio: number;
  /** Mean size of orders 1 to 4 at each support, over all turns. */
  readonly orders: { readonly left: readonly number[]; readonly right: readonly number[] };
  readonly missingPulses: number;
  readonly warnings: readonly { readonly kind: SignalWarning; readonly sentence: string }[];
}

/** Places a turn is read at: the 1× part of a turn is then free of orders up to 126. */
const POINTS = 128;
const ORDERS = 4;
/** Fewer turns than this leave the scatter itself unknown. */
const FEW_TURNS = 10;
const WANDERS_RATIO = 0.01;
/** So many equal samples at the end of the range are a signal cut off. */
const CLIPPED_RUN = 4;
/** Two sensors' worth of samples above this rate and length are refused rather than waited for. */
const MOST_SAMPLES = 20_000_000;

/**
 * Once-per-turn vectors of a recorded spin (handbook section 6).
 *
 * The signal is read at even places of each turn (straight lines between samples, the turn's own time from the tach pulses,
 * bent to the speed of its neighbours), and c = (2/N)·Σ s(φ)·e^{−iφ} is taken over whole turns: anything else that is in time
 * with the crank, and a steady offset, fall out exactly.
 *
 * @throws CoreError for channels of different length, no tach pulses, or fewer than two whole turns
 */
export function processSpin({ sampleRateHz, left, right, tach }: SpinSignal): ProcessedSpin {
  checkNumber('The sample rate', sampleRateHz, { above: 0, max: 10_000_000, unit: 'Hz' }, 'sampleRateHz');
  if (left.length !== right.length || left.length !== tach.length) throw new CoreError('The channels are not equally long.', 'left');
  if (left.length > MOST_SAMPLES) throw new CoreError(`${left.length} samples a channel are too many to work through at once.`, 'left');
  const edges = tachEdges(tach);
  const turns = wholeTurns(edges);
  if (turns.length < 2)
    throw new CoreError(
      edges.atSamples.length === 0
        ? 'The tach channel has no pulse: see that the mark passes the sensor.'
        : 'There are fewer than two whole turns between tach pulses.',
      'tach',
    );
  const seconds = turns.map(([from, to]) => (to - from) / sampleRateHz);
  const meanS = seconds.reduce((sum, s) => sum + s, 0) / seconds.length;
  const wanderRatio = Math.sqrt(seconds.reduce((sum, s) => sum + (s - meanS) ** 2, 0) / seconds.length) / meanS;
  const places = turns.map((_, k) => placesOf(turns, k));
  const both = { left: ordersOfTurns(left, places), right: ordersOfTurns(right, places) };
  const processed = {
    turns: turns.map((_, k) => ({ left: both.left.first[k]!, right: both.right.first[k]! })),
    speedRpm: 60 / meanS,
    wanderRatio,
    orders: { left: both.left.sizes, right: both.right.sizes },
    missingPulses: edges.missing,
  };
  return { ...processed, warnings: warningsOf(processed, isClipped(left) || isClipped(right)) };
}

/** Where in the samples the even places of turn k lie: time over angle as a cubic through the pulses, its slope from both neighbours. */
function placesOf(turns: readonly (readonly [number, number])[], k: number): Float64Array {
  const [from, to] = turns[k]!;
  const length = to - from;
  const before = turns[k - 1]?.[1] === from ? from - turns[k - 1]![0] : length;
  const after = turns[k + 1]?.[0] === to ? turns[k + 1]![1] - to : length;
  const [slopeFrom, slopeTo] = [(before + length) / 2, (length + after) / 2];
  return Float64Array.from({ length: POINTS }, (_, i) => {
    const t = i / POINTS;
    const [t2, t3] = [t * t, t * t * t];
    return from + (t3 - 2 * t2 + t) * slopeFrom + (3 * t2 - 2 * t3) * length + (t3 - t2) * slopeTo;
  });
}

const COSINES = Array.from({ length: ORDERS }, (_, n) =>
  Float64Array.from({ length: POINTS }, (__, i) => Math.cos((2 * Math.PI * (n + 1) * i) / POINTS)),
);
const SINES = Array.from({ length: ORDERS }, (_, n) =>
  Float64Array.from({ length: POINTS }, (__, i) => Math.sin((2 * Math.PI * (n + 1) * i) / POINTS)),
);

function ordersOfTurns(signal: Float64Array, places: readonly Float64Array[]): { readonly first: Vector[]; readonly sizes: number[] } {
  const first: Vector[] = [];
  const sums = Array.from({ length: ORDERS }, () => ({ re: 0, im: 0 }));
  const last = signal.length - 1;
  const values = new Float64Array(POINTS);
  for (const turn of places) {
    for (let i = 0; i < POINTS; i += 1) {
      const at = turn[i]!;
      const whole = Math.min(last - 1, Math.floor(at));
      values[i] = signal[whole]! + (at - whole) * (signal[whole + 1]! - signal[whole]!);
    }
    for (let n = 0; n < ORDERS; n += 1) {
      const [cosines, sines] = [COSINES[n]!, SINES[n]!];
      let [re, im] = [0, 0];
      for (let i = 0; i < POINTS; i += 1) {
        re += values[i]! * cosines[i]!;
        im -= values[i]! * sines[i]!;
      }
      const own = { re: (2 * re) / POINTS, im: (2 * im) / POINTS };
      if (n === 0) first.push(own);
      sums[n]!.re += own.re;
      sums[n]!.im += own.im;
    }
  }
  return { first, sizes: sums.map(({ re, im }) => Math.hypot(re, im) / places.length) };
}

/** A signal that stands still at the top or bottom of its range, sample after sample, was cut off there. */
function isClipped(signal: Float64Array): boolean {
  let [low, high] = [Infinity, -Infinity];
  for (const value of signal) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  if (!(high > low)) return false;
  let run = 0;
  for (const value of signal) {
    run = value === high || value === low ? run + 1 : 0;
    if (run >= CLIPPED_RUN) return true;
  }
  return false;
}

function warningsOf(spin: Omit<ProcessedSpin, 'warnings'>, clipped: boolean): ProcessedSpin['warnings'] {
  const warnings: ProcessedSpin['warnings'][number][] = [];
  if (spin.turns.length < FEW_TURNS)
    warnings.push({ kind: 'fewTurns', sentence: `Only ${spin.turns.length} whole turns: too few to know how much they scatter. Record longer.` });
  if (spin.wanderRatio > WANDERS_RATIO)
    warnings.push({
      kind: 'speedWanders',
      sentence: `The speed wanders by ${(100 * spin.wanderRatio).toFixed(1)} %: see to the belt, and let it settle before recording.`,
    });
  if (clipped)
    warnings.push({ kind: 'clipped', sentence: 'A signal is cut off at the end of its range: turn the gain down, what is lost cannot be had back.' });
  if (spin.missingPulses > 0)
    warnings.push({
      kind: 'missingPulses',
      sentence: `${spin.missingPulses} tach ${spin.missingPulses === 1 ? 'pulse is' : 'pulses are'} missing: those turns are left out. Clean the mark.`,
    });
  for (const side of ['left', 'right'] as const) {
    const [one, two] = spin.orders[side] as [number, number];
    if (two > one)
      warnings.push({
        kind: 'secondOrder',
        sentence: `The ${side} support hears twice per turn more than once: something is loose, bent or rubbing, or the crank is nearly balanced.`,
      });
  }
  return warnings;
}
