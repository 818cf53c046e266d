import type { Counterweight } from '../rotor/crank.js';
import type { Cut } from '../rotor/cut.js';
import { addPlanes, planeShares, type PlaneUnbalance } from '../rotor/planes.js';
import { add, dot, fromPolar, scale, type Vector } from '../units/vector.js';
import type { MetalNow } from './metalNow.js';

/** A plan on its way: holes so far, and what they leave. */
export interface State {
  readonly holes: readonly Cut[];
  readonly residual: PlaneUnbalance;
  readonly cost: number;
}

export interface Tolerances {
  readonly toleranceAGmm: number;
  readonly toleranceBGmm: number;
}

/** What is left, in tolerances, squared over both planes. */
export function costOf({ toleranceAGmm, toleranceBGmm }: Tolerances, { aGmm, bGmm }: PlaneUnbalance): number {
  return dot(aGmm, aGmm) / toleranceAGmm ** 2 + dot(bGmm, bGmm) / toleranceBGmm ** 2;
}

/** What metal at a counterweight's place along the crank does for both planes. */
export interface Lever {
  /** Metal whose going at this angle leaves least, g·mm: the projection of what is left, both planes in units of their tolerances. */
  readonly wantedGmm: (unit: Vector) => number;
  /** What one g·mm does there, squared, in tolerances. */
  readonly square: number;
  /** What is left when so much goes. */
  readonly without: (unit: Vector, momentGmm: number) => Pick<State, 'residual' | 'cost'>;
}

/** @param zMm where the metal acts along the crank */
export function leverOf(input: Tolerances & { readonly metal: MetalNow }, { residual }: State, { zMm }: Pick<Counterweight, 'zMm'>): Lever {
  const { shareA, shareB } = planeShares(zMm, input.metal.crank.planes);
  const { aGmm, bGmm } = residual;
  const [perA, perB] = [shareA / input.toleranceAGmm ** 2, shareB / input.toleranceBGmm ** 2];
  const square = shareA * perA + shareB * perB;
  return {
    square,
    wantedGmm: (unit) => (dot(aGmm, unit) * perA + dot(bGmm, unit) * perB) / square,
    without: (unit, momentGmm) => {
      const left = { aGmm: add(aGmm, scale(unit, -momentGmm * shareA)), bGmm: add(bGmm, scale(unit, -momentGmm * shareB)) };
      return { residual: left, cost: costOf(input, left) };
    },
  };
}

/** The state with one more cut whose change of both planes is known. */
export function withChange(input: Tolerances, state: State, cut: Cut, change: PlaneUnbalance): State {
  const residual = addPlanes(state.residual, change);
  return { holes: [...state.holes, cut], residual, cost: costOf(input, residual) };
}

/** What a depth stop and a divided head can be set to. */
export const DEPTH_STEP_MM = 0.1;
/** Shallower than this a drill's point has hardly seated; nobody can set it. */
export const LEAST_DEPTH_MM = 1;

/** Rounds so that 0.1 steps print as typed: 12.3, not 12.299999. */
export const roundTo = (value: number, step: number): number => Math.round(value / step) / Math.round(1 / step);

const units = new Map<number, Vector>();

/** The unit vector at an angle. The planner asks for the same few hundred angles hundreds of thousands of times. */
export function unitAt(angleDeg: number): Vector {
  const known = units.get(angleDeg);
  if (known) return known;
  const unit = fromPolar(1, angleDeg);
  units.set(angleDeg, unit);
  return unit;
}
