import { degToRad, normaliseAngleDeg, radToDeg, turnBetweenDeg } from '../units/angle.js';
import { counterweightOf, edgeMarginOf, mayDrillFrom, type Counterweight, type Crank, type NoDrillArc } from './crank.js';
import { isBefore, sideRadiusMm, standingHoles, turnedMm, type Bit, type CrankHole } from './crankHole.js';
import { pointHeightMm, rimSagMm } from './hole.js';
import { webBesideMm } from './slug.js';

/** Web between two holes as a share of the larger bit (handbook section 7). */
export const WEB_SHARE_OF_BIT = 0.5;

/** Figures that were rounded on their way are not breaches. */
const TINY = 1e-6;

/** What the shop works by. */
export interface Workshop {
  readonly bits: readonly Bit[];
  /** It drills side faces of counterweights too. */
  readonly faces?: boolean;
}

/** Half the turn within which a hole of this bit and depth keeps its edge margin; null when it fits nowhere. */
export function usableHalfArcDeg(counterweight: Counterweight, bitMm: number, depthMm: number): number | null {
  if (counterweight.widthMm < bitMm + 2 * edgeMarginOf(counterweight)) return null;
  const marginDeg = marginTurnDeg(counterweight, bitMm, counterweight.rimRadiusMm - depthMm);
  return marginDeg === null ? null : flankless(counterweight) ? 180 : notBelowZero(counterweight.arcHalfWidthDeg - marginDeg);
}

const notBelowZero = (deg: number): number | null => (deg < 0 ? null : deg);

/** A rim that goes all the way round has no flanks to keep clear of. */
const flankless = ({ arcHalfWidthDeg }: Counterweight): boolean => arcHalfWidthDeg >= 180;

/** Turn between a flank, or the end of a no-drill arc, and the axis of a hole that keeps its margin down to this radius. The flanks are radial planes; an axis at turn φ from one is r·sin φ from it, least at its inner end. */
function marginTurnDeg(counterweight: Counterweight, bitMm: number, innerRadiusMm: number): number | null {
  const needMm = bitMm / 2 + edgeMarginOf(counterweight);
  return needMm >= innerRadiusMm ? null : radToDeg(Math.asin(needMm / innerRadiusMm));
}

/** The no-drill arc that a hole would come into or too near; undefined when it keeps clear. */
function forbidding(counterweight: Counterweight, { angleDeg, bitMm }: CrankHole, innerRadiusMm: number): NoDrillArc | undefined {
  if (!counterweight.noDrill || counterweight.noDrill.length === 0) return undefined;
  const marginDeg = marginTurnDeg(counterweight, bitMm, innerRadiusMm) ?? 180;
  return counterweight.noDrill.find(({ fromDeg, toDeg }) => {
    const half = normaliseAngleDeg(toDeg - fromDeg) / 2;
    return Math.abs(turnBetweenDeg(fromDeg + half, angleDeg)) < half + marginDeg - TINY;
  });
}

/** Radius down to which a hole takes metal: of one in the side face its own axis', where its wall is as near a flank as anywhere. */
const innerRadiusMm = (counterweight: Counterweight, hole: CrankHole): number => sideRadiusMm(hole) ?? counterweight.rimRadiusMm - hole.depthMm;

/** How deep a bit may go into a side face: its point leaves the margin to the other one. */
export const deepestBesideMm = (counterweight: Counterweight, bitMm: number, pointAngleDeg: number): number =>
  counterweight.widthMm - edgeMarginOf(counterweight) - pointHeightMm(bitMm, pointAngleDeg);

/** Least turn between the axes of two radial holes in one counterweight so that their web holds all the way down, degrees. */
export function leastTurnBetweenDeg(rimRadiusMm: number, one: { bitMm: number; depthMm: number }, other: { bitMm: number; depthMm: number }): number {
  // Radial holes draw together inward; where the shallower ends is the narrowest place both walls reach.
  const radiusMm = rimRadiusMm - Math.min(one.depthMm, other.depthMm);
  const betweenAxesMm = (one.bitMm + other.bitMm) / 2 + WEB_SHARE_OF_BIT * Math.max(one.bitMm, other.bitMm);
  const halfChord = betweenAxesMm / (2 * radiusMm);
  return halfChord >= 1 ? 180 : 2 * radToDeg(Math.asin(halfChord));
}

function keepsWeb({ rimRadiusMm }: Counterweight, hole: CrankHole, other: CrankHole): boolean {
  const leastMm = WEB_SHARE_OF_BIT * Math.max(hole.bitMm, other.bitMm);
  const [radiusMm, otherRadiusMm] = [sideRadiusMm(hole), sideRadiusMm(other)];
  if (radiusMm !== null) return webBesideMm({ ...hole, radiusMm }, other, rimRadiusMm) >= leastMm;
  if (otherRadiusMm !== null) return webBesideMm({ ...other, radiusMm: otherRadiusMm }, hole, rimRadiusMm) >= leastMm;
  return Math.abs(turnBetweenDeg(other.angleDeg, hole.angleDeg)) >= leastTurnBetweenDeg(rimRadiusMm, hole, other);
}

/** Whether a radial hole keeps its edge margin, its webs, and clear of no-drill arcs: the rules of `ruleBreaches` that depend on where it stands, without the words. */
export function keepsMarginAndWebs(counterweight: Counterweight, hole: CrankHole, all: readonly CrankHole[]): boolean {
  const halfArcDeg = usableHalfArcDeg(counterweight, hole.bitMm, hole.depthMm);
  if (halfArcDeg === null || Math.abs(turnBetweenDeg(counterweight.arcCentreDeg, hole.angleDeg)) > halfArcDeg) return false;
  if (forbidding(counterweight, hole, innerRadiusMm(counterweight, hole))) return false;
  return all.every((other) => other.counterweightId !== hole.counterweightId || isBefore(other, hole) || keepsWeb(counterweight, hole, other));
}

/**
 * Every drilling rule that a hole would break, as sentences; empty when it may be drilled.
 *
 * The rules of a good hole (handbook section 7): inside the arc with an edge margin, clear of oil drillings and plugs, no deeper
 * than the counterweight and the bit allow, a web of half the larger bit to every other hole of that counterweight; in the side
 * face also through neither the rim nor the other face. A rim may be taken down as far as metal may go.
 *
 * @param crank as it is, its rims as far as they were turned down
 * @param all holes already in the crank or planned with this one; the one that it deepens is left out
 * @throws CoreError for an unknown counterweight
 */
export function ruleBreaches(crank: Crank, hole: CrankHole, all: readonly CrankHole[], { bits, faces = false }: Workshop): string[] {
  const others = standingHoles(all).filter((other) => other.counterweightId === hole.counterweightId && !isBefore(other, hole));
  const counterweight = counterweightOf(crank, hole.counterweightId);
  if (hole.rim) return rimBreaches(counterweight, hole, all);
  if (hole.slug && hole.was) return fillingBreaches(counterweight, hole);
  const beside = sideRadiusMm(hole);
  return [
    ...(hole.slug ? [] : bitBreaches(counterweight, hole, bits)),
    ...(beside === null ? radialBreaches(counterweight, hole) : besideBreaches(counterweight, hole, beside, faces || Boolean(hole.slug))),
    ...arcBreaches(counterweight, hole),
    ...others.filter((other) => !keepsWeb(counterweight, hole, other)).map((other) => webWords(counterweight, hole, other)),
  ];
}

function bitBreaches({ name, largestBitMm }: Counterweight, hole: CrankHole, bits: readonly Bit[]): string[] {
  const bit = bits.find((b) => b.bitMm === hole.bitMm && b.pointAngleDeg === hole.pointAngleDeg);
  return [
    ...(bit ? [] : [`The shop has no ${hole.bitMm} mm bit with a ${hole.pointAngleDeg}° point.`]),
    ...(bit && hole.depthMm > bit.usableDepthMm ? [`A ${hole.bitMm} mm bit reaches ${bit.usableDepthMm} mm, not ${hole.depthMm} mm.`] : []),
    ...(largestBitMm != null && hole.bitMm > largestBitMm
      ? [`${name} may be drilled with bits up to ${largestBitMm} mm, not with ${hole.bitMm} mm.`]
      : []),
    ...(hole.was && (hole.bitMm < hole.was.bitMm || hole.depthMm < hole.was.depthMm)
      ? [`The hole at ${hole.angleDeg}° in ${name} is ${hole.was.bitMm} × ${hole.was.depthMm} mm already: it can only grow.`]
      : []),
  ];
}

function radialBreaches(counterweight: Counterweight, hole: CrankHole): string[] {
  const { name, rimRadiusMm, depthLimitMm } = counterweight;
  return [
    ...(mayDrillFrom(counterweight, 'rim', false) ? [] : [`${name} is not drilled from its rim.`]),
    ...(hole.depthMm > depthLimitMm ? [`${name} may be drilled ${depthLimitMm} mm deep, not ${hole.depthMm} mm.`] : []),
    ...(hole.depthMm < rimSagMm(rimRadiusMm, hole.bitMm)
      ? [`At ${hole.depthMm} mm the ${hole.bitMm} mm bit has not cut its full circle in ${name}.`]
      : []),
  ];
}

/** What runs parallel to the shaft stays between the rim and the depth limit, and does not come through the other face. */
function besideBreaches(counterweight: Counterweight, hole: CrankHole, radiusMm: number, faces: boolean): string[] {
  const { name, rimRadiusMm, depthLimitMm, widthMm } = counterweight;
  const half = hole.bitMm / 2;
  const what = hole.slug ? 'slug' : 'hole';
  const reachMm = hole.slug ? hole.depthMm : hole.depthMm + pointHeightMm(hole.bitMm, hole.pointAngleDeg) + edgeMarginOf(counterweight);
  return [
    ...(mayDrillFrom(counterweight, 'face', faces) ? [] : [`${name} is not drilled from its side face.`]),
    ...(reachMm > widthMm + TINY
      ? [
          hole.slug
            ? `${name} is ${widthMm} mm wide; a slug of ${hole.depthMm} mm stands out.`
            : `${name} is ${widthMm} mm wide; a hole of ${hole.depthMm} mm comes too near its other face.`,
        ]
      : []),
    ...(radiusMm + half + edgeMarginOf(counterweight) > rimRadiusMm + TINY
      ? [`A ${hole.bitMm} mm ${what} at ${radiusMm} mm radius comes through the rim of ${name}.`]
      : []),
    ...(radiusMm - half < rimRadiusMm - depthLimitMm - TINY
      ? [`A ${hole.bitMm} mm ${what} at ${radiusMm} mm radius goes deeper into ${name} than its ${depthLimitMm} mm allow.`]
      : []),
  ];
}

function arcBreaches(counterweight: Counterweight, hole: CrankHole): string[] {
  const { name } = counterweight;
  const beside = sideRadiusMm(hole);
  const offCentreDeg = Math.abs(turnBetweenDeg(counterweight.arcCentreDeg, hole.angleDeg));
  const marginDeg = marginTurnDeg(counterweight, hole.bitMm, innerRadiusMm(counterweight, hole));
  const halfArcDeg =
    beside === null
      ? usableHalfArcDeg(counterweight, hole.bitMm, hole.depthMm)
      : flankless(counterweight)
        ? 180
        : counterweight.arcHalfWidthDeg - (marginDeg ?? 180);
  const arc = forbidding(counterweight, hole, innerRadiusMm(counterweight, hole));
  return [
    ...(halfArcDeg === null
      ? [`A ${hole.bitMm} mm hole ${hole.depthMm} mm deep fits nowhere in ${name} with a margin of ${edgeMarginOf(counterweight)} mm.`]
      : offCentreDeg > halfArcDeg + TINY
        ? [
            beside === null
              ? `${hole.angleDeg}° is ${offCentreDeg.toFixed(1)}° off the middle of ${name}; this hole keeps its margin up to ${halfArcDeg.toFixed(1)}°.`
              : `${hole.angleDeg}° is outside the arc of ${name} for a ${hole.bitMm} mm ${hole.slug ? 'slug' : 'hole'}.`,
          ]
        : []),
    ...(arc ? [`At ${hole.angleDeg}° in ${name} there is “${arc.why}”, ${arc.fromDeg}° to ${arc.toDeg}°: nothing is drilled there.`] : []),
  ];
}

function webWords({ name, rimRadiusMm }: Counterweight, hole: CrankHole, other: CrankHole): string {
  if (sideRadiusMm(hole) !== null)
    return `The ${hole.slug ? 'slug' : 'hole'} at ${hole.angleDeg}° would come too near what is at ${other.angleDeg}° in ${name}.`;
  if (sideRadiusMm(other) !== null)
    return `The hole at ${hole.angleDeg}° would come too near the ${other.slug ? 'slug' : 'hole'} at ${other.angleDeg}° in ${name}.`;
  const chordMm = 2 * rimRadiusMm * Math.sin(degToRad(Math.abs(turnBetweenDeg(other.angleDeg, hole.angleDeg))) / 2);
  const leastDeg = leastTurnBetweenDeg(rimRadiusMm, hole, other);
  return `The hole at ${hole.angleDeg}° is ${chordMm.toFixed(1)} mm from the one at ${other.angleDeg}° in ${name}; their web would be too thin (at least ${leastDeg.toFixed(1)}° apart).`;
}

/** An old hole takes a bar of its own width, or is bored out for a wider one where it runs parallel to the shaft; no more than fits in it. */
function fillingBreaches({ name, widthMm }: Counterweight, hole: CrankHole): string[] {
  const was = hole.was!;
  const beside = was.axialRadiusMm != null;
  const where = `the hole at ${hole.angleDeg}° in ${name}`;
  if (hole.slug!.welded) return [];
  return [
    ...(hole.bitMm < was.bitMm ? [`A ${hole.bitMm} mm bar is loose in ${where}, which is ${was.bitMm} mm wide.`] : []),
    ...(!beside && hole.bitMm > was.bitMm ? [`A ${hole.bitMm} mm bar does not go into ${where}, which is ${was.bitMm} mm wide.`] : []),
    ...(hole.depthMm > (beside ? widthMm : was.depthMm) + TINY ? [`A bar of ${hole.depthMm} mm stands out of ${where}.`] : []),
  ];
}

function rimBreaches({ name, depthLimitMm, drillFrom }: Counterweight, hole: CrankHole, all: readonly CrankHole[]): string[] {
  const goneMm = turnedMm(all, hole.counterweightId);
  return [
    ...(drillFrom === 'face' ? [`${name} is not cut on its rim.`] : []),
    ...(hole.depthMm + goneMm > depthLimitMm ? [`The rim of ${name} may go down ${depthLimitMm} mm, not ${hole.depthMm + goneMm} mm.`] : []),
  ];
}

/** Whether something parallel to the shaft may stand there, without the words. */
export function fitsBeside(counterweight: Counterweight, hole: CrankHole, others: readonly CrankHole[], faces: boolean): boolean {
  const radiusMm = sideRadiusMm(hole)!;
  return (
    besideBreaches(counterweight, hole, radiusMm, faces || Boolean(hole.slug)).length === 0 &&
    arcBreaches(counterweight, hole).length === 0 &&
    others.every((other) => other.counterweightId !== hole.counterweightId || isBefore(other, hole) || keepsWeb(counterweight, hole, other))
  );
}
