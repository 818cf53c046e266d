import { densityOf, rimKindOf, type Crank } from '../rotor/crank.js';
import { sideRadiusMm, type CrankHole } from '../rotor/crankHole.js';
import { effectOfHoles } from '../rotor/holeMetal.js';
import { rimStretch } from '../rotor/rimCut.js';
import { metalNow } from '../rotor/metalNow.js';
import { addPlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { costOf, DEPTH_STEP_MM, roundTo, type Tolerances } from './candidates/lever.js';

/** All counterweights' rims taken down alike, and what that leaves. */
export interface TurnedRims {
  readonly cuts: readonly CrankHole[];
  readonly crank: Crank;
  readonly holes: readonly CrankHole[];
  readonly residual: PlaneUnbalance;
}

/** Less metal than this is not worth setting the lathe up, g over all rims. */
const LEAST_G = 20;

/**
 * The amount, in tenths of a millimetre, by which turning all counterweights down alike leaves least; null where that is
 * nothing. For a crank whose counterweights are all too heavy, as lighter pistons leave them (handbook section 7).
 * @param holes as they stand
 */
export function turnRims(
  input: Tolerances & {
    readonly crank: Crank;
    readonly existing: readonly CrankHole[];
    readonly unbalance: PlaneUnbalance;
    readonly mostTurnedMm: number;
  },
): TurnedRims | null {
  const { crank, existing, unbalance, mostTurnedMm } = input;
  const rims = crank.counterweights.filter((c) => rimKindOf(c) === 'counterweight' && c.drillFrom !== 'face' && c.drillFrom !== 'grind');
  const cutsOf = (depthMm: number): CrankHole[] =>
    rims
      .filter(({ depthLimitMm }) => depthMm < depthLimitMm)
      .map((c) => {
        const holes = existing
          .filter((hole) => hole.counterweightId === c.id && sideRadiusMm(hole) === null && !hole.slug)
          .map(({ angleDeg, bitMm, pointAngleDeg, depthMm: deep }) => ({ angleDeg, bitMm, pointAngleDeg, depthMm: deep }));
        const rim = { halfArcDeg: c.arcHalfWidthDeg, holes };
        return { counterweightId: c.id, angleDeg: c.arcCentreDeg, bitMm: c.widthMm, pointAngleDeg: 180, depthMm, rim };
      });
  let best = { depthMm: 0, cost: costOf(input, unbalance), residual: unbalance };
  for (let step = 1; step * DEPTH_STEP_MM <= mostTurnedMm + 1e-9; step += 1) {
    const depthMm = roundTo(step * DEPTH_STEP_MM, DEPTH_STEP_MM);
    const residual = addPlanes(unbalance, effectOfHoles(crank, cutsOf(depthMm)));
    const cost = costOf(input, residual);
    if (cost < best.cost) best = { depthMm, cost, residual };
  }
  const takenG = rims.reduce(
    (sum, c) =>
      best.depthMm === 0
        ? 0
        : sum + rimStretch({ ...c, halfArcDeg: c.arcHalfWidthDeg, depthMm: best.depthMm, densityGPerCm3: densityOf(crank, c) }).massG,
    0,
  );
  if (takenG < LEAST_G) return null;
  const cuts = cutsOf(best.depthMm);
  const now = metalNow({ ...crank, found: [] }, [...existing, ...cuts]);
  return { cuts, crank: now.crank, holes: now.holes, residual: best.residual };
}
