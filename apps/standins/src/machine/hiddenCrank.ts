import {
  addPlanes,
  BALANCED,
  effectOfHoles,
  fromPolar,
  scalePlanes,
  standingHoles,
  toPlanes,
  toPolar,
  type Crank,
  type CrankHole,
  type PlaneUnbalance,
} from '@tare/core';
import type { Mount } from './mount.js';
import { chanceFor } from '../chance.js';

/** How the stand-in's drill misses: deviations of depth and place, and of the metal's density as a ratio. */
export const DRILL_DEPTH_MM = 0.3;
export const DRILL_ANGLE_DEG = 1;
export const DENSITY_RATIO = 0.01;

/** Heaviest plane of a crank as it comes in, grams at the plane's radius: what a shop usually meets. */
const AS_RECEIVED_G = { least: 20, most: 36 };
/** How far from a counterweight's middle its excess metal lies. */
const OFF_MIDDLE_DEG = 25;

/**
 * True unbalance of a mounted crank: what it came with, less what its holes really took.
 * The interface never sees this; it is here for the stand-in and for tests of it.
 */
export function trueUnbalance({ rotor, crank, holes }: Mount): PlaneUnbalance {
  const standing = standingHoles(holes);
  // A hole that was deepened is what it became, however it had turned out before.
  const drilled = holes.flatMap((hole, i) => (standing.includes(hole) ? [{ ...drilledHole(rotor, crank, hole, i), was: null }] : []));
  const density = 1 + chanceFor(rotor, 'density').normal(DENSITY_RATIO);
  return addPlanes(asReceived(rotor, crank), scalePlanes(effectOfHoles(crank, drilled), density));
}

/** A raw crank is left heavy at its counterweights, more at some than at others. */
function asReceived(rotor: string, crank: Crank): PlaneUnbalance {
  const chance = chanceFor(rotor, 'as received');
  const shape = crank.counterweights.reduce((sum, { arcCentreDeg, zMm }) => {
    const excess = fromPolar(chance.between(0.2, 1), arcCentreDeg + chance.between(-OFF_MIDDLE_DEG, OFF_MIDDLE_DEG));
    return addPlanes(sum, toPlanes(excess, zMm, crank.planes));
  }, BALANCED);
  const { planes } = crank;
  const heaviest = Math.max(toPolar(shape.aGmm).amount / planes.radiusAMm, toPolar(shape.bGmm).amount / planes.radiusBMm);
  return scalePlanes(shape, chance.between(AS_RECEIVED_G.least, AS_RECEIVED_G.most) / heaviest);
}

function drilledHole(rotor: string, crank: Crank, hole: CrankHole, index: number): CrankHole {
  const chance = chanceFor(rotor, 'hole', index);
  // A drill that is out by more than half its depth would be noticed; it also must not turn a shallow hole inside out.
  const depthError = Math.max(-hole.depthMm / 2, Math.min(hole.depthMm / 2, chance.normal(DRILL_DEPTH_MM)));
  const limitMm = crank.counterweights.find((c) => c.id === hole.counterweightId)?.depthLimitMm ?? hole.depthMm;
  return {
    ...hole,
    // A slug's length is sawn and measured; nothing stops it but itself.
    depthMm: hole.slug ? hole.depthMm + depthError : Math.min(hole.depthMm + depthError, Math.max(limitMm, hole.depthMm)),
    angleDeg: hole.angleDeg + chance.normal(DRILL_ANGLE_DEG),
  };
}
