import type { TurnSummary } from '../spin/turnSummary.js';
import type { FourNumbers } from './fourNumbers.js';
import { addOuter, plus, roundFour, toFour } from './fourNumbers.js';

/** What a display cannot tell apart, as it comes out in a plane. */
export interface DisplayStep {
  readonly amountGmm: number;
  readonly angleRad: number;
}

/** What one spin said, in its own planes. */
export interface SpinReading {
  /** Its turns, or repeated readings. */
  readonly turns: TurnSummary;
  /** Whether each of those is a turn of one spin, or what the machine showed of a spin. */
  readonly of: 'turns' | 'spins';
  /** The display's division in each plane; null where nothing is rounded. */
  readonly display: { readonly a: DisplayStep; readonly b: DisplayStep } | null;
  /** Where a plane was off the scale: what it is at least, g·mm. */
  readonly atLeastGmm?: { readonly a: number | null; readonly b: number | null };
}

/** How far a spin lies from another of its state: variance in each component of each plane, (g·mm)². */
export interface SpinScatter {
  readonly a: number;
  readonly b: number;
  /** Degrees it was estimated with; Infinity where it is known, 0 where nobody knows. */
  readonly freedom: number;
  /** What it was taken from holds the scatter of the turns too. */
  readonly holdsTurns: boolean;
}

/** The spins of one state as one reading. */
export interface StateReading {
  readonly mean: FourNumbers;
  readonly covariance: readonly number[];
  /** The parts of it that were estimated, with the degrees of freedom of each as a matrix. */
  readonly estimated: readonly { readonly covariance: readonly number[]; readonly freedom: number; readonly round?: boolean }[];
  readonly seen: readonly [boolean, boolean];
  /** How many spins, however they were entered. */
  readonly spins: number;
}

const spinsOf = ({ of, turns }: SpinReading): number => (of === 'turns' ? 1 : turns.n);
const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
const PLACES = [0, 1, 2, 3].flatMap((row) => [0, 1, 2, 3].map((column) => placeOf(Math.min(row, column), Math.max(row, column))));
/** Place in the upper triangle of a turn summary. */
function placeOf(row: number, column: number): number {
  return 4 * row - (row * (row - 1)) / 2 + column - row;
}
const fullOf = ({ covariance }: TurnSummary): number[] => PLACES.map((place) => covariance[place]!);

/**
 * Scatter from spin to spin, pooled over every state that was read more than once: 2·(k − 1) degrees a plane, both planes alike.
 * @param states the spins of each state
 */
export function pooledScatter(states: readonly (readonly SpinReading[])[]): SpinScatter {
  let [squares, freedom] = [0, 0];
  for (const state of states) {
    const seen = state.filter(isWhole);
    const k = sum(seen.map(spinsOf));
    if (k < 2) continue;
    const mean = meanOf(seen);
    for (const { turns, of } of seen) {
      const off = plus(toFour(turns.mean), mean, -1);
      squares += (of === 'turns' ? 1 : turns.n) * sum(off.map((value) => value ** 2));
      if (of === 'spins') squares += (turns.n - 1) * traceOf(turns);
    }
    freedom += 4 * (k - 1);
  }
  const variance = freedom > 0 ? squares / freedom : 0;
  return { a: variance, b: variance, freedom, holdsTurns: freedom > 0 };
}

const traceOf = ({ covariance }: TurnSummary): number => covariance[0]! + covariance[4]! + covariance[7]! + covariance[9]!;
const isWhole = ({ atLeastGmm }: SpinReading): boolean => (atLeastGmm?.a ?? null) === null && (atLeastGmm?.b ?? null) === null;

function meanOf(readings: readonly SpinReading[]): number[] {
  const k = sum(readings.map(spinsOf));
  return readings.reduce((mean, reading) => plus(mean, toFour(reading.turns.mean), spinsOf(reading) / k), [0, 0, 0, 0]);
}

/**
 * The spins of one state as one reading (handbook section 6, definition 4): the mean, with (spin scatter² + turn scatter²/n)/k and
 * the display's d²/12 along and (amount·step)²/12 across once, divided by k only where the scatter exceeds half a step. The turns'
 * scatter is pooled over the state, and a spin of more turns weighs more.
 * @param hungCovariance of what hung on the crank, 4 × 4: the same pieces in every spin of the state; null for what is known
 */
export function stateReading(
  entries: readonly { readonly reading: SpinReading; readonly scatter: SpinScatter }[],
  hungCovariance: readonly number[] | null,
): StateReading {
  const readings = entries.map(({ reading }) => reading);
  const k = sum(readings.map(spinsOf));
  const inTurns = entries.filter(({ reading, scatter }) => reading.of === 'turns' && !scatter.holdsTurns);
  const turnsFreedom = sum(inTurns.map(({ reading }) => reading.turns.n - 1));
  const oneTurn = inTurns.reduce(
    (all, { reading: { turns } }) => plus(all, fullOf(turns), turnsFreedom > 0 ? (turns.n - 1) / turnsFreedom : 0),
    roundFour(0),
  );
  // Of each entry: what scatters from spin to spin, what from turn to turn, and what it weighs.
  const parts = entries.map(({ reading, scatter }) => {
    const [a, b] = [scatter.a, scatter.b].map((variance) => Math.max(variance, LEAST_DEVIATION_GMM ** 2) / spinsOf(reading));
    const turns = reading.of === 'turns' && !scatter.holdsTurns ? plus(roundFour(0), oneTurn, 1 / reading.turns.n) : roundFour(0);
    const spins = diagonal(a!, b!);
    return { turns, spins, weight: 1 / (trace(turns) + trace(spins)) };
  });
  const all = sum(parts.map(({ weight }) => weight));
  const blend = (of: (i: number) => readonly number[], power: number): number[] =>
    parts.reduce(
      (total, { weight }, i) => plus(total, of(i), (weight / all) ** power),
      of(0).map(() => 0),
    );
  const mean = blend((i) => toFour(readings[i]!.turns.mean), 1);
  const turns = blend((i) => parts[i]!.turns, 2);
  const spins = blend((i) => parts[i]!.spins, 2);
  const covariance = plus(plus(turns, spins), hungCovariance ?? roundFour(0));
  const { display } = readings[0]!;
  if (display)
    addDisplay(
      covariance,
      mean,
      display,
      plus(turns, spins).map((value) => value * k),
      k,
    );
  const { freedom } = entries[0]!.scatter;
  const isSeen = (plane: 'a' | 'b'): boolean => readings.every(({ atLeastGmm }) => (atLeastGmm?.[plane] ?? null) === null);
  return {
    mean,
    covariance,
    estimated: [
      ...(turnsFreedom > 0 ? [{ covariance: turns, freedom: turnsFreedom }] : []),
      ...(Number.isFinite(freedom) && freedom > 0 ? [{ covariance: spins, freedom: freedom / 2, round: true }] : []),
    ],
    seen: [isSeen('a'), isSeen('b')],
    spins: k,
  };
}

const trace = (matrix: ArrayLike<number>): number => matrix[0]! + matrix[5]! + matrix[10]! + matrix[15]!;
const diagonal = (a: number, b: number): number[] => [a, 0, 0, 0, 0, a, 0, 0, 0, 0, b, 0, 0, 0, 0, b];

/** No machine reads truer than this, g·mm. */
const LEAST_DEVIATION_GMM = 1;

function addDisplay(
  covariance: number[],
  mean: FourNumbers,
  display: NonNullable<SpinReading['display']>,
  perSpin: readonly number[],
  k: number,
): void {
  for (const [at, { amountGmm, angleRad }] of [
    [0, display.a],
    [2, display.b],
  ] as const) {
    const [re, im] = [mean[at]!, mean[at + 1]!];
    const amount = Math.hypot(re, im);
    const along = amount === 0 ? [1, 0] : [re / amount, im / amount];
    const across = [-along[1]!, along[0]!];
    for (const [[x, y], step] of [
      [along, amountGmm],
      [across, Math.max(amount * angleRad, 0)],
    ] as const) {
      const scatter2 = x! ** 2 * perSpin[5 * at]! + 2 * x! * y! * perSpin[5 * at + 1]! + y! ** 2 * perSpin[5 * at + 5]!;
      const direction = [0, 0, 0, 0];
      direction[at] = x!;
      direction[at + 1] = y!;
      addOuter(covariance, direction, step ** 2 / 12 / (Math.sqrt(scatter2) > step / 2 ? k : 1));
    }
  }
}
