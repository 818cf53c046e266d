import { densityOf, mayDrillFrom, type Counterweight } from '../../rotor/crank.js';
import type { Bit, RadialCut } from '../../rotor/cut.js';
import { depthForMoment, holeMomentGmm, rimSagMm } from '../../rotor/hole.js';
import { turnBetweenDeg } from '../../units/angle.js';
import { fitsAt } from '../cutRules.js';
import { DEPTH_STEP_MM, LEAST_DEPTH_MM, leverOf, roundTo, unitAt, type State } from '../lever.js';
import { rimsOf } from '../overlap.js';
import { siteIn, type Search } from '../search.js';

/** A wide bit that only just cuts its circle takes grams by the tenth of a millimetre: less depth than this share of it is a smaller bit's work. */
const LEAST_DEPTH_RATIO = 0.15;

/** The state with the one radial hole, among these angles, that leaves least and breaks no rule; null when none helps. */
export function bestHole(input: Search, state: State, counterweight: Counterweight, bit: Bit, anglesDeg: readonly number[]): State | null {
  if (!mayDrillFrom(counterweight, 'rim', false) || bit.bitMm > (counterweight.largestBitMm ?? Infinity)) return null;
  const hole = {
    rimRadiusMm: counterweight.rimRadiusMm,
    bitMm: bit.bitMm,
    pointAngleDeg: bit.pointAngleDeg,
    densityGPerCm3: densityOf(input.metal.crank, counterweight),
  };
  const limitMm = Math.min(counterweight.depthLimitMm - (input.depthRoomMm ?? 0), bit.usableDepthMm);
  const site = siteIn(input, state, counterweight.id);
  const isUneven = unevenRim(input, counterweight, bit.bitMm);
  const lever = leverOf(input, state, counterweight);
  const units = anglesDeg.map(unitAt);
  const momentsGmm = units.map(lever.wantedGmm);
  const momentAtLimit = holeMomentGmm({ ...hole, depthMm: roundTo(limitMm, DEPTH_STEP_MM) });
  let best: State | null = null;
  for (;;) {
    // The angle along which most is wanted, of those not tried yet: usually the first or second is the best there is.
    let next = 0;
    for (let i = 1; i < momentsGmm.length; i += 1) if (momentsGmm[i]! > momentsGmm[next]!) next = i;
    const momentGmm = momentsGmm[next]!;
    if (!(momentGmm > 0)) break;
    momentsGmm[next] = -1;
    const [angleDeg, unit] = [anglesDeg[next]!, units[next]!];
    // What is left cannot be less than with the unrounded, unlimited hole at this angle; the rest gain less still.
    if (best && state.cost - momentGmm ** 2 * lever.square >= best.cost) break;
    const fitted = momentGmm >= momentAtLimit ? ({ kind: 'tooMuch' } as const) : depthForMoment(momentGmm, hole, limitMm);
    if (fitted.kind === 'tooLittle') continue;
    const depthMm = roundTo(fitted.kind === 'depth' ? fitted.depthMm : limitMm, DEPTH_STEP_MM);
    if (
      depthMm < Math.max(LEAST_DEPTH_MM, LEAST_DEPTH_RATIO * bit.bitMm) ||
      depthMm > limitMm ||
      depthMm < rimSagMm(counterweight.rimRadiusMm, bit.bitMm)
    )
      continue;
    const candidate: RadialCut = {
      kind: 'radial',
      counterweightId: counterweight.id,
      angleDeg,
      bitMm: bit.bitMm,
      pointAngleDeg: bit.pointAngleDeg,
      depthMm,
    };
    const { residual, cost } = lever.without(unit, fitted.kind === 'depth' ? holeMomentGmm({ ...hole, depthMm }) : momentAtLimit);
    if (cost >= state.cost || (best && cost >= best.cost)) continue;
    if (isUneven(angleDeg) || !fitsAt(candidate, site)) continue;
    best = { holes: [...state.holes, candidate], residual, cost };
  }
  return best;
}

/** Where a rim was taken down over a part of its arc only, a depth from it is one from a step: nothing is planned there. */
function unevenRim({ metal }: Search, { id, rimRadiusMm }: Counterweight, bitMm: number): (angleDeg: number) => boolean {
  const steps = rimsOf(metal.pieces.get(id)!.ops).filter(({ innerMm }) => innerMm < rimRadiusMm);
  if (steps.length === 0) return () => false;
  const ownDeg = (Math.asin(Math.min(1, bitMm / 2 / rimRadiusMm)) * 180) / Math.PI;
  return (angleDeg) => steps.some(({ arc }) => Math.abs(turnBetweenDeg(arc.middleDeg, angleDeg)) < arc.halfDeg + ownDeg);
}
