import type { TurnSummary } from '../spin/turnSummary.js';
import { addOuter, plus, roundFour, toFour, trace, type FourNumbers } from './fourNumbers.js';
import type { EstimatedShare } from './offset.js';
import { estimatedFactor, LEAST_DEVIATION_GMM, type SpinScatter, type TurnScatter } from './scatter.js';

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

/** The spins of one state as one reading. */
export interface StateReading {
  readonly mean: FourNumbers;
  readonly covariance: readonly number[];
  /** What of it was estimated from readings or turns; null where all of it is known. */
  readonly estimated: EstimatedShare | null;
  /** What of it came of turns, whose law knows that they may scatter more one way; null where none did. */
  readonly turns: EstimatedShare | null;
  /** Planes that gave a number. */
  readonly seen: readonly [boolean, boolean];
  /** Where a plane gave none: what it is at least, g·mm. */
  readonly atLeastGmm: { readonly a: number | null; readonly b: number | null };
  /** How many readings, however they were entered. */
  readonly readings: number;
}

/** Readings that an entry holds. */
export const spinsOf = ({ of, turns }: SpinReading): number => (of === 'turns' ? 1 : turns.n);
const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
export const isWhole = ({ atLeastGmm }: SpinReading): boolean => (atLeastGmm?.a ?? null) === null && (atLeastGmm?.b ?? null) === null;

/** Of several entries, each counting as many times as it was read. */
export function meanOf(readings: readonly SpinReading[]): number[] {
  const k = sum(readings.map(spinsOf));
  return readings.reduce((mean, reading) => plus(mean, toFour(reading.turns.mean), spinsOf(reading) / k), [0, 0, 0, 0]);
}

/** An entry with what is known of how such readings scatter. */
export interface ScatteredReading {
  readonly reading: SpinReading;
  readonly scatter: SpinScatter;
  readonly turns: TurnScatter | null;
}

/**
 * The spins of one state as one reading (handbook section 6, definition 4): the mean, with (spin scatter² + turn scatter²/n)/k and
 * the display's d²/12 along and (amount·step)²/12 across once, divided by k only where the scatter exceeds half a step. A scatter that
 * was estimated counts (1 + 2/ν)² of its variance (definition 9b). A spin of more turns weighs more.
 *
 * Off the scale and then readable: the readable ones count, and the pinned one is a bound that they have passed.
 * @param hungCovariance of what hung on the crank, 4 × 4: the same pieces in every spin of the state; null for what is known
 */
export function stateReading(all: readonly ScatteredReading[], hungCovariance: readonly number[] | null): StateReading {
  const whole = all.filter(({ reading }) => isWhole(reading));
  const entries = whole.length > 0 ? whole : all;
  const readings = entries.map(({ reading }) => reading);
  const k = sum(readings.map(spinsOf));
  // Of each entry: what scatters from spin to spin, what from turn to turn, and what it weighs.
  const parts = entries.map(({ reading, scatter, turns: turnScatter }) => {
    const [a, b] = [scatter.a, scatter.b].map((variance) => Math.max(variance, LEAST_DEVIATION_GMM ** 2) / spinsOf(reading));
    const inTurns = turnScatter !== null && !scatter.holdsTurns;
    const turns = inTurns ? plus(roundFour(0), roundedTurns(turnScatter), 1 / reading.turns.n) : roundFour(0);
    const spins = diagonal(a!, b!);
    return { turns, spins, weight: 1 / (trace(turns) + trace(spins)) };
  });
  const weights = sum(parts.map(({ weight }) => weight));
  const blend = (of: (i: number) => readonly number[], power: number): number[] =>
    parts.reduce(
      (total, { weight }, i) => plus(total, of(i), (weight / weights) ** power),
      of(0).map(() => 0),
    );
  const mean = blend((i) => toFour(readings[i]!.turns.mean), 1);
  const { freedom } = entries[0]!.scatter;
  const turnsFreedom = entries[0]!.turns?.freedom ?? 0;
  const spins = estimatedPart(
    blend((i) => parts[i]!.spins, 2),
    freedom,
  );
  const turns = estimatedPart(
    blend((i) => parts[i]!.turns, 2),
    DEGREES_A_TURN * turnsFreedom,
  );
  const covariance = plus(plus(turns.counted, spins.counted), hungCovariance ?? roundFour(0));
  const scattered = plus(turns.plain, spins.plain).map((value) => value * k);
  addDisplay(covariance, mean, readings[0]!.display, scattered, k);
  const atLeast = (plane: 'a' | 'b'): number | null => {
    const bounds = readings.map(({ atLeastGmm }) => atLeastGmm?.[plane] ?? null).filter((bound) => bound !== null);
    return bounds.length > 0 ? Math.max(...bounds) : null;
  };
  const atLeastGmm = { a: atLeast('a'), b: atLeast('b') };
  return {
    mean,
    covariance,
    estimated: together([spins, turns].filter((part) => Number.isFinite(part.freedom) && part.freedom > 0 && trace(part.plain) > 0)),
    turns: turnsFreedom > 0 && trace(turns.plain) > 0 ? { ...turns, freedom: turnsFreedom } : null,
    seen: [atLeastGmm.a === null, atLeastGmm.b === null],
    atLeastGmm,
    readings: k,
  };
}

const diagonal = (a: number, b: number): number[] => [a, 0, 0, 0, 0, a, 0, 0, 0, 0, b, 0, 0, 0, 0, b];

/** Each further turn gives so many degrees of freedom: of its four numbers, since they may scatter more one way. */
const DEGREES_A_TURN = 4;
/** Few turns do not show which way they scatter: so many more that scatter evenly are taken for granted. */
const EVEN_TURNS = 8;

/** The turns' covariance, drawn towards one that is even in all directions as long as there are few. */
function roundedTurns({ covariance, freedom }: TurnScatter): number[] {
  const even = roundFour(trace(covariance) / 4);
  return plus(
    covariance.map((value) => (value * freedom) / (freedom + EVEN_TURNS)),
    even,
    EVEN_TURNS / (freedom + EVEN_TURNS),
  );
}

function estimatedPart(plain: readonly number[], freedom: number): EstimatedShare {
  return { plain, counted: plain.map((value) => value * estimatedFactor(freedom) ** 2), freedom };
}

/** Degrees of the sum by Satterthwaite: (Σ tr)²/Σ tr²/ν. */
function together(parts: readonly EstimatedShare[]): EstimatedShare | null {
  if (parts.length === 0) return null;
  const traces = parts.map(({ plain }) => trace(plain));
  return {
    plain: parts.reduce((all, { plain }) => plus(all, plain), roundFour(0)),
    counted: parts.reduce((all, { counted }) => plus(all, counted), roundFour(0)),
    freedom: sum(traces) ** 2 / sum(parts.map(({ freedom }, i) => traces[i]! ** 2 / freedom)),
  };
}

/** What a display's steps leave open of one reading, 4 × 4. */
export function displayCovariance(mean: FourNumbers, display: SpinReading['display']): number[] {
  const covariance = roundFour(0);
  addDisplay(covariance, mean, display, covariance, 1);
  return covariance;
}

function addDisplay(covariance: number[], mean: FourNumbers, display: SpinReading['display'], perSpin: readonly number[], k: number): void {
  if (!display) return;
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
