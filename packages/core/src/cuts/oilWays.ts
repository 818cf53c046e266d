import { edgeMarginOf, type Counterweight } from '../rotor/crank.js';
import type { OilWay } from '../rotor/crankSizes.js';
import { besideRadiusMm, diameterOf, isRimCut, seatOf, type Cut, type RimCut, type RoundCut } from '../rotor/cut.js';
import { pointHeightMm } from '../rotor/hole.js';
import { stretchDistanceMm, xyzOf, type Xyz } from '../rotor/stretch.js';
import { toPolar } from '../units/vector.js';
import { turnBetweenDeg } from '../units/angle.js';
import { said, TINY, type Breach, type Rule } from './goodCut.js';

/**
 * A wall of the edge margin stands between a cut and every oil way.
 *
 * Bore and oil way are straight: their walls are as far apart as their axes, less both radii. The bore ends in a ball of its own
 * radius round the end of its axis, moved on where a drill's point is longer than that: the wall is never taken too thick.
 */
export const clearOfOilWays: Rule<Cut> = (cut, { counterweight, oilWays }) => oilWays.map((way, i) => tooNear(cut, counterweight, way, i));

function tooNear(cut: Cut, counterweight: Counterweight, way: OilWay, i: number): Breach {
  const wallMm = isRimCut(cut) ? rimWallMm(cut, counterweight, way) : holeWallMm(cut, counterweight, way);
  const margin = edgeMarginOf(counterweight);
  return said(wallMm < margin - TINY, () =>
    wallMm <= 0
      ? `At ${cut.angleDeg}° in ${counterweight.name} this would cut into oil way ${i + 1}.`
      : `At ${cut.angleDeg}° in ${counterweight.name} this would leave ${wallMm.toFixed(1)} mm to oil way ${i + 1}, less than ${margin} mm.`,
  );
}

function holeWallMm(cut: RoundCut, { zMm, widthMm, rimRadiusMm }: Counterweight, { boreMm, from, to }: OilWay): number {
  const { angleDeg } = cut;
  const beside = besideRadiusMm(cut);
  const seat = seatOf(cut);
  const point = (radiusMm: number, z: number): Xyz => xyzOf({ radiusMm, angleDeg, zMm: z });
  const reachMm = cut.depthMm + Math.max(0, ('pointAngleDeg' in cut ? pointHeightMm(cut.bitMm, cut.pointAngleDeg) : 0) - diameterOf(cut) / 2);
  const [front, rear] = [zMm - widthMm / 2, zMm + widthMm / 2];
  const axis = (): readonly [Xyz, Xyz] => {
    if (beside === null) {
      const z = seat.from === 'rim' ? (seat.zMm ?? zMm) : zMm;
      return [point(rimRadiusMm, z), point(rimRadiusMm - reachMm, z)];
    }
    const face = seat.from === 'face' ? seat.face : null;
    // Where nobody looked which face it goes in from, it may be either.
    return [point(beside, face === 'rear' ? rear - reachMm : front), point(beside, face === 'front' ? front + reachMm : rear)];
  };
  return stretchDistanceMm(axis(), [xyzOf(from), xyzOf(to)]) - (diameterOf(cut) + boreMm) / 2;
}

/** Places along an oil way at which a turned rim is held against it. */
const STEPS = 64;

/** Wall between a rim taken down and what of an oil way lies in its width and under its arc. */
function rimWallMm(cut: RimCut, { zMm, widthMm, rimRadiusMm }: Counterweight, { boreMm, from, to }: OilWay): number {
  const [start, end] = [xyzOf(from), xyzOf(to)];
  let wallMm = Infinity;
  for (let step = 0; step <= STEPS; step += 1) {
    const [x, y, z] = [0, 1, 2].map((axis) => start[axis]! + ((end[axis]! - start[axis]!) * step) / STEPS) as [number, number, number];
    const { amount, angleDeg } = toPolar({ re: x, im: y });
    if (Math.abs(z - zMm) > widthMm / 2 + boreMm / 2 || Math.abs(turnBetweenDeg(cut.angleDeg, angleDeg)) > cut.halfArcDeg) continue;
    wallMm = Math.min(wallMm, rimRadiusMm - cut.depthMm - amount - boreMm / 2);
  }
  return wallMm;
}
