import { median } from 'simple-statistics';

/** Once-per-turn pulses of a tach channel: when each turn begins, in samples, with a part of a sample. */
export interface TachEdges {
  readonly atSamples: readonly number[];
  /** Turns whose pulse was lost: their neighbours are twice as far apart as the rest. */
  readonly missing: number;
}

/** A turn this much longer than the middle one has swallowed a pulse. */
const SWALLOWED_RATIO = 1.6;
/** A turn this much shorter is no turn: a scratch on the mark, or a burst of noise. */
const SPURIOUS_RATIO = 0.6;
/** The level has to fall this far below the middle before another edge is believed, as a share of the swing. */
const HYSTERESIS_RATIO = 0.2;

/**
 * Rising edges of a tach channel through the middle of its swing, each placed between two samples by a straight line; an edge
 * counts only after the level has been well below the middle. Edges that come far too soon are dropped.
 */
export function tachEdges(tach: Float64Array): TachEdges {
  let [low, high] = [Infinity, -Infinity];
  for (const value of tach) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  const middle = (low + high) / 2;
  const armedBelow = middle - HYSTERESIS_RATIO * (high - low);
  const found: number[] = [];
  if (!(high > low)) return { atSamples: found, missing: 0 };
  let armed = tach[0]! < armedBelow;
  for (let i = 1; i < tach.length; i += 1) {
    const value = tach[i]!;
    if (armed && value >= middle) {
      const before = tach[i - 1]!;
      found.push(i - 1 + (middle - before) / (value - before));
      armed = false;
    } else if (value < armedBelow) armed = true;
  }
  if (found.length < 2) return { atSamples: found, missing: 0 };
  const usual = median(found.slice(1).map((at, i) => at - found[i]!));
  const kept: number[] = [];
  for (const at of found) if (kept.length === 0 || at - kept.at(-1)! > SPURIOUS_RATIO * usual) kept.push(at);
  const missing = kept.slice(1).filter((at, i) => at - kept[i]! > SWALLOWED_RATIO * usual).length;
  return { atSamples: kept, missing };
}

/** Turns between edges that belong together: as [start, end] in samples; those that swallowed a pulse are left out. */
export function wholeTurns({ atSamples }: TachEdges): (readonly [number, number])[] {
  const lengths = atSamples.slice(1).map((at, i) => at - atSamples[i]!);
  if (lengths.length === 0) return [];
  const usual = median(lengths);
  return lengths.flatMap((length, i) => (length <= SWALLOWED_RATIO * usual ? [[atSamples[i]!, atSamples[i + 1]!] as const] : []));
}
