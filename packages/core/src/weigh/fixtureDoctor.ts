import jStat from 'jstat';
import { checkNumber, CoreError } from '../units/check.js';

/** What is varied on purpose to find out what scatters in a rod fixture. */
export const FIXTURE_CAUSES = ['spot', 'swing', 'level', 'turned'] as const;
export type FixtureCause = (typeof FIXTURE_CAUSES)[number];

/** One placement of the hunt: each cause at its one side or the other. */
export type DoctorPlacement = Readonly<Record<FixtureCause, -1 | 1>>;

/** Half of a two-level factorial in eight placements (turned = spot·swing·level), so that no cause is mixed up with another. */
const HALF: readonly DoctorPlacement[] = ([-1, 1] as const)
  .flatMap((spot) => ([-1, 1] as const).flatMap((swing) => ([-1, 1] as const).map((level) => ({ spot, swing, level }))))
  .map((one) => ({ ...one, turned: (one.spot * one.swing * one.level) as -1 | 1 }));

/** An order in which no cause follows the clock. */
const ORDER = [3, 6, 0, 5, 1, 7, 2, 4] as const;

/**
 * The sixteen placements of the hunt, in the order in which they are made: eight, and the same eight backwards, so that a drift of the
 * scale, which goes with the clock, touches no cause.
 */
export const DOCTOR_PLACEMENTS: readonly DoctorPlacement[] = [...ORDER, ...[...ORDER].reverse()].map((i) => HALF[i]!);

/** `cannotTell`: its interval reaches from next to nothing to a good part of the whole. */
export type CauseVerdict = 'matters' | 'little' | 'cannotTell';

export interface CauseShare {
  readonly cause: FixtureCause | 'placement';
  /** What it moves a reading by, one standard deviation, g; of a cause half of the difference between its two sides. */
  readonly deviationG: number;
  /** Share of the whole variance, with its 95 % interval. */
  readonly share: number;
  readonly low: number;
  readonly high: number;
  readonly verdict: CauseVerdict;
}

export interface FixtureDiagnosis {
  /** Most first. */
  readonly shares: readonly CauseShare[];
  /** Scatter of one placement when every cause goes as it likes, g. */
  readonly allG: number;
  /** How much the reading crept over the sixteen placements, g. */
  readonly driftG: number;
  /** What an end is wrong by because the rod hangs out of level: half of what turning it over changes, ± W·h·tan θ/L, g. */
  readonly levelErrorG: number;
}

/** A cause with less than this share of the variance is not worth a change. */
const WORTH_RATIO = 0.2;

/**
 * What scatters in a rod fixture (handbook section 2), by sixteen placements of one end of one rod.
 *
 * y = m + Σ b_k·x_k + d·t + e by least squares; the design is orthogonal, so b_k = Σ x·y/16 and the drift d stands apart. e has
 * 16 − 6 = 10 degrees of freedom and is what a plain placement scatters by, the scale's rounding in it. Where a cause goes as it likes
 * between its two sides it adds b_k² to the variance, less σ²/16 for what b_k owes to chance. Intervals: of b_k/σ by the noncentral t law
 * (both were estimated by these readings), of σ² by χ²; a share's interval lets that cause alone go to its ends.
 *
 * @param readingsG in the order of DOCTOR_PLACEMENTS
 * @throws CoreError for another number of readings, or one that is none
 */
export function diagnoseFixture(readingsG: readonly number[]): FixtureDiagnosis {
  const n = DOCTOR_PLACEMENTS.length;
  if (readingsG.length !== n) throw new CoreError(`The hunt needs ${n} placements; ${readingsG.length} are in.`, 'readingsG');
  readingsG.forEach((g, i) => checkNumber('A reading', g, { unit: 'g' }, `readingsG.${i}`));
  const mean = readingsG.reduce((sum, g) => sum + g, 0) / n;
  const time = (i: number): number => i - (n - 1) / 2;
  const squares = readingsG.reduce((sum, _, i) => sum + time(i) ** 2, 0);
  const slope = readingsG.reduce((sum, g, i) => sum + time(i) * g, 0) / squares;
  const effects = FIXTURE_CAUSES.map((cause) => readingsG.reduce((sum, g, i) => sum + DOCTOR_PLACEMENTS[i]![cause] * g, 0) / n);
  const freedom = n - 2 - FIXTURE_CAUSES.length;
  const rest = readingsG.map(
    (g, i) => g - mean - slope * time(i) - FIXTURE_CAUSES.reduce((sum, cause, k) => sum + effects[k]! * DOCTOR_PLACEMENTS[i]![cause], 0),
  );
  // Sixteen equal readings still have a scale behind them: nothing is divided by nothing.
  const variance = Math.max(rest.reduce((sum, r) => sum + r ** 2, 0) / freedom, Number.EPSILON * (1 + mean ** 2));
  const own = effects.map((b) => Math.max(0, b ** 2 - variance / n));
  const whole = own.reduce((sum, v) => sum + v, variance);
  const shareOf = (v: number, was: number): number => v / (whole - was + v);
  const causes = FIXTURE_CAUSES.map((cause, k): CauseShare => {
    const t = Math.abs(effects[k]!) / Math.sqrt(variance / n);
    const [low, high] = noncentral95(t, freedom).map((delta) => shareOf((delta ** 2 * variance) / n, own[k]!)) as [number, number];
    return { cause, deviationG: Math.sqrt(own[k]!), share: own[k]! / whole, low, high, verdict: verdictOf(low, high) };
  });
  const [low, high] = [0.975, 0.025].map((p) => shareOf((freedom * variance) / jStat.chisquare.inv(p, freedom), variance)) as [number, number];
  const placement: CauseShare = {
    cause: 'placement',
    deviationG: Math.sqrt(variance),
    share: variance / whole,
    low,
    high,
    verdict: verdictOf(low, high),
  };
  return {
    shares: [...causes, placement].sort((x, y) => y.share - x.share),
    allG: Math.sqrt(whole),
    driftG: slope * (n - 1),
    levelErrorG: Math.abs(effects[FIXTURE_CAUSES.indexOf('turned')]!),
  };
}

/** Beyond this the noncentral law is a normal one about t, of variance 1 + t²/2ν. */
const LARGE_T = 30;
/** Halvings: they leave 4e-11 of the widest range. */
const STEPS = 40;

/** The noncentralities that hold 95 % for a t that was observed, 0 or more: P(T ≤ t) is 97.5 % at the lower and 2.5 % at the upper. */
function noncentral95(t: number, freedom: number): readonly [number, number] {
  if (t > LARGE_T) {
    const half = 1.96 * Math.sqrt(1 + t ** 2 / (2 * freedom));
    return [Math.max(0, t - half), t + half];
  }
  const at = (chance: number): number => {
    let [low, high] = [0, t + 12];
    if (jStat.noncentralt.cdf(t, freedom, 0) <= chance) return 0;
    for (let i = 0; i < STEPS; i += 1) {
      const middle = (low + high) / 2;
      if (jStat.noncentralt.cdf(t, freedom, middle) > chance) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  return [at(0.975), at(0.025)];
}

const verdictOf = (low: number, high: number): CauseVerdict => (low >= WORTH_RATIO ? 'matters' : high < WORTH_RATIO ? 'little' : 'cannotTell');
