import { besideRadiusMm, diameterOf, type RimCut } from '../../rotor/cut.js';
import { edgeMarginOf } from '../../rotor/crank.js';
import { radToDeg, turnBetweenDeg } from '../../units/angle.js';
import { said, TINY, wordOf, type Rule } from '../goodCut.js';
import { clearOfOilWays } from '../oilWays.js';

/** A rim may be taken down as far as metal may go, and leaves a wall beside every bar and hole in the side face. */
const rimMayGo: Rule<RimCut> = (cut, { counterweight, goneMm, others }) => {
  const { name, depthLimitMm, drillFrom, rimRadiusMm } = counterweight;
  const margin = edgeMarginOf(counterweight);
  const rimLeftMm = rimRadiusMm - cut.depthMm;
  return [
    said(drillFrom === 'face', () => `${name} is not cut on its rim.`),
    said(
      cut.depthMm > depthLimitMm + TINY,
      () => `The rim of ${name} may go down ${(depthLimitMm + goneMm).toFixed(1)} mm, not ${(cut.depthMm + goneMm).toFixed(1)} mm.`,
    ),
    ...others.map((other) => {
      const outMm = besideRadiusMm(other);
      const turnDeg = Math.abs(turnBetweenDeg(cut.angleDeg, other.angleDeg));
      const mm = diameterOf(other);
      if (outMm === null) {
        const stands = other.kind === 'bar' && turnDeg <= cut.halfArcDeg && cut.depthMm > other.depthMm - other.lengthMm + TINY;
        return said(stands, () => `The rim of ${name} at ${other.angleDeg}° holds a bar: ${cut.depthMm} mm off it would cut into that.`);
      }
      // Beyond the end of what goes, a wall is there for as far as the bore reaches round.
      const reachDeg = radToDeg(Math.asin(Math.min(1, (mm / 2 + margin) / outMm)));
      const wallMm = rimLeftMm - outMm - mm / 2;
      return said(
        turnDeg < cut.halfArcDeg + reachDeg && wallMm < margin - TINY,
        () =>
          `${cut.depthMm} mm off the rim of ${name} would leave ${Math.max(0, wallMm).toFixed(1)} mm beside the ${wordOf(other)} at ${other.angleDeg}°, less than ${margin} mm.`,
      );
    }),
  ];
};

export const rules: readonly Rule<RimCut>[] = [rimMayGo, clearOfOilWays];
