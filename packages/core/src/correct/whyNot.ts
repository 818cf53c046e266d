import { planeShares } from '../rotor/planes.js';
import { turnBetweenDeg } from '../units/angle.js';
import { toPolar } from '../units/vector.js';
import type { HolePlan, PlanInput } from './planInput.js';

/** Why drilling does not get there: the worse plane, and whether metal stands where it is heavy. */
export function whyNot(input: PlanInput, best: HolePlan): string {
  const left = [
    { plane: 'A', ...toPolar(best.residual.aGmm), toleranceGmm: input.toleranceAGmm, radiusMm: input.crank.planes.radiusAMm },
    { plane: 'B', ...toPolar(best.residual.bGmm), toleranceGmm: input.toleranceBGmm, radiusMm: input.crank.planes.radiusBMm },
  ];
  const worst = left.reduce((x, y) => (y.amount / y.toleranceGmm > x.amount / x.toleranceGmm ? y : x));
  const covered = input.crank.counterweights.some((c) => {
    const { shareA, shareB } = planeShares(c.zMm, input.crank.planes);
    // One at the other end does more for that end than for this.
    return (worst.plane === 'A' ? shareA : shareB) >= 0.5 && Math.abs(turnBetweenDeg(c.arcCentreDeg, worst.angleDeg)) <= c.arcHalfWidthDeg;
  });
  const where = `${(worst.amount / worst.radiusMm).toFixed(1)} g at ${worst.radiusMm} mm stay in plane ${worst.plane} at ${worst.angleDeg.toFixed(0)}°`;
  if (leftLight(input))
    return `${where}: the counterweights are too light, as heavier pistons leave them. No hole in a counterweight mends that; heavy metal has to be added.`;
  return covered
    ? `With ${best.holes.length} holes ${where}: allow more holes, a larger bit or more depth, or add weight opposite.`
    : `${where}, and no counterweight's arc lies there at that end: drilling cannot take it; weight has to be added opposite.`;
}

/** Heavy where no counterweight of that end is: more than a right angle from the middle of every arc there. */
function leftLight({ crank, unbalance, toleranceAGmm, toleranceBGmm }: PlanInput): boolean {
  const light = (plane: 'A' | 'B'): boolean => {
    const { amount, angleDeg } = toPolar(plane === 'A' ? unbalance.aGmm : unbalance.bGmm);
    if (amount <= (plane === 'A' ? toleranceAGmm : toleranceBGmm)) return false;
    const near = crank.counterweights.filter((c) => {
      const { shareA, shareB } = planeShares(c.zMm, crank.planes);
      return (plane === 'A' ? shareA : shareB) >= 0.5;
    });
    return near.length > 0 && near.every((c) => Math.abs(turnBetweenDeg(c.arcCentreDeg, angleDeg)) > 90);
  };
  return light('A') || light('B');
}
