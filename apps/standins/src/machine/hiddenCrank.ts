import {
  addPlanes,
  BALANCED,
  effectOfCuts,
  fromPolar,
  LATHE_TO_DRILL,
  metalNow,
  movePlanes,
  replacedId,
  rimKindOf,
  scalePlanes,
  times,
  toPlanes,
  toPolar,
  type Crank,
  type KnownCut,
  type PlaneUnbalance,
} from '@tare/core';
import type { Mount, MountedPart } from './mount.js';
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
export function trueUnbalance({ rotor, crank, holes, places, parts = [], bornIn = crank.planes, lightG = 0 }: Mount): PlaneUnbalance {
  // A hole that is deepened or filled later is there as it really turned out, not as somebody measured it.
  const really = new Map<string, KnownCut>();
  holes.forEach((cut, i) => {
    const old = replacedId(cut);
    really.set(cut.id, reallyCut(rotor, crank, cut, places?.[i] ?? i, old === null ? null : (really.get(old) ?? null)));
  });
  const density = 1 + chanceFor(rotor, 'density').normal(DENSITY_RATIO);
  const own = movePlanes(asReceived(rotor, { ...crank, planes: bornIn }), bornIn, crank.planes);
  const came = lightG === 0 ? own : addPlanes(own, lacking(crank, lightG));
  const bolted = parts.map((part) => partUnbalance(rotor, part, crank)).reduce(addPlanes, came);
  return addPlanes(bolted, scalePlanes(effectOfCuts(metalNow(crank, []), [...really.values()]), density));
}

/** What a part that bolts on has of its own, grams at 80 mm: a damper or a cover as they come. */
const PART_G = { least: 3, most: 12 };
const PART_RADIUS_MM = 80;
/** A face that runs out tilts the part: a couple, as grams at the same radius a hand's breadth apart. */
const RUN_OUT_G = 0.5;
const RUN_OUT_APART_MM = 100;
/** How far a part sits otherwise each time it is bolted on: play on its spigot, g·mm in each component. */
export const PLAY_GMM = 12;

/** A part's own hidden unbalance as it is bolted on now. */
export function partUnbalance(
  rotor: string,
  { name, turnedDeg, zMm, bolted, own: known }: MountedPart,
  { planes }: Pick<Crank, 'planes'>,
): PlaneUnbalance {
  const own = chanceFor(rotor, 'part', name);
  const hidden = fromPolar(own.between(PART_G.least, PART_G.most) * PART_RADIUS_MM, own.between(0, 360) + turnedDeg);
  const heavy = known ? times(known, fromPolar(1, turnedDeg)) : hidden;
  const couple = fromPolar(known ? 0 : own.between(0, RUN_OUT_G) * PART_RADIUS_MM, own.between(0, 360) + turnedDeg);
  const sits = chanceFor(rotor, 'bolted on', name, bolted);
  // Where it sits on the spigot turns with the part as it was bolted on.
  const play = { re: sits.normal(PLAY_GMM), im: sits.normal(PLAY_GMM) };
  return [
    toPlanes(heavy, zMm, planes),
    toPlanes(couple, zMm - RUN_OUT_APART_MM / 2, planes),
    scalePlanes(toPlanes(couple, zMm + RUN_OUT_APART_MM / 2, planes), -1),
    toPlanes(play, zMm, planes),
  ].reduce(addPlanes, BALANCED);
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

function reallyCut(rotor: string, crank: Crank, cut: KnownCut, index: number, before: KnownCut | null): KnownCut {
  const chance = chanceFor(rotor, 'hole', index);
  // A drill that is out by more than half its depth would be noticed; it also must not turn a shallow hole inside out.
  const depthError = Math.max(-cut.depthMm / 2, Math.min(cut.depthMm / 2, chance.normal(DRILL_DEPTH_MM)));
  const angleError = chance.normal(DRILL_ANGLE_DEG);
  const limitMm = crank.counterweights.find((c) => c.id === cut.counterweightId)?.depthLimitMm ?? cut.depthMm;
  const angleDeg = before ? before.angleDeg : cut.angleDeg + angleError;
  switch (cut.kind) {
    case 'turn':
      return { ...cut, depthMm: cut.depthMm + depthError * LATHE_TO_DRILL };
    case 'grind':
      return { ...cut, depthMm: cut.depthMm + depthError };
    case 'weld':
      return { ...cut, angleDeg };
    case 'bar': {
      // A bar's length is sawn and measured; nothing stops it but itself, or the shoulder of the hole that it goes into.
      const depthMm = cut.depthMm > cut.lengthMm && before ? before.depthMm : cut.depthMm + depthError;
      return { ...cut, angleDeg, lengthMm: cut.lengthMm + depthError, depthMm: Math.max(depthMm, cut.lengthMm + depthError) };
    }
    default: {
      const fromFace = cut.kind === 'face' || (cut.kind === 'redrill' && cut.seat.from === 'face');
      const depthMm = fromFace ? cut.depthMm + depthError : Math.min(cut.depthMm + depthError, Math.max(limitMm, cut.depthMm));
      // A point that follows an old hole stands where that stands, and takes no less.
      return { ...cut, angleDeg, depthMm: before ? Math.max(depthMm, before.depthMm) : depthMm };
    }
  }
}
