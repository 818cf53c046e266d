import { deviation, sum } from 'd3-array';
import { studentPoint } from '../../units/student.js';

/** A stint at the hone: how long, and what it took off the mean diameter. */
export interface HoneStint {
  readonly seconds: number;
  readonly takenMm: number;
}

/** What a hone takes a second, by what it took so far. */
export interface HoneRate {
  readonly mmPerS: number;
  /** Standard error of it; null from one stint. */
  readonly deviationMmPerS: number | null;
  readonly stints: number;
}

/** Share of what is still to take after which the hone is stopped and the rod gauged. */
const STOP_RATIO = 0.7;

/**
 * Σ taken / Σ seconds, each stint weighed by its time; its error from how the stints scatter about it. Stints that took nothing tell
 * nothing.
 * @returns null before any
 */
export function honeRate(stints: readonly HoneStint[]): HoneRate | null {
  const own = stints.filter(({ seconds, takenMm }) => seconds > 0 && takenMm > 0);
  if (own.length === 0) return null;
  const seconds = sum(own, (one) => one.seconds);
  const mmPerS = sum(own, (one) => one.takenMm) / seconds;
  // Of stints as long as one another: the scatter of their rates over the root of how many there are.
  const spread = deviation(own, ({ takenMm, seconds: s }) => takenMm / s);
  return { mmPerS, deviationMmPerS: spread === undefined ? null : spread / Math.sqrt(own.length), stints: own.length };
}

export interface Honing {
  readonly takeMm: number;
  /** How long all of it would take; null while no rate is known. */
  readonly seconds: number | null;
  /** When to stop and gauge: seven tenths of it. */
  readonly stopAtS: number | null;
  /** Half the 95 % region of `seconds`. */
  readonly plusMinusS: number | null;
}

/** What is still to take and how long that takes by the learned rate; stopped at seven tenths of it, and gauged (handbook, rods). */
export function honingFor(takeMm: number, rate: HoneRate | null): Honing {
  if (rate === null) return { takeMm, seconds: null, stopAtS: null, plusMinusS: null };
  const seconds = takeMm / rate.mmPerS;
  const { deviationMmPerS, stints } = rate;
  return {
    takeMm,
    seconds,
    stopAtS: STOP_RATIO * seconds,
    plusMinusS: deviationMmPerS === null ? null : (studentPoint(0.975, stints - 1) * seconds * deviationMmPerS) / rate.mmPerS,
  };
}
