import type { RecordEvent, SpinEvent } from './events.js';
import { fullOf, plus, roundFour, toFour, trace } from './fourNumbers.js';
import { chanceOfOffset } from './offset.js';
import { estimatedFactor, LEAST_DEVIATION_GMM, type SpinScatter, type TurnScatter } from './scatter.js';
import { displayCovariance, meanOf, spinsOf, isWhole, type SpinReading } from './reading.js';

/** Sum of squared deviations from a mean, and how many degrees they have. */
interface Squares {
  readonly squares: number;
  readonly freedom: number;
}

/** Of the spins of one state: four degrees for each further two-plane reading. */
function squaresOf(state: readonly SpinReading[]): Squares {
  const seen = state.filter(isWhole);
  const k = seen.reduce((sum, reading) => sum + spinsOf(reading), 0);
  if (k < 2) return { squares: 0, freedom: 0 };
  const mean = meanOf(seen);
  let squares = 0;
  for (const { turns, of } of seen) {
    const off = plus(toFour(turns.mean), mean, -1);
    squares += (of === 'turns' ? 1 : turns.n) * off.reduce((sum, value) => sum + value ** 2, 0);
    if (of === 'spins') squares += (turns.n - 1) * trace(fullOf(turns.covariance));
  }
  return { squares, freedom: 4 * (k - 1) };
}

/** s² = Σ dev²/ν, both planes alike (definition 9b). */
function scatterBy({ squares, freedom }: Squares): SpinScatter {
  const variance = freedom > 0 ? squares / freedom : 0;
  return { a: variance, b: variance, freedom, holdsTurns: freedom > 0 };
}

/** What the record says of how its readings scatter, whoever may be left out of it. */
export interface Scatters {
  /** What a spin's own reading is taken in with: the machine's scatter, or what all spins that stand say. */
  of(event: SpinEvent): SpinScatter;
  /** What it is tested with: the machine's, or what the *other* spins say, or its own readings among one another. */
  without(event: SpinEvent): SpinScatter;
  /** Scatter of turns, pooled over the spins at like speed; null for a reading that is no mean of turns. */
  turnsOf(event: SpinEvent): TurnScatter | null;
  /**
   * How often an honest spin lies so far from the others of its state; null for one that nothing was read beside, or where the
   * machine's scatter is known (the estimate tests it then).
   */
  amongItsState(event: SpinEvent): { readonly distance: number; readonly chance: number; readonly others: number } | null;
}

/** Spins at speeds within a tenth scatter alike. */
const LIKE_SPEED = 0.1;
const isLikeSpeed = (one: SpinEvent, other: SpinEvent): boolean =>
  one.speedRpm === undefined || other.speedRpm === undefined || Math.abs(one.speedRpm / other.speedRpm - 1) <= LIKE_SPEED;

/**
 * @param key names a state: spins of one key, nothing cut between, are one state
 * @param aside spins that count for nothing
 */
export function scattersOf(events: readonly RecordEvent[], key: (event: SpinEvent) => string, aside: ReadonlySet<string>): Scatters {
  const states = new Map<string, SpinEvent[]>();
  const turns = new Map<SpinEvent, TurnScatter>();
  const stateOf = new Map<string, string>();
  let cuts = 0;
  for (const event of events) {
    if (event.kind === 'cut') cuts += 1;
    else {
      if (event.isSo) cuts += 1;
      const name = `${cuts} ${key(event)}`;
      stateOf.set(event.id, name);
      if (!aside.has(event.id)) states.set(name, [...(states.get(name) ?? []), event]);
    }
  }
  const inTurns = [...states.values()].flat().filter(({ reading }) => reading.of === 'turns');
  const counts = (one: SpinEvent, calibration: string): boolean => one.calibration === calibration && one.scatterGmm === null;
  const pools = new Map<string, { readonly all: Squares; readonly of: ReadonlyMap<string, Squares> }>();
  const poolOf = (calibration: string): { readonly all: Squares; readonly of: ReadonlyMap<string, Squares> } => {
    const before = pools.get(calibration);
    if (before) return before;
    const of = new Map<string, Squares>();
    let [squares, freedom] = [0, 0];
    for (const [name, spins] of states) {
      const own = squaresOf(spins.filter((one) => counts(one, calibration)).map(({ reading }) => reading));
      of.set(name, own);
      squares += own.squares;
      freedom += own.freedom;
    }
    const pool = { all: { squares, freedom }, of };
    pools.set(calibration, pool);
    return pool;
  };
  /** By all spins but one. */
  const withoutOne = ({ id, calibration }: SpinEvent): SpinScatter => {
    const { all, of } = poolOf(calibration);
    const name = stateOf.get(id)!;
    const own = of.get(name);
    if (!own || aside.has(id)) return scatterBy(all);
    const rest = squaresOf(
      states
        .get(name)!
        .filter((one) => counts(one, calibration) && one.id !== id)
        .map(({ reading }) => reading),
    );
    return scatterBy({ squares: Math.max(0, all.squares - own.squares) + rest.squares, freedom: all.freedom - own.freedom + rest.freedom });
  };
  const known = ({ scatterGmm }: SpinEvent): SpinScatter | null =>
    scatterGmm && { a: scatterGmm.a ** 2, b: scatterGmm.b ** 2, freedom: Infinity, holdsTurns: false };
  const without = (event: SpinEvent): SpinScatter => {
    const byMachine = known(event);
    if (byMachine) return byMachine;
    const others = withoutOne(event);
    return others.freedom > 0 ? others : scatterBy(squaresOf([event.reading]));
  };
  return {
    of: (event) => known(event) ?? orWorking(scatterBy(poolOf(event.calibration).all), event.reading),
    without,
    turnsOf: (event) => {
      if (event.reading.of !== 'turns') return null;
      const before = turns.get(event);
      if (before) return before;
      const alike = inTurns.filter((one) => one.calibration === event.calibration && isLikeSpeed(one, event));
      const pooled = pooledTurns((alike.length > 0 ? alike : [event]).map(({ reading }) => reading));
      // Spins of one speed have one pool.
      for (const one of alike) if (one.speedRpm === event.speedRpm) turns.set(one, pooled);
      return pooled;
    },
    amongItsState: (event) => {
      if (event.scatterGmm !== null || !isWhole(event.reading)) return null;
      const others = (states.get(stateOf.get(event.id)!) ?? []).filter((one) => one.id !== event.id && isWhole(one.reading));
      const scatter = without(event);
      if (others.length === 0 || scatter.freedom === 0) return null;
      const readings = others.map(({ reading }) => reading);
      const share = 1 / spinsOf(event.reading) + 1 / readings.reduce((sum, reading) => sum + spinsOf(reading), 0);
      const mean = toFour(event.reading.turns.mean);
      const plain = diagonal(scatter.a * share, scatter.b * share);
      const counted = plain.map((value) => value * estimatedFactor(scatter.freedom) ** 2);
      const covariance = plus(plus(counted, displayCovariance(mean, event.reading.display)), roundFour(LEAST_DEVIATION_GMM ** 2));
      const off = chanceOfOffset(plus(mean, meanOf(readings), -1), covariance, [true, true], { plain, counted, freedom: scatter.freedom });
      return { ...off, others: others.length };
    },
  };
}

const diagonal = (a: number, b: number): number[] => [a, 0, 0, 0, 0, a, 0, 0, 0, 0, b, 0, 0, 0, 0, b];

/** A reading of which nothing says how far the next may lie apart goes by so much of itself, or by its display's step (definition 9b). */
const WORKING_RATIO = 0.03;

/** An unknown is never taken for a nought: a working deviation where nothing is known, of no degrees, so that no chance is said by it. */
function orWorking(scatter: SpinScatter, { turns: { mean }, display }: SpinReading): SpinScatter {
  if (scatter.freedom > 0) return scatter;
  const [a, b] = [
    Math.max(display?.a.amountGmm ?? 0, WORKING_RATIO * Math.hypot(mean.aGmm.re, mean.aGmm.im)),
    Math.max(display?.b.amountGmm ?? 0, WORKING_RATIO * Math.hypot(mean.bGmm.re, mean.bGmm.im)),
  ];
  return { a: a ** 2, b: b ** 2, freedom: 0, holdsTurns: false };
}

function pooledTurns(readings: readonly SpinReading[]): TurnScatter {
  const freedom = readings.reduce((sum, { turns }) => sum + turns.n - 1, 0);
  const covariance = readings.reduce(
    (all, { turns }) => plus(all, fullOf(turns.covariance), freedom > 0 ? (turns.n - 1) / freedom : 0),
    roundFour(0),
  );
  return { covariance, freedom };
}
