import { add, fromPolar, scale, subtract, toPolar, type Vector } from '../units/vector.js';
import type { BentMain } from './straightness.js';

/** A press pushed a crank on a main, so far past where it lay, against a direction of the crank; what was off there before and after. */
export interface Push {
  readonly main: number;
  readonly pressedMm: number;
  readonly beforeMm: Vector;
  readonly afterMm: Vector;
}

/** What to push next. */
export interface NextPush {
  readonly main: number;
  /** The side to press on: where the main stands out. */
  readonly highAtDeg: number;
  readonly pressMm: number;
  /** What the main would lie off after it. */
  readonly leavesMm: number;
  /** By how many pushes the press is known; with none the first is small. */
  readonly learnedFrom: number;
}

/** A first push, and what nobody knows better: springs back wholly in most cranks. */
const FIRST_PRESS_MM = 1;
/** Of what the learned press would take, so much: a crank pushed too far has to come back. */
const CAUTION_RATIO = 0.8;
/** A push that left less than this sprang back wholly: it teaches nothing but that the next has to go further. */
const LEAST_LEFT_MM = 0.002;
/** How much further than one that sprang back wholly. */
const FURTHER_RATIO = 1.25;

/**
 * The push that is due, where the crank lies off most. What a push leaves is its travel beyond a springing part: left = k·(travel − p₀), a
 * straight line through the pushes so far (two unknowns by least squares from two pushes on; before that
 * half of its travel is sprung). The next is the travel that would take off what is there, and a little less; never much further than the
 * furthest so far.
 *
 * @returns null where no main lies off
 */
export function nextPush(mains: readonly BentMain[], pushes: readonly Push[]): NextPush | null {
  const worst = mains.reduce<BentMain | null>((most, one) => (most === null || one.runOutMm > most.runOutMm ? one : most), null);
  if (worst === null || worst.runOutMm === 0) return null;
  const { amount, angleDeg } = toPolar(worst.eccentricityMm);
  const own = pushes.filter(({ main }) => main === worst.main);
  const left = own.map(({ beforeMm, afterMm }) => toPolar(subtract(beforeMm, afterMm)).amount);
  const travel = travelFor(
    amount,
    own.map(({ pressedMm }) => pressedMm),
    left,
  );
  const pressMm =
    travel === null ? (own.length === 0 ? FIRST_PRESS_MM : FURTHER_RATIO * Math.max(...own.map(({ pressedMm }) => pressedMm))) : travel.pressMm;
  const takesMm = travel === null ? 0 : travel.takesMm;
  const after = add(worst.eccentricityMm, scale(fromPolar(takesMm, angleDeg), -1));
  return { main: worst.main, highAtDeg: angleDeg, pressMm, leavesMm: toPolar(after).amount, learnedFrom: own.length };
}

/** Travel that takes off so much, by the pushes so far, with caution; null while none of them left anything. */
function travelFor(
  wantMm: number,
  pressed: readonly number[],
  left: readonly number[],
): { readonly pressMm: number; readonly takesMm: number } | null {
  const useful = pressed.map((x, i) => ({ x, y: left[i]! })).filter(({ y }) => y > LEAST_LEFT_MM);
  if (useful.length === 0) return null;
  const takesMm = CAUTION_RATIO * wantMm;
  const mean = (of: (one: { x: number; y: number }) => number): number => useful.reduce((sum, one) => sum + of(one), 0) / useful.length;
  const [mx, my] = [mean(({ x }) => x), mean(({ y }) => y)];
  const sxx = useful.reduce((sum, { x }) => sum + (x - mx) ** 2, 0);
  const slope = sxx > 0 ? useful.reduce((sum, { x, y }) => sum + (x - mx) * (y - my), 0) / sxx : 0;
  // One push, or two alike: what was pressed beyond its first half left what it left.
  const k = slope > 0 ? slope : my / (mx / 2);
  const p0 = mx - my / k;
  // Two readings that hardly differ make a line of any slope: no push goes much further than the furthest so far.
  const pressMm = Math.min(p0 + takesMm / k, FURTHER_RATIO * Math.max(...pressed));
  return { pressMm, takesMm: Math.max(0, k * (pressMm - p0)) };
}
