import { densityOf, type Counterweight } from '../../rotor/crank.js';
import { GROUND_SPOT_DEG, isRimCut, type RimCut } from '../../rotor/cut.js';
import { rimDepthForMomentMm, rimStretch } from '../../rotor/rimCut.js';
import { turnBetweenDeg } from '../../units/angle.js';
import { fitsAt } from '../cutRules.js';
import { DEPTH_STEP_MM, leverOf, roundTo, unitAt, type State } from '../lever.js';
import { rimsOf } from '../overlap.js';
import { siteIn, type Search } from '../search.js';

/** The state with the one spot ground off the rim, among these angles, that leaves least; for rims that are not drilled at all. */
export function bestGroundSpot(input: Search, state: State, counterweight: Counterweight, anglesDeg: readonly number[]): State | null {
  if (counterweight.drillFrom !== 'grind' || input.grinding !== true) return null;
  const { id, rimRadiusMm, widthMm, depthLimitMm } = counterweight;
  const lever = leverOf(input, state, counterweight);
  const stretch = { rimRadiusMm, widthMm, halfArcDeg: GROUND_SPOT_DEG, densityGPerCm3: densityOf(input.metal.crank, counterweight) };
  const site = siteIn(input, state, id);
  const taken = [
    ...state.holes.flatMap((cut) => (cut.counterweightId === id && isRimCut(cut) ? [cut] : [])),
    ...rimsOf(input.metal.pieces.get(id)!.ops).map(({ arc }) => ({ angleDeg: arc.middleDeg, halfArcDeg: arc.halfDeg })),
  ];
  let best: State | null = null;
  for (const angleDeg of anglesDeg) {
    // Two spots that lap over would take the same metal twice.
    if (taken.some((other) => Math.abs(turnBetweenDeg(other.angleDeg, angleDeg)) < other.halfArcDeg + GROUND_SPOT_DEG)) continue;
    const unit = unitAt(angleDeg);
    const wantedMm = rimDepthForMomentMm(lever.wantedGmm(unit), stretch);
    const depthMm = roundTo(Math.min(depthLimitMm, Number.isNaN(wantedMm) ? depthLimitMm : wantedMm), DEPTH_STEP_MM);
    if (depthMm < DEPTH_STEP_MM || depthMm > depthLimitMm) continue;
    const { residual, cost } = lever.without(unit, rimStretch({ ...stretch, depthMm }).momentGmm);
    if (cost >= state.cost || (best && cost >= best.cost)) continue;
    const cut: RimCut = { kind: 'grind', counterweightId: id, angleDeg, halfArcDeg: GROUND_SPOT_DEG, depthMm };
    if (!fitsAt(cut, site)) continue;
    best = { holes: [...state.holes, cut], residual, cost };
  }
  return best;
}
