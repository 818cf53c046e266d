import { axialDepthForMomentMm, axialHole } from '../../rotor/axialHole.js';
import { densityOf, mayDrillFrom, type Counterweight } from '../../rotor/crank.js';
import type { Bit, CrankHole } from '../../rotor/crankHole.js';
import { deepestBesideMm, fitsBeside } from '../../rotor/drillingRules.js';
import { LEAST_SLUG_MM, outermostRadiusMm, slugNetG, type Bar } from '../../rotor/slug.js';
import type { Vector } from '../../units/vector.js';
import type { PlanInput } from '../planInput.js';
import { DEPTH_STEP_MM, LEAST_DEPTH_MM, leverOf, roundTo, unitAt, type Lever, type State } from './lever.js';

/** What a bar is sawn to. */
export const SLUG_STEP_MM = 0.5;

/** What one place offers: a hole that may be made there, and the moment that goes with it. */
interface Offer {
  readonly hole: CrankHole;
  readonly momentGmm: number;
}

/** The state with the best offer over these angles that breaks no rule; null when none helps. */
function bestOffer(
  input: PlanInput,
  state: State,
  counterweight: Counterweight,
  anglesDeg: readonly number[],
  offer: (angleDeg: number, unit: Vector, lever: Lever) => Offer | null,
): State | null {
  const placed = [...input.existing, ...state.holes];
  const lever = leverOf(input, state, counterweight);
  let best: State | null = null;
  for (const angleDeg of anglesDeg) {
    const unit = unitAt(angleDeg);
    const offered = offer(angleDeg, unit, lever);
    if (!offered) continue;
    const { residual, cost } = lever.without(unit, offered.momentGmm);
    if (cost >= state.cost || (best && cost >= best.cost)) continue;
    if (!fitsBeside(counterweight, offered.hole, placed, input.faces === true)) continue;
    best = { holes: [...state.holes, offered.hole], residual, cost };
  }
  return best;
}

/** The state with the one slug of this bar, in a new bore among these angles, that leaves least. */
export function bestSlug(input: PlanInput, state: State, counterweight: Counterweight, bar: Bar, anglesDeg: readonly number[]): State | null {
  const radiusMm = outermostRadiusMm(counterweight, bar.diameterMm);
  if (radiusMm === null || counterweight.drillFrom === 'grind') return null;
  const { diameterMm, densityGPerCm3 } = bar;
  const perMm = slugNetG(diameterMm, 1, densityGPerCm3, densityOf(input.crank, counterweight)) * radiusMm;
  return bestOffer(input, state, counterweight, anglesDeg, (angleDeg, unit, lever) => {
    // Metal that is added answers what is light there.
    const wantedMm = -lever.wantedGmm(unit) / perMm;
    // The shortest brings too much where less is wanted: a hole may take that off again.
    if (wantedMm < LEAST_SLUG_MM / 2) return null;
    const depthMm = roundTo(Math.min(counterweight.widthMm, Math.max(LEAST_SLUG_MM, wantedMm)), SLUG_STEP_MM);
    const slug = { radiusMm, densityGPerCm3 };
    return {
      hole: { counterweightId: counterweight.id, angleDeg, bitMm: diameterMm, pointAngleDeg: 180, depthMm, slug },
      momentGmm: -perMm * depthMm,
    };
  });
}

/** The state with the one hole of this bit in the side face, at the outermost place, that leaves least. */
export function bestBesideHole(input: PlanInput, state: State, counterweight: Counterweight, bit: Bit, anglesDeg: readonly number[]): State | null {
  if (!mayDrillFrom(counterweight, 'face', input.faces === true) || bit.bitMm > (counterweight.largestBitMm ?? Infinity)) return null;
  const axialRadiusMm = outermostRadiusMm(counterweight, bit.bitMm);
  if (axialRadiusMm === null) return null;
  const { bitMm, pointAngleDeg } = bit;
  const shape = { bitMm, pointAngleDeg, axialRadiusMm };
  const densityGPerCm3 = densityOf(input.crank, counterweight);
  const limitMm = Math.min(bit.usableDepthMm, deepestBesideMm(counterweight, bitMm, pointAngleDeg));
  return bestOffer(input, state, counterweight, anglesDeg, (angleDeg, unit, lever) => {
    const wantedMm = axialDepthForMomentMm(lever.wantedGmm(unit), { ...shape, densityGPerCm3 });
    const depthMm = Math.floor(Math.min(limitMm, roundTo(wantedMm, DEPTH_STEP_MM)) * 10 + 1e-9) / 10;
    if (depthMm < LEAST_DEPTH_MM) return null;
    return {
      hole: { counterweightId: counterweight.id, angleDeg, depthMm, ...shape },
      momentGmm: axialHole({ ...shape, depthMm, densityGPerCm3 }).momentGmm,
    };
  });
}
