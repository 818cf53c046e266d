import type { SpinEvent } from '../estimate/events.js';
import { subtract, type Vector } from '../units/vector.js';
import { sameMounting } from './setUp.js';

/** What bolting one part on again changes. */
export interface MountingScatter {
  readonly part: string;
  /** Deviation of each component in each plane, beyond what the machine scatters, g·mm. */
  readonly aGmm: number;
  readonly bGmm: number;
  /** Pairs of spins it is drawn from: one shows it, two are better. */
  readonly repeats: number;
}

/** A spin, with what does not sit in it as it did, and whether metal was cut since the spin before. */
export interface BoltedSpin {
  readonly event: SpinEvent;
  /** Parts that had been on before and were bolted on again for it: they were off, were turned, or somebody said so. */
  readonly anew: readonly string[];
  readonly cutSince: boolean;
}

/** The square of a component's difference, half the squared length, is the mean of both components'. */
const half = ({ re, im }: Vector): number => (re * re + im * im) / 2;

/**
 * The mounting's own scatter, from spins of the same thing before and after one part was taken off and bolted on again, nothing cut
 * between (handbook, Set-ups): of the difference d of two readings each component has the variance 2σ² + q², σ² the machine's own
 * scatter where it is known, so q² = mean(|d|²/2) − 2σ², and never below zero.
 */
export function mountingScatter(spins: readonly BoltedSpin[]): MountingScatter[] {
  const pairs = new Map<string, { readonly a: number; readonly b: number }[]>();
  spins.forEach((now, j) => {
    const changed = now.anew;
    const before = lastLike(spins, j);
    // Of several at once nobody can say whose the change is.
    if (changed.length !== 1 || !before) return;
    const d = { a: differenceOf(before, now.event, 'aGmm'), b: differenceOf(before, now.event, 'bGmm') };
    const own = now.event.scatterGmm ?? { a: 0, b: 0 };
    const list = pairs.get(changed[0]!) ?? [];
    pairs.set(changed[0]!, [...list, { a: half(d.a) - 2 * own.a ** 2, b: half(d.b) - 2 * own.b ** 2 }]);
  });
  return [...pairs].map(([part, found]) => {
    const mean = (plane: 'a' | 'b'): number => found.reduce((sum, pair) => sum + pair[plane], 0) / found.length;
    return { part, aGmm: Math.sqrt(Math.max(0, mean('a'))), bGmm: Math.sqrt(Math.max(0, mean('b'))), repeats: found.length };
  });
}

/** The last spin before of the same thing by the same gain, nothing cut since; null for none. */
function lastLike(spins: readonly BoltedSpin[], index: number): SpinEvent | null {
  const { event, cutSince } = spins[index]!;
  if (cutSince) return null;
  for (let i = index - 1; i >= 0; i -= 1) {
    const one = spins[i]!;
    if (one.event.calibration === event.calibration && sameMounting(one.event.mounted, event.mounted)) return one.event;
    if (one.cutSince) return null;
  }
  return null;
}

function differenceOf(before: SpinEvent, now: SpinEvent, plane: 'aGmm' | 'bGmm'): Vector {
  const less = ({ reading, hung }: SpinEvent): Vector => subtract(reading.turns.mean[plane], hung[plane]);
  return subtract(less(now), less(before));
}
