import {
  addPlanes,
  BALANCED,
  effectOfHoles,
  fromPolar,
  isBefore,
  rimKindOf,
  scalePlanes,
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
/** A lathe goes by its dial, to hundredths. */
const LATHE_TO_DRILL = 1 / 15;

/** Heaviest plane of a crank as it comes in, grams at the plane's radius: what a shop usually meets. */
const AS_RECEIVED_G = { least: 20, most: 36 };
/** How far from a counterweight's middle its excess metal lies. */
const OFF_MIDDLE_DEG = 25;

/**
 * True unbalance of a mounted crank: what it came with, less what its holes really took.
 * The interface never sees this; it is here for the stand-in and for tests of it.
 */
export function trueUnbalance({ rotor, crank, holes, lightG = 0 }: Mount): PlaneUnbalance {
  // A hole that is deepened or filled later is there as it really turned out, not as somebody measured it.
  const really: CrankHole[] = [];
  holes.forEach((hole, i) => {
    const before = holes.slice(0, i).findLastIndex((old) => isBefore(old, hole));
    really.push(drilledHole(rotor, crank, hole, i, before < 0 ? null : really[before]!));
  });
  const density = 1 + chanceFor(rotor, 'density').normal(DENSITY_RATIO);
  const came = lightG === 0 ? asReceived(rotor, crank) : addPlanes(asReceived(rotor, crank), lacking(crank, lightG));
  return addPlanes(came, scalePlanes(effectOfHoles(crank, really), density));
}

const counterweightsOf = (crank: Crank): Crank['counterweights'] => crank.counterweights.filter((rim) => rimKindOf(rim) === 'counterweight');

/** What heavier pistons leave: every counterweight lacks as much. */
const lacking = (crank: Crank, grams: number): PlaneUnbalance =>
  counterweightsOf(crank)
    .map(({ rimRadiusMm, arcCentreDeg, zMm }) => toPlanes(fromPolar(-grams * rimRadiusMm, arcCentreDeg), zMm, crank.planes))
    .reduce(addPlanes, BALANCED);

/** A raw crank is left heavy at its counterweights, more at some than at others. */
function asReceived(rotor: string, crank: Crank): PlaneUnbalance {
  const chance = chanceFor(rotor, 'as received');
  // What bolts on is near enough neutral as it comes.
  const shape = counterweightsOf(crank).reduce((sum, { arcCentreDeg, zMm }) => {
    const excess = fromPolar(chance.between(0.2, 1), arcCentreDeg + chance.between(-OFF_MIDDLE_DEG, OFF_MIDDLE_DEG));
    return addPlanes(sum, toPlanes(excess, zMm, crank.planes));
  }, BALANCED);
  const { planes } = crank;
  const heaviest = Math.max(toPolar(shape.aGmm).amount / planes.radiusAMm, toPolar(shape.bGmm).amount / planes.radiusBMm);
  return scalePlanes(shape, chance.between(AS_RECEIVED_G.least, AS_RECEIVED_G.most) / heaviest);
}

function drilledHole(rotor: string, crank: Crank, hole: CrankHole, index: number, before: CrankHole | null): CrankHole {
  const chance = chanceFor(rotor, 'hole', index);
  // A drill that is out by more than half its depth would be noticed; it also must not turn a shallow hole inside out.
  const depthError = Math.max(-hole.depthMm / 2, Math.min(hole.depthMm / 2, chance.normal(DRILL_DEPTH_MM)));
  const angleError = chance.normal(DRILL_ANGLE_DEG);
  const limitMm = crank.counterweights.find((c) => c.id === hole.counterweightId)?.depthLimitMm ?? hole.depthMm;
  const was = before && hole.was ? { ...hole.was, depthMm: before.depthMm } : (hole.was ?? null);
  if (hole.rim) return { ...hole, depthMm: hole.depthMm + depthError * LATHE_TO_DRILL };
  if (hole.slug?.welded) return { ...hole, was, ...(before ? { depthMm: before.depthMm, angleDeg: before.angleDeg } : {}) };
  // A slug's length is sawn and measured; nothing stops it but itself.
  const depthMm =
    hole.slug || hole.axialRadiusMm != null ? hole.depthMm + depthError : Math.min(hole.depthMm + depthError, Math.max(limitMm, hole.depthMm));
  return {
    ...hole,
    was,
    // A point that follows an old hole stands where that stands, and takes no less.
    depthMm: was && !hole.slug ? Math.max(depthMm, was.depthMm) : depthMm,
    angleDeg: before ? before.angleDeg : hole.angleDeg + angleError,
  };
}
