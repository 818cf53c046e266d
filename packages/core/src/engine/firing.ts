import { normaliseAngleDeg, turnBetweenDeg } from '../units/angle.js';
import type { EngineLayout } from './layout.js';

/** A four-stroke fires every cylinder once in two turns. */
const CYCLE_DEG = 720;
const SAME_ANGLE_DEG = 0.5;

/** How far the crank has turned in its own direction when a cylinder's pin stands in its bank's axis, 0…360. */
export function topDeg({ pins, cylinders, rotation }: EngineLayout, number: number): number {
  const pin = pins.find((one) => one.cylinders.includes(number))!;
  const { bankDeg } = cylinders.find((cylinder) => cylinder.number === number)!;
  const turnDeg = bankDeg - pin.angleDeg;
  return normaliseAngleDeg(rotation === 'anticlockwise' ? -turnDeg : turnDeg);
}

/**
 * Degrees from each firing to the next, over the two turns of a four-stroke. Each is the least turn above 0 that brings the
 * next cylinder to its top; null when those do not add up to two turns, since the engine cannot then fire in this order.
 */
export function firingIntervalsDeg(layout: EngineLayout, order: readonly number[]): number[] | null {
  const intervals = order.map((number, i) => {
    const next = order[(i + 1) % order.length]!;
    const turn = normaliseAngleDeg(topDeg(layout, next) - topDeg(layout, number));
    return turn < SAME_ANGLE_DEG || turn > 360 - SAME_ANGLE_DEG ? 360 : turn;
  });
  if (order.length === 1) return [CYCLE_DEG];
  const sumDeg = intervals.reduce((sum, one) => sum + one, 0);
  return Math.abs(sumDeg - CYCLE_DEG) < SAME_ANGLE_DEG ? intervals : null;
}

/** An order in which the cylinders fire evenly over two turns, the lowest number first wherever two could; null where none does. */
export function evenFiringOrder(layout: EngineLayout): number[] | null {
  const left = layout.cylinders.map(({ number }) => ({ number, atDeg: topDeg(layout, number) }));
  const stepDeg = CYCLE_DEG / left.length;
  const startDeg = left[0]!.atDeg;
  const order: number[] = [];
  for (let slot = 0; slot < layout.cylinders.length; slot += 1) {
    const at = left.findIndex(({ atDeg }) => {
      return Math.abs(turnBetweenDeg(startDeg + slot * stepDeg, atDeg)) < SAME_ANGLE_DEG;
    });
    if (at === -1) return null;
    order.push(left.splice(at, 1)[0]!.number);
  }
  return order;
}
