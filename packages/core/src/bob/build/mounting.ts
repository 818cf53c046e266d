import type { EngineLayout } from '../../engine/layout.js';
import { normaliseAngleDeg } from '../../units/angle.js';
import { add, fromPolar, toPolar, ZERO } from '../../units/vector.js';

/** One bob to hang: with its pin up, pin 1 points here. */
export interface MountingStep {
  /** Counted from 0 at the front. */
  readonly index: number;
  readonly pinOneAtDeg: number;
}

/** The things to see of each mounted bob. */
export const MOUNTING_CHECKS = ['square', 'centred', 'sameWay', 'tight'] as const;
export type MountingCheck = (typeof MOUNTING_CHECKS)[number];

/** An order to hang the bobs in that leaves the crank as little inclined to swing as can be: after each, the pin that best answers what hangs. */
export function mountingOrder({ pins }: EngineLayout): MountingStep[] {
  const left = pins.map((pin, index) => ({ ...pin, index }));
  const steps: MountingStep[] = [];
  let hanging = ZERO;
  while (left.length > 0) {
    const after = left.map(({ angleDeg }) => toPolar(add(hanging, fromPolar(1, angleDeg))).amount);
    const best = after.findIndex((amount) => amount <= Math.min(...after) + 1e-9);
    const pin = left.splice(best, 1)[0]!;
    hanging = add(hanging, fromPolar(1, pin.angleDeg));
    steps.push({ index: pin.index, pinOneAtDeg: normaliseAngleDeg(-pin.angleDeg) });
  }
  return steps;
}
