import { turnBetweenDeg } from '../units/angle.js';
import { absolute } from '../units/complex.js';
import { toPolar, type Vector } from '../units/vector.js';
import { fourthRunAgrees } from './fourthRun.js';
import { influenceOf, type Influence, type TrialRun } from './influence.js';

/** What of a calibration's runs is unlike such machines, or contradicts another of its runs. */
export type RunDoubt =
  /** The four do not go together: one reading or weight is not what was typed. */
  | { readonly kind: 'contradiction' }
  /** A weight is heard more at the far support than at its own. */
  | { readonly kind: 'farther'; readonly plane: 'A' | 'B' }
  /** The supports hear the weights at their own ends, or at the other's, so many times unlike. */
  | { readonly kind: 'unlike'; readonly which: 'own' | 'across'; readonly times: number }
  /** A support turns the angle otherwise than the machine's calibrations before, by so much. */
  | { readonly kind: 'phase'; readonly plane: 'A' | 'B'; readonly offDeg: number };

/** |H_AB| and |H_BA| of like supports, and a run that needs so many times another (handbook section 6, definition 12). */
const ACROSS_TIMES = 2;
const OWN_TIMES = 10;
const PHASE_DEG = 40;
/** Fewer calibrations have no median. */
const A_MEDIAN = 3;

/**
 * What to ask about runs before they are taken for a machine's calibration.
 * @param runs as influenceOf takes them
 * @param before what the machine's calibrations said before, on whatever rotor
 * @throws CoreError as influenceOf
 */
export function runDoubts(runs: readonly TrialRun[], before: readonly Influence[]): RunDoubt[] {
  const { influence: h } = influenceOf(runs);
  const doubts: RunDoubt[] = [];
  if (runs.length > 3 && !fourthRunAgrees({ runs })) doubts.push({ kind: 'contradiction' });
  if (absolute(h.rightOfA) > absolute(h.leftOfA)) doubts.push({ kind: 'farther', plane: 'A' });
  if (absolute(h.leftOfB) > absolute(h.rightOfB)) doubts.push({ kind: 'farther', plane: 'B' });
  const own = timesUnlike(h.leftOfA, h.rightOfB);
  if (own > OWN_TIMES) doubts.push({ kind: 'unlike', which: 'own', times: own });
  const across = timesUnlike(h.rightOfA, h.leftOfB);
  if (across > ACROSS_TIMES && own <= OWN_TIMES) doubts.push({ kind: 'unlike', which: 'across', times: across });
  if (before.length < A_MEDIAN) return doubts;
  for (const [plane, of] of [
    ['A', ({ leftOfA }: Influence) => leftOfA],
    ['B', ({ rightOfB }: Influence) => rightOfB],
  ] as const) {
    const median = medianAngleDeg(before.map((one) => toPolar(of(one)).angleDeg));
    const offDeg = Math.abs(turnBetweenDeg(median, toPolar(of(h)).angleDeg));
    if (offDeg > PHASE_DEG) doubts.push({ kind: 'phase', plane, offDeg });
  }
  return doubts;
}

function timesUnlike(x: Vector, y: Vector): number {
  const [less, more] = [absolute(x), absolute(y)].sort((a, b) => a - b) as [number, number];
  return less === 0 ? Infinity : more / less;
}

/** The angle among these that the others lie nearest to: on a circle there is no order to take the middle of. */
function medianAngleDeg(anglesDeg: readonly number[]): number {
  const away = (from: number): number => anglesDeg.reduce((sum, one) => sum + Math.abs(turnBetweenDeg(from, one)), 0);
  return anglesDeg.reduce((best, one) => (away(one) < away(best) ? one : best));
}
