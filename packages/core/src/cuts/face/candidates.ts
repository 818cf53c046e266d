import { axialDepthForMomentMm, axialHole } from '../../rotor/axialHole.js';
import { densityOf, mayDrillFrom, type Counterweight } from '../../rotor/crank.js';
import type { Bit, FaceCut } from '../../rotor/cut.js';
import { outermostRadiusMm } from '../../rotor/slug.js';
import { deepestBesideMm } from '../goodCut.js';
import { DEPTH_STEP_MM, LEAST_DEPTH_MM, roundTo, type State } from '../lever.js';
import { bestOffer, faceMiddleMm, freerFace } from '../offer.js';
import type { Search } from '../search.js';

/** The state with the one hole of this bit in the side face, at the outermost place, that leaves least. */
export function bestBesideHole(input: Search, state: State, counterweight: Counterweight, bit: Bit, anglesDeg: readonly number[]): State | null {
  if (!mayDrillFrom(counterweight, 'face', input.faces === true) || bit.bitMm > (counterweight.largestBitMm ?? Infinity)) return null;
  const axialRadiusMm = outermostRadiusMm(counterweight, bit.bitMm);
  if (axialRadiusMm === null) return null;
  const { bitMm, pointAngleDeg } = bit;
  const face = freerFace(input, counterweight);
  const shape = { bitMm, pointAngleDeg, axialRadiusMm };
  const densityGPerCm3 = densityOf(input.metal.crank, counterweight);
  const limitMm = Math.min(bit.usableDepthMm, deepestBesideMm(counterweight, bitMm, pointAngleDeg) - (input.depthRoomMm ?? 0));
  // A moment is a straight line in depth: of nothing, and of each g·mm.
  const ofNothingMm = axialDepthForMomentMm(0, { ...shape, densityGPerCm3 });
  const perGmm = axialDepthForMomentMm(1, { ...shape, densityGPerCm3 }) - ofNothingMm;
  return bestOffer(input, state, counterweight, anglesDeg, (angleDeg, unit, lever) => {
    const wantedMm = ofNothingMm + perGmm * lever.wantedGmm(unit);
    if (wantedMm < LEAST_DEPTH_MM) return null;
    const depthMm = Math.floor(Math.min(limitMm, roundTo(wantedMm, DEPTH_STEP_MM)) * 10 + 1e-9) / 10;
    if (depthMm < LEAST_DEPTH_MM) return null;
    const cut: FaceCut = { kind: 'face', counterweightId: counterweight.id, angleDeg, face, radiusMm: axialRadiusMm, bitMm, pointAngleDeg, depthMm };
    return {
      cut,
      momentGmm: axialHole({ ...shape, depthMm, densityGPerCm3 }).momentGmm,
      zMm: faceMiddleMm(counterweight, face, bitMm, pointAngleDeg, depthMm),
    };
  });
}
