import { densityOf, type Counterweight } from '../../rotor/crank.js';
import { GROUND_SPOT_DEG } from '../../rotor/crankHole.js';
import { rimDepthForMomentMm, rimStretch } from '../../rotor/rimCut.js';
import { turnBetweenDeg } from '../../units/angle.js';
import type { PlanInput } from '../planInput.js';
import { DEPTH_STEP_MM, leverOf, roundTo, unitAt, type State } from './lever.js';

/** The state with the one spot ground off the rim, among these angles, that leaves least; for rims that are not drilled at all. */
export function bestGroundSpot(input: PlanInput, state: State, counterweight: Counterweight, anglesDeg: readonly number[]): State | null {
  if (counterweight.drillFrom !== 'grind' || input.grinding !== true) return null;
  const { id, rimRadiusMm, widthMm, depthLimitMm } = counterweight;
  const lever = leverOf(input, state, counterweight);
  const stretch = { rimRadiusMm, widthMm, halfArcDeg: GROUND_SPOT_DEG, densityGPerCm3: densityOf(input.crank, counterweight) };
  const taken = state.holes.filter((hole) => hole.counterweightId === id);
  let best: State | null = null;
  for (const angleDeg of anglesDeg) {
    // Two spots that lap over would take the same metal twice.
    if (taken.some((other) => Math.abs(turnBetweenDeg(other.angleDeg, angleDeg)) < 2 * GROUND_SPOT_DEG)) continue;
    const unit = unitAt(angleDeg);
    const wantedMm = rimDepthForMomentMm(lever.wantedGmm(unit), stretch);
    const depthMm = roundTo(Math.min(depthLimitMm, Number.isNaN(wantedMm) ? depthLimitMm : wantedMm), DEPTH_STEP_MM);
    if (depthMm < DEPTH_STEP_MM || depthMm > depthLimitMm) continue;
    const { residual, cost } = lever.without(unit, rimStretch({ ...stretch, depthMm }).momentGmm);
    if (cost >= state.cost || (best && cost >= best.cost)) continue;
    const rim = { halfArcDeg: GROUND_SPOT_DEG, holes: [] };
    best = { holes: [...state.holes, { counterweightId: id, angleDeg, bitMm: widthMm, pointAngleDeg: 180, depthMm, rim }], residual, cost };
  }
  return best;
}
