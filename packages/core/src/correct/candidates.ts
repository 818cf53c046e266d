import { counterweightOf, EDGE_MARGIN_MM, isBefore, keepsMarginAndWebs, slugFits, type Bit, type CrankHole } from '../rotor/correctionHoles.js';
import type { Counterweight } from '../rotor/crank.js';
import { depthForMoment, holeMomentGmm, rimSagMm } from '../rotor/hole.js';
import { planeShares, type PlaneUnbalance } from '../rotor/planes.js';
import { LEAST_SLUG_MM, outermostRadiusMm, slugMomentGmm, type Bar } from '../rotor/slug.js';
import { add, dot, fromPolar, scale, type Vector } from '../units/vector.js';
import type { PlanInput } from './planHoles.js';

/** A plan on its way: holes so far, and what they leave. */
export interface State {
  readonly holes: readonly CrankHole[];
  readonly residual: PlaneUnbalance;
  readonly cost: number;
}

/** What a depth stop and a divided head can be set to. */
const DEPTH_STEP_MM = 0.1;
/** Shallower than this a drill's point has hardly seated; nobody can set it. */
const LEAST_DEPTH_MM = 1;
/** A wide bit that only just cuts its circle takes grams by the tenth of a millimetre: less depth than this share of it is a smaller bit's work. */
const LEAST_DEPTH_RATIO = 0.15;

export type Tolerances = Pick<PlanInput, 'toleranceAGmm' | 'toleranceBGmm'>;

/** What is left, in tolerances, squared over both planes. */
export function costOf({ toleranceAGmm, toleranceBGmm }: Tolerances, { aGmm, bGmm }: PlaneUnbalance): number {
  return dot(aGmm, aGmm) / toleranceAGmm ** 2 + dot(bGmm, bGmm) / toleranceBGmm ** 2;
}

/** What metal at a counterweight's place along the crank does for both planes. */
interface Lever {
  /** Metal whose going at this angle leaves least, g·mm: the projection of what is left, both planes in units of their tolerances. */
  readonly wantedGmm: (unit: Vector) => number;
  /** What one g·mm does there, squared, in tolerances. */
  readonly square: number;
  /** What is left when so much goes. */
  readonly without: (unit: Vector, momentGmm: number) => Pick<State, 'residual' | 'cost'>;
}

function leverOf(input: Tolerances & Pick<PlanInput, 'crank'>, { residual }: State, { zMm }: Counterweight): Lever {
  const { shareA, shareB } = planeShares(zMm, input.crank.planes);
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

/** The state with the one hole, among these angles, that leaves least and breaks no rule; null when none helps. */
export function bestHole(input: PlanInput, state: State, counterweight: Counterweight, bit: Bit, anglesDeg: readonly number[]): State | null {
  const hole = {
    rimRadiusMm: counterweight.rimRadiusMm,
    bitMm: bit.bitMm,
    pointAngleDeg: bit.pointAngleDeg,
    densityGPerCm3: input.crank.densityGPerCm3,
  };
  const limitMm = Math.min(counterweight.depthLimitMm, bit.usableDepthMm);
  const placed = [...input.existing, ...state.holes].filter(({ counterweightId }) => counterweightId === counterweight.id);
  const lever = leverOf(input, state, counterweight);
  const wanted = anglesDeg
    .map((angleDeg) => {
      const unit = fromPolar(1, angleDeg);
      const momentGmm = lever.wantedGmm(unit);
      return { angleDeg, unit, momentGmm, gain: momentGmm ** 2 * lever.square };
    })
    .filter(({ momentGmm }) => momentGmm > 0)
    .sort((x, y) => y.gain - x.gain);
  const momentAtLimit = holeMomentGmm({ ...hole, depthMm: roundTo(limitMm, DEPTH_STEP_MM) });
  let best: State | null = null;
  for (const { angleDeg, unit, momentGmm, gain } of wanted) {
    // What is left cannot be less than with the unrounded, unlimited hole at this angle; the rest gain less still.
    if (best && state.cost - gain >= best.cost) break;
    const fitted = momentGmm >= momentAtLimit ? ({ kind: 'tooMuch' } as const) : depthForMoment(momentGmm, hole, limitMm);
    if (fitted.kind === 'tooLittle') continue;
    const depthMm = roundTo(fitted.kind === 'depth' ? fitted.depthMm : limitMm, DEPTH_STEP_MM);
    if (
      depthMm < Math.max(LEAST_DEPTH_MM, LEAST_DEPTH_RATIO * bit.bitMm) ||
      depthMm > limitMm ||
      depthMm < rimSagMm(counterweight.rimRadiusMm, bit.bitMm)
    )
      continue;
    const candidate: CrankHole = { counterweightId: counterweight.id, angleDeg, bitMm: bit.bitMm, pointAngleDeg: bit.pointAngleDeg, depthMm };
    const { residual, cost } = lever.without(unit, fitted.kind === 'depth' ? holeMomentGmm({ ...hole, depthMm }) : momentAtLimit);
    if (cost >= state.cost || (best && cost >= best.cost)) continue;
    if (!keepsMarginAndWebs(counterweight, candidate, placed)) continue;
    best = { holes: [...state.holes, candidate], residual, cost };
  }
  return best;
}

/** The states with this hole of the crank deepened, or opened to each larger bit, as far as it helps. */
export function deepened(input: PlanInput, state: State, old: CrankHole): State[] {
  if (old.slug || state.holes.some((hole) => isBefore(old, hole))) return [];
  const counterweight = counterweightOf(input.crank, old.counterweightId);
  const { rimRadiusMm } = counterweight;
  const densityGPerCm3 = input.crank.densityGPerCm3;
  const was = { bitMm: old.bitMm, pointAngleDeg: old.pointAngleDeg, depthMm: old.depthMm };
  const takenGmm = holeMomentGmm({ ...was, rimRadiusMm, densityGPerCm3 });
  const lever = leverOf(input, state, counterweight);
  const unit = fromPolar(1, old.angleDeg);
  const wantedGmm = lever.wantedGmm(unit);
  if (wantedGmm <= 0) return [];
  return input.bits.flatMap((bit) => {
    if (bit.bitMm < old.bitMm || (bit.bitMm === old.bitMm && bit.pointAngleDeg !== old.pointAngleDeg)) return [];
    const limitMm = Math.min(counterweight.depthLimitMm, bit.usableDepthMm);
    const hole = { rimRadiusMm, bitMm: bit.bitMm, pointAngleDeg: bit.pointAngleDeg, densityGPerCm3 };
    const fitted = depthForMoment(takenGmm + wantedGmm, hole, limitMm);
    if (fitted.kind === 'tooLittle') return [];
    const depthMm = roundTo(fitted.kind === 'depth' ? fitted.depthMm : limitMm, DEPTH_STEP_MM);
    // A point that reaches less far than before would leave its own floor uncut.
    const deepEnough = bit.bitMm === old.bitMm ? depthMm >= old.depthMm + LEAST_DEEPENING_MM : depthMm >= old.depthMm;
    if (!deepEnough || depthMm > limitMm) return [];
    const { counterweightId, angleDeg } = old;
    const candidate: CrankHole = { counterweightId, angleDeg, bitMm: bit.bitMm, pointAngleDeg: bit.pointAngleDeg, depthMm, was };
    if (!keepsMarginAndWebs(counterweight, candidate, [...input.existing, ...state.holes])) return [];
    const { residual, cost } = lever.without(unit, holeMomentGmm({ ...hole, depthMm }) - takenGmm);
    return cost < state.cost ? [{ holes: [...state.holes, candidate], residual, cost }] : [];
  });
}

/** Less than this a depth stop cannot be set to. */
const LEAST_DEEPENING_MM = 0.3;

/** The state with the one slug of this bar, among these angles, that leaves least and breaks no rule; null when none helps. */
export function bestSlug(input: PlanInput, state: State, counterweight: Counterweight, bar: Bar, anglesDeg: readonly number[]): State | null {
  const radiusMm = outermostRadiusMm(counterweight, bar.diameterMm, EDGE_MARGIN_MM);
  if (radiusMm === null) return null;
  const slug = { radiusMm, densityGPerCm3: bar.densityGPerCm3 };
  const perMm = slugMomentGmm(input.crank, bar.diameterMm, 1, slug);
  const placed = [...input.existing, ...state.holes].filter(({ counterweightId }) => counterweightId === counterweight.id);
  const lever = leverOf(input, state, counterweight);
  let best: State | null = null;
  for (const angleDeg of anglesDeg) {
    const unit = fromPolar(1, angleDeg);
    // Metal that is added answers what is light there.
    const depthMm = roundTo(Math.min(counterweight.widthMm, -lever.wantedGmm(unit) / perMm), SLUG_STEP_MM);
    if (depthMm < LEAST_SLUG_MM) continue;
    const { residual, cost } = lever.without(unit, -perMm * depthMm);
    if (cost >= state.cost || (best && cost >= best.cost)) continue;
    const candidate = { counterweightId: counterweight.id, angleDeg, bitMm: bar.diameterMm, pointAngleDeg: 180, depthMm, slug };
    if (!slugFits(input.crank, candidate, placed)) continue;
    best = { holes: [...state.holes, candidate], residual, cost };
  }
  return best;
}

/** What a bar is sawn to. */
const SLUG_STEP_MM = 0.5;

/** Rounds so that 0.1 steps print as typed: 12.3, not 12.299999. */
export const roundTo = (value: number, step: number): number => Math.round(value / step) / Math.round(1 / step);
