import { turnBetweenDeg, degToRad } from '../units/angle.js';
import { CoreError } from '../units/check.js';
import { fromPolar } from '../units/vector.js';
import type { Counterweight, Crank } from './crank.js';
import { radialHole, rimSagMm, type HoleMetal } from './hole.js';
import { slugNetG, webToSlugMm, type Slug } from './slug.js';
import { addPlanes, BALANCED, toPlanes, type PlaneUnbalance } from './planes.js';

/** A radial hole in a crank's counterweight, in the middle of its width; or, with a slug, a bore in its side face with heavy metal pressed in. */
export interface CrankHole {
  readonly counterweightId: string;
  readonly angleDeg: number;
  readonly bitMm: number;
  /** Full angle of the drill's point; a slug's bore is taken as flat. */
  readonly pointAngleDeg: number;
  /** From the rim to the drill's shoulder; of a slug, its length along the shaft. */
  readonly depthMm: number;
  readonly slug?: Slug | null;
  /** The hole that stood in this very place before: it was deepened, or opened to a larger bit. */
  readonly was?: HoleBefore | null;
}

/** What a deepened hole was. */
export interface HoleBefore {
  readonly bitMm: number;
  readonly pointAngleDeg: number;
  readonly depthMm: number;
}

/** Whether a hole is what another one says it was. */
export const isBefore = (hole: CrankHole, { was, counterweightId, angleDeg }: CrankHole): boolean =>
  was !== null &&
  was !== undefined &&
  !hole.slug &&
  hole.counterweightId === counterweightId &&
  hole.angleDeg === angleDeg &&
  hole.bitMm === was.bitMm &&
  hole.depthMm === was.depthMm;

/** The holes as they stand: those that were deepened since are left out. */
export const standingHoles = <T extends CrankHole>(holes: readonly T[]): T[] =>
  holes.filter((hole, i) => !holes.some((later, k) => k > i && isBefore(hole, later)));

/** A bit the shop has. */
export interface Bit {
  readonly bitMm: number;
  readonly pointAngleDeg: number;
  /** How deep its flutes reach. */
  readonly usableDepthMm: number;
}

/** Metal left between a hole's wall and the flank of its counterweight, mm. */
export const EDGE_MARGIN_MM = 2;
/** Web between two holes as a share of the larger bit (handbook section 7). */
export const WEB_SHARE_OF_BIT = 0.5;

/**
 * Finds a counterweight by its id.
 * @throws CoreError when the crank has none of that id
 */
export function counterweightOf(crank: Crank, id: string): Counterweight {
  const found = crank.counterweights.find((counterweight) => counterweight.id === id);
  if (!found) throw new CoreError(`This crank has no counterweight ${id}.`, 'counterweightId');
  return found;
}

/** Mass and moment that leave with a hole, of a deepened one the difference; a slug brings some, so that both are below zero. @throws CoreError from radialHole */
export function holeMetal(crank: Crank, hole: CrankHole): HoleMetal {
  if (hole.slug) {
    const massG = -slugNetG(hole.bitMm, hole.depthMm, hole.slug.densityGPerCm3, crank.densityGPerCm3);
    return { massG, momentGmm: massG * hole.slug.radiusMm, centroidRadiusMm: hole.slug.radiusMm };
  }
  const { rimRadiusMm } = counterweightOf(crank, hole.counterweightId);
  const whole = ({ bitMm, pointAngleDeg, depthMm }: HoleBefore): HoleMetal =>
    radialHole({ rimRadiusMm, bitMm, pointAngleDeg, depthMm, densityGPerCm3: crank.densityGPerCm3 });
  if (!hole.was) return whole(hole);
  const [now, before] = [whole(hole), whole(hole.was)];
  const [massG, momentGmm] = [now.massG - before.massG, now.momentGmm - before.momentGmm];
  return { massG, momentGmm, centroidRadiusMm: massG === 0 ? 0 : momentGmm / massG };
}

/**
 * Change of the crank's unbalance, in its planes, when one hole is drilled: its moment goes away at its own angle and z.
 * @throws CoreError from radialHole or for an unknown counterweight
 */
export function effectOfHole(crank: Crank, hole: CrankHole): PlaneUnbalance {
  const { zMm } = counterweightOf(crank, hole.counterweightId);
  return toPlanes(fromPolar(-holeMetal(crank, hole).momentGmm, hole.angleDeg), zMm, crank.planes);
}

/**
 * The same for all of these holes together. Add it to the unbalance read to predict what is left.
 * @throws CoreError as effectOfHole
 */
export function effectOfHoles(crank: Crank, holes: readonly CrankHole[]): PlaneUnbalance {
  return holes.reduce((sum, hole) => addPlanes(sum, effectOfHole(crank, hole)), BALANCED);
}

/** Half the turn within which a hole of this bit and depth keeps its edge margin; null when it fits nowhere. */
export function usableHalfArcDeg(counterweight: Counterweight, bitMm: number, depthMm: number): number | null {
  if (counterweight.widthMm < bitMm + 2 * EDGE_MARGIN_MM) return null;
  // The flanks are radial planes; a hole's axis at turn φ from one is r·sin φ from it, least at the hole's inner end.
  const innerRadiusMm = counterweight.rimRadiusMm - depthMm;
  const needMm = bitMm / 2 + EDGE_MARGIN_MM;
  if (needMm >= innerRadiusMm) return null;
  const halfArcDeg = counterweight.arcHalfWidthDeg - (Math.asin(needMm / innerRadiusMm) * 180) / Math.PI;
  return halfArcDeg < 0 ? null : halfArcDeg;
}

/** Least turn between the axes of two holes in one counterweight so that their web holds all the way down, degrees. */
export function leastTurnBetweenDeg(rimRadiusMm: number, one: { bitMm: number; depthMm: number }, other: { bitMm: number; depthMm: number }): number {
  // Radial holes draw together inward; where the shallower ends is the narrowest place both walls reach.
  const radiusMm = rimRadiusMm - Math.min(one.depthMm, other.depthMm);
  const betweenAxesMm = (one.bitMm + other.bitMm) / 2 + WEB_SHARE_OF_BIT * Math.max(one.bitMm, other.bitMm);
  const halfChord = betweenAxesMm / (2 * radiusMm);
  return halfChord >= 1 ? 180 : (2 * Math.asin(halfChord) * 180) / Math.PI;
}

/** Whether a hole keeps its edge margin and its webs: the two rules of `ruleBreaches` that depend on where it stands, without the words. */
export function keepsMarginAndWebs(counterweight: Counterweight, hole: CrankHole, all: readonly CrankHole[]): boolean {
  const others = all.filter((other) => !isBefore(other, hole));
  const halfArcDeg = usableHalfArcDeg(counterweight, hole.bitMm, hole.depthMm);
  if (halfArcDeg === null || Math.abs(turnBetweenDeg(counterweight.arcCentreDeg, hole.angleDeg)) > halfArcDeg) return false;
  return others.every(
    (other) =>
      other.counterweightId !== hole.counterweightId ||
      (other.slug
        ? webToSlugMm({ ...other, slug: other.slug }, hole, counterweight.rimRadiusMm) >= WEB_SHARE_OF_BIT * Math.max(hole.bitMm, other.bitMm)
        : Math.abs(turnBetweenDeg(other.angleDeg, hole.angleDeg)) >= leastTurnBetweenDeg(counterweight.rimRadiusMm, hole, other)),
  );
}

/**
 * Every drilling rule that a hole would break, as sentences; empty when it may be drilled.
 *
 * The rules of a good hole (handbook section 7): inside the arc with an edge margin, no deeper than the
 * counterweight and the bit allow, a web of half the larger bit to every other hole of that counterweight.
 *
 * @param all holes already in the crank or planned with this one; the one that it deepens is left out
 * @throws CoreError for an unknown counterweight
 */
export function ruleBreaches(crank: Crank, hole: CrankHole, all: readonly CrankHole[], bits: readonly Bit[]): string[] {
  const others = standingHoles(all).filter((other) => !isBefore(other, hole));
  const counterweight = counterweightOf(crank, hole.counterweightId);
  if (hole.slug) return slugBreaches(counterweight, { ...hole, slug: hole.slug }, others);
  const { name, rimRadiusMm, depthLimitMm } = counterweight;
  const breaches: string[] = [];
  const bit = bits.find((b) => b.bitMm === hole.bitMm && b.pointAngleDeg === hole.pointAngleDeg);
  if (!bit) breaches.push(`The shop has no ${hole.bitMm} mm bit with a ${hole.pointAngleDeg}° point.`);
  else if (hole.depthMm > bit.usableDepthMm) breaches.push(`A ${hole.bitMm} mm bit reaches ${bit.usableDepthMm} mm, not ${hole.depthMm} mm.`);
  if (hole.was && (hole.bitMm < hole.was.bitMm || hole.depthMm < hole.was.depthMm))
    breaches.push(`The hole at ${hole.angleDeg}° in ${name} is ${hole.was.bitMm} × ${hole.was.depthMm} mm already: it can only grow.`);
  if (hole.depthMm > depthLimitMm) breaches.push(`${name} may be drilled ${depthLimitMm} mm deep, not ${hole.depthMm} mm.`);
  if (hole.depthMm < rimSagMm(rimRadiusMm, hole.bitMm))
    breaches.push(`At ${hole.depthMm} mm the ${hole.bitMm} mm bit has not cut its full circle in ${name}.`);
  const halfArcDeg = usableHalfArcDeg(counterweight, hole.bitMm, hole.depthMm);
  const offCentreDeg = Math.abs(turnBetweenDeg(counterweight.arcCentreDeg, hole.angleDeg));
  if (halfArcDeg === null)
    breaches.push(`A ${hole.bitMm} mm hole ${hole.depthMm} mm deep fits nowhere in ${name} with a margin of ${EDGE_MARGIN_MM} mm.`);
  else if (offCentreDeg > halfArcDeg)
    breaches.push(
      `${hole.angleDeg}° is ${offCentreDeg.toFixed(1)}° off the middle of ${name}; this hole keeps its margin up to ${halfArcDeg.toFixed(1)}°.`,
    );
  for (const other of others) {
    if (other.counterweightId !== hole.counterweightId) continue;
    if (other.slug) {
      if (webToSlugMm({ ...other, slug: other.slug }, hole, rimRadiusMm) < WEB_SHARE_OF_BIT * Math.max(hole.bitMm, other.bitMm))
        breaches.push(`The hole at ${hole.angleDeg}° would come too near the slug at ${other.angleDeg}° in ${name}.`);
      continue;
    }
    const turnDeg = Math.abs(turnBetweenDeg(other.angleDeg, hole.angleDeg));
    const leastDeg = leastTurnBetweenDeg(rimRadiusMm, hole, other);
    if (turnDeg < leastDeg) {
      const chordMm = 2 * rimRadiusMm * Math.sin(degToRad(turnDeg) / 2);
      breaches.push(
        `The hole at ${hole.angleDeg}° is ${chordMm.toFixed(1)} mm from the one at ${other.angleDeg}° in ${name}; their web would be too thin (at least ${leastDeg.toFixed(1)}° apart).`,
      );
    }
  }
  return breaches;
}

/** Every rule that a slug would break: within the counterweight's metal and arc, no longer than it is wide, webs to everything else. */
function slugBreaches(counterweight: Counterweight, hole: CrankHole & { readonly slug: Slug }, others: readonly CrankHole[]): string[] {
  const { name, rimRadiusMm, depthLimitMm, widthMm } = counterweight;
  const { radiusMm } = hole.slug;
  const half = hole.bitMm / 2;
  const breaches: string[] = [];
  if (hole.depthMm > widthMm) breaches.push(`${name} is ${widthMm} mm wide; a slug of ${hole.depthMm} mm stands out.`);
  if (radiusMm + half + EDGE_MARGIN_MM > rimRadiusMm + TINY)
    breaches.push(`A ${hole.bitMm} mm slug at ${radiusMm} mm radius comes through the rim of ${name}.`);
  if (radiusMm - half < rimRadiusMm - depthLimitMm - TINY)
    breaches.push(`A ${hole.bitMm} mm slug at ${radiusMm} mm radius goes deeper into ${name} than its ${depthLimitMm} mm allow.`);
  const halfArcDeg = counterweight.arcHalfWidthDeg - (Math.asin(Math.min(1, (half + EDGE_MARGIN_MM) / radiusMm)) * 180) / Math.PI;
  if (Math.abs(turnBetweenDeg(counterweight.arcCentreDeg, hole.angleDeg)) > halfArcDeg + TINY)
    breaches.push(`${hole.angleDeg}° is outside the arc of ${name} for a ${hole.bitMm} mm slug.`);
  for (const other of others) {
    if (other.counterweightId !== hole.counterweightId) continue;
    if (webToSlugMm(hole, other, rimRadiusMm) < WEB_SHARE_OF_BIT * Math.max(hole.bitMm, other.bitMm))
      breaches.push(`The slug at ${hole.angleDeg}° would come too near what is at ${other.angleDeg}° in ${name}.`);
  }
  return breaches;
}

/** Figures that were rounded on their way are not breaches. */
const TINY = 1e-6;

/** Whether a slug may be pressed in, without the words. */
export const slugFits = (crank: Crank, hole: CrankHole & { readonly slug: Slug }, others: readonly CrankHole[]): boolean =>
  slugBreaches(counterweightOf(crank, hole.counterweightId), hole, others).length === 0;
