import { counterweightOf, type Crank } from '../rotor/crank.js';
import type { CrankHole } from '../rotor/crankHole.js';
import { effectOfHole, holeMetal } from '../rotor/holeMetal.js';
import { addPlanes, checkPlanes, planeShares, scalePlanes, type PlaneUnbalance } from '../rotor/planes.js';
import type { PerPlane } from '../spin/readingSpread.js';
import { degToRad } from '../units/angle.js';
import { toPolar } from '../units/vector.js';

/** How far a drill misses, as standard deviations. */
export interface DrillErrors {
  readonly depthMm: number;
  readonly angleDeg: number;
  /** Of the metal's density against what was said of it, as a share; alike for all holes of a crank. */
  readonly densityRatio: number;
}

/** A depth stop and a divided head in practised hands; a shop with better or worse writes down its own. */
export const USUAL_DRILL: DrillErrors = { depthMm: 0.3, angleDeg: 1, densityRatio: 0.01 };

const DEPTH_STEP_MM = 0.05;

/**
 * Deviation of what these holes really take from what they should, in each component of each plane, g·mm: along the hole by
 * ∂U/∂h·σ_h (a 20 mm bit that goes 0.4 mm too deep is nearly 1 g), across it by U·σ_θ; half their squares fall on a component.
 * Holes err apart; the density errs for all of them together.
 */
export function drillSpread(crank: Crank, holes: readonly CrankHole[], drill: DrillErrors): PerPlane {
  let [a2, b2] = [0, 0];
  let sum: PlaneUnbalance = { aGmm: { re: 0, im: 0 }, bGmm: { re: 0, im: 0 } };
  for (const hole of holes) {
    const { momentGmm, perMm } = biteOf(crank, hole);
    const along = drill.depthMm * perMm;
    const across = momentGmm * drill.angleDeg * (Math.PI / 180);
    const effect = effectOfHole(crank, hole);
    sum = addPlanes(sum, effect);
    const perGmm = (plane: PlaneUnbalance['aGmm']): number => (momentGmm === 0 ? 0 : toPolar(plane).amount / Math.abs(momentGmm));
    const half2 = (along ** 2 + across ** 2) / 2;
    a2 += half2 * perGmm(effect.aGmm) ** 2;
    b2 += half2 * perGmm(effect.bGmm) ** 2;
  }
  const together = scalePlanes(sum, drill.densityRatio / Math.SQRT2);
  return { aGmm: Math.hypot(Math.sqrt(a2), toPolar(together.aGmm).amount), bGmm: Math.hypot(Math.sqrt(b2), toPolar(together.bGmm).amount) };
}

/** What a hole takes, and how much more with each mm of depth. */
interface Bite {
  readonly momentGmm: number;
  readonly perMm: number;
  readonly zMm: number;
}

function biteOf(crank: Crank, hole: CrankHole): Bite {
  const { zMm } = counterweightOf(crank, hole.counterweightId);
  const { momentGmm } = holeMetal(crank, hole);
  // A weld fills its hole, however deep that is.
  const perMm = hole.slug?.welded ? 0 : (holeMetal(crank, { ...hole, depthMm: hole.depthMm + DEPTH_STEP_MM }).momentGmm - momentGmm) / DEPTH_STEP_MM;
  return { momentGmm, perMm, zMm };
}

/** How one hole went amiss. */
export interface Miss {
  readonly depthMm: number;
  readonly angleDeg: number;
  readonly densityRatio: number;
}

/** What a hole took for every way it may go amiss; a drill that is out by more than half the depth would be noticed. */
export function missingHole(crank: Crank, hole: CrankHole): (miss: Miss) => PlaneUnbalance {
  const { momentGmm, perMm, zMm } = biteOf(crank, hole);
  checkPlanes(crank.planes);
  const { shareA, shareB } = planeShares(zMm, crank.planes);
  // Asked thousands of times for every plan: worked out by hand, with nothing to check any more.
  return ({ depthMm, angleDeg, densityRatio }) => {
    const moment = (momentGmm + perMm * Math.max(-hole.depthMm / 2, depthMm)) * (1 + densityRatio);
    const angle = degToRad(hole.angleDeg + angleDeg);
    const [re, im] = [-moment * Math.cos(angle), -moment * Math.sin(angle)];
    return { aGmm: { re: re * shareA, im: im * shareA }, bGmm: { re: re * shareB, im: im * shareB } };
  };
}
