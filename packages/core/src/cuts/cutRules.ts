import { besideRadiusMm, diameterOf, replacedId, seatOf, type Bit, type Cut, type Drilled, type RoundCut } from '../rotor/cut.js';
import { edgeMarginOf, mayDrillFrom, type Counterweight, type NoDrillArc } from '../rotor/crank.js';
import { pointHeightMm, rimSagMm } from '../rotor/hole.js';
import { degToRad, normaliseAngleDeg, radToDeg, turnBetweenDeg } from '../units/angle.js';
import { furtherCut, type MetalNow, type StandingCut } from './metalNow.js';
import { rimAtMm } from './piece.js';

/** Web between two holes as a share of the larger bit (handbook section 7). */
const WEB_SHARE_OF_BIT = 0.5;

/** Figures that were rounded on their way are not breaches. */
const TINY = 1e-6;

/** What the shop works by. */
export interface Workshop {
  readonly bits: readonly Bit[];
  /** It drills side faces of counterweights too. */
  readonly faces?: boolean;
}

/** What a cut is judged among. */
export interface CutSite {
  /** With its rim as it is. */
  readonly counterweight: Counterweight;
  /** How far the rim was taken down where the cut is. */
  readonly goneMm: number;
  /** What stands in it, without what the cut replaces. */
  readonly others: readonly StandingCut[];
  /** What the cut replaces; null for none, or where nobody knows it any more. */
  readonly old: StandingCut | null;
  readonly workshop: Workshop;
}

/** Null while a rule is kept; else what breaks it, in words. */
type Breach = (() => string) | null;
/** A rule of a good cut. */
type Rule<C extends Cut> = (cut: C, site: CutSite) => Breach | readonly Breach[];

const said = (broken: boolean, words: () => string): Breach => (broken ? words : null);

/** Half the turn within which a hole of this bit and depth keeps its edge margin; null when it fits nowhere. */
export function usableHalfArcDeg(counterweight: Counterweight, bitMm: number, depthMm: number): number | null {
  if (counterweight.widthMm < bitMm + 2 * edgeMarginOf(counterweight)) return null;
  const marginDeg = marginTurnDeg(counterweight, bitMm, counterweight.rimRadiusMm - depthMm);
  if (marginDeg === null) return null;
  if (flankless(counterweight)) return 180;
  const left = counterweight.arcHalfWidthDeg - marginDeg;
  return left < 0 ? null : left;
}

/** A rim that goes all the way round has no flanks to keep clear of. */
const flankless = ({ arcHalfWidthDeg }: Counterweight): boolean => arcHalfWidthDeg >= 180;

/** Turn between a flank, or the end of a no-drill arc, and the axis of a hole that keeps its margin down to this radius. The flanks are radial planes; an axis at turn φ from one is r·sin φ from it, least at its inner end. */
function marginTurnDeg(counterweight: Counterweight, bitMm: number, innerRadiusMm: number): number | null {
  const needMm = bitMm / 2 + edgeMarginOf(counterweight);
  return needMm >= innerRadiusMm ? null : radToDeg(Math.asin(needMm / innerRadiusMm));
}

/** Radius down to which a hole takes metal: of one in the side face its own axis', where its wall is as near a flank as anywhere. */
const innerRadiusMm = ({ rimRadiusMm }: Counterweight, cut: RoundCut): number => besideRadiusMm(cut) ?? rimRadiusMm - cut.depthMm;

/** How deep a bit may go into a side face: its point leaves the margin to the other one. */
export const deepestBesideMm = (counterweight: Counterweight, bitMm: number, pointAngleDeg: number): number =>
  counterweight.widthMm - edgeMarginOf(counterweight) - pointHeightMm(bitMm, pointAngleDeg);

const wordOf = (cut: RoundCut): string => (cut.kind === 'bar' ? 'bar' : 'hole');

/** Inside the arc with an edge margin, down to its inner end; from the rim also between both faces. */
const insideArc: Rule<RoundCut> = (cut, { counterweight }) => {
  const { name, arcCentreDeg, arcHalfWidthDeg, widthMm } = counterweight;
  const margin = edgeMarginOf(counterweight);
  const mm = diameterOf(cut);
  const beside = besideRadiusMm(cut);
  const offCentreDeg = Math.abs(turnBetweenDeg(arcCentreDeg, cut.angleDeg));
  if (beside !== null) {
    const halfDeg = flankless(counterweight) ? 180 : arcHalfWidthDeg - (marginTurnDeg(counterweight, mm, beside) ?? 180);
    return said(offCentreDeg > halfDeg + TINY, () => `${cut.angleDeg}° is outside the arc of ${name} for a ${mm} mm ${wordOf(cut)}.`);
  }
  const seat = seatOf(cut);
  const offMiddleMm = seat.from === 'rim' && seat.zMm !== null ? Math.abs(seat.zMm - counterweight.zMm) : 0;
  const halfDeg = usableHalfArcDeg(counterweight, mm, cut.depthMm);
  return [
    said(halfDeg === null, () => `A ${mm} mm hole ${cut.depthMm} mm deep fits nowhere in ${name} with a margin of ${margin} mm.`),
    said(
      halfDeg !== null && offCentreDeg > halfDeg + TINY,
      () => `${cut.angleDeg}° is ${offCentreDeg.toFixed(1)}° off the middle of ${name}; this hole keeps its margin up to ${halfDeg!.toFixed(1)}°.`,
    ),
    said(
      offMiddleMm > 0 && offMiddleMm + mm / 2 + margin > widthMm / 2 + TINY,
      () => `${offMiddleMm.toFixed(1)} mm off the middle of its width, a ${mm} mm hole comes too near a side face of ${name}.`,
    ),
  ];
};

/** Clear of oil drillings and plugs. */
const clearOfForbidden: Rule<RoundCut> = (cut, { counterweight }) => {
  if (!counterweight.noDrill || counterweight.noDrill.length === 0) return null;
  const marginDeg = marginTurnDeg(counterweight, diameterOf(cut), innerRadiusMm(counterweight, cut)) ?? 180;
  const arc = counterweight.noDrill.find(({ fromDeg, toDeg }: NoDrillArc) => {
    const half = normaliseAngleDeg(toDeg - fromDeg) / 2;
    return Math.abs(turnBetweenDeg(fromDeg + half, cut.angleDeg)) < half + marginDeg - TINY;
  });
  return said(
    arc !== undefined,
    () => `At ${cut.angleDeg}° in ${counterweight.name} there is “${arc!.why}”, ${arc!.fromDeg}° to ${arc!.toDeg}°: nothing is drilled there.`,
  );
};

/** A bit that the shop has, that reaches, that the counterweight allows; an old hole can only grow. */
const withBit: Rule<Extract<RoundCut, Drilled>> = (cut, { counterweight: { name, largestBitMm }, workshop: { bits }, old }) => {
  const { bitMm, pointAngleDeg, depthMm } = cut;
  const bit = bits.find((one) => one.bitMm === bitMm && one.pointAngleDeg === pointAngleDeg);
  const before = old === null ? null : { mm: diameterOf(old), depthMm: old.depthMm };
  return [
    said(!bit, () => `The shop has no ${bitMm} mm bit with a ${pointAngleDeg}° point.`),
    said(bit !== undefined && depthMm > bit.usableDepthMm, () => `A ${bitMm} mm bit reaches ${bit!.usableDepthMm} mm, not ${depthMm} mm.`),
    said(largestBitMm != null && bitMm > largestBitMm, () => `${name} may be drilled with bits up to ${largestBitMm} mm, not with ${bitMm} mm.`),
    said(
      before !== null && (bitMm < before.mm - TINY || depthMm < before.depthMm - TINY),
      () => `The ${wordOf(old!)} at ${cut.angleDeg}° in ${name} is ${before!.mm} × ${before!.depthMm} mm already: it can only grow.`,
    ),
  ];
};

/** From the rim: where the counterweight is drilled there, no deeper than it allows, cut full circle. */
const fromRim: Rule<RoundCut> = (cut, { counterweight: { name, rimRadiusMm, depthLimitMm, ...rest } }) => {
  if (besideRadiusMm(cut) !== null) return null;
  const mm = diameterOf(cut);
  const { depthMm } = cut;
  return [
    said(!mayDrillFrom({ name, rimRadiusMm, depthLimitMm, ...rest }, 'rim', false), () => `${name} is not drilled from its rim.`),
    said(depthMm > depthLimitMm + TINY, () => `${name} may be drilled ${depthLimitMm} mm deep, not ${depthMm} mm.`),
    said(depthMm < rimSagMm(rimRadiusMm, mm), () => `At ${depthMm} mm the ${mm} mm bit has not cut its full circle in ${name}.`),
  ];
};

/** Parallel to the shaft: between the rim and the depth limit, not through the other face. */
const fromFace: Rule<RoundCut> = (cut, { counterweight, workshop: { faces = false }, old }) => {
  const radiusMm = besideRadiusMm(cut);
  if (radiusMm === null) return null;
  const { name, rimRadiusMm, depthLimitMm, widthMm } = counterweight;
  const mm = diameterOf(cut);
  const half = mm / 2;
  const margin = edgeMarginOf(counterweight);
  const isBar = cut.kind === 'bar';
  const reachMm = isBar ? cut.depthMm : cut.depthMm + pointHeightMm(mm, cut.kind === 'weld' ? 180 : cut.pointAngleDeg) + margin;
  return [
    // Where one was drilled, the face was drilled from.
    said(!mayDrillFrom(counterweight, 'face', faces || isBar || old !== null), () => `${name} is not drilled from its side face.`),
    said(reachMm > widthMm + TINY, () =>
      isBar
        ? `${name} is ${widthMm} mm wide; a bar of ${cut.depthMm} mm stands out.`
        : `${name} is ${widthMm} mm wide; a hole of ${cut.depthMm} mm comes too near its other face.`,
    ),
    said(
      radiusMm + half + margin > rimRadiusMm + TINY,
      () => `A ${mm} mm ${wordOf(cut)} at ${radiusMm} mm radius comes through the rim of ${name}, or leaves less than ${margin} mm of it.`,
    ),
    said(
      radiusMm - half < rimRadiusMm - depthLimitMm - TINY,
      () => `A ${mm} mm ${wordOf(cut)} at ${radiusMm} mm radius goes deeper into ${name} than its ${depthLimitMm} mm allow.`,
    ),
  ];
};

/** A web of half the larger diameter to everything else that stands there. */
const keepsWebs: Rule<RoundCut> = (cut, { counterweight, others }) =>
  others.map((other) => said(!keepsWeb(counterweight, cut, other), () => webWords(counterweight, cut, other)));

/** An old hole takes a bar of its own width, or is bored out for a wider one where it runs parallel to the shaft; no more than fits in it. */
const fitsOldHole: Rule<Extract<RoundCut, { kind: 'bar' }>> = (cut, { counterweight: { name, widthMm }, old }) => {
  if (!old) return null;
  const before = diameterOf(old);
  const beside = cut.seat.from === 'face';
  const where = `the ${wordOf(old)} at ${cut.angleDeg}° in ${name}`;
  return [
    said(cut.diameterMm < before - TINY, () => `A ${cut.diameterMm} mm bar is loose in ${where}, which is ${before} mm wide.`),
    said(!beside && cut.diameterMm > before + TINY, () => `A ${cut.diameterMm} mm bar does not go into ${where}, which is ${before} mm wide.`),
    said(
      cut.lengthMm > cut.depthMm + TINY || cut.depthMm > (beside ? widthMm : old.depthMm) + TINY,
      () => `A bar of ${cut.lengthMm} mm stands out of ${where}.`,
    ),
  ];
};

/** Whether a bar goes beyond what stood there: then it is judged like a new bore. */
const growsBeyond = (cut: RoundCut, old: StandingCut | null): boolean =>
  old === null || diameterOf(cut) > diameterOf(old) + TINY || cut.depthMm > old.depthMm + TINY;

const onlyWhereItGrows =
  <C extends RoundCut>(rule: Rule<C>): Rule<C> =>
  (cut, site) =>
    growsBeyond(cut, site.old) ? rule(cut, site) : null;

/** A rim may be taken down as far as metal may go, and leaves a wall beside every bar and hole in the side face. */
const rimMayGo: Rule<Extract<Cut, { halfArcDeg: number }>> = (cut, { counterweight, goneMm, others }) => {
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

/** The rules of each kind of cut: one list, read for the words and for whether it fits. */
const RULES: { readonly [K in Cut['kind']]: readonly Rule<Extract<Cut, { kind: K }>>[] } = {
  radial: [withBit, fromRim, insideArc, clearOfForbidden, keepsWebs],
  face: [withBit, fromFace, insideArc, clearOfForbidden, keepsWebs],
  redrill: [withBit, fromRim, fromFace, insideArc, clearOfForbidden, keepsWebs],
  bar: [
    fitsOldHole,
    onlyWhereItGrows(fromRim),
    onlyWhereItGrows(fromFace),
    onlyWhereItGrows(insideArc),
    onlyWhereItGrows(clearOfForbidden),
    onlyWhereItGrows(keepsWebs),
  ],
  weld: [],
  turn: [rimMayGo],
  grind: [rimMayGo],
};

function* breaches(cut: Cut, site: CutSite): Generator<() => string> {
  for (const rule of RULES[cut.kind] as readonly Rule<Cut>[]) {
    const broken = rule(cut, site);
    if (broken === null) continue;
    if (typeof broken === 'function') yield broken;
    else for (const one of broken) if (one) yield one;
  }
}

/**
 * Every rule that a cut would break, as sentences; empty when it may be made (handbook section 7).
 *
 * Inside the arc with an edge margin, clear of oil drillings and plugs, no deeper than the counterweight and the bit allow, a web of
 * half the larger diameter to everything that stands there; in the side face also through neither the rim nor the other face. A rim
 * may go down as far as metal may, and leaves its margin beside every bar and hole in the face.
 */
export const breachesAt = (cut: Cut, site: CutSite): string[] => [...breaches(cut, site)].map((words) => words());

/** Whether a cut breaks no rule: the same list, without the words. */
export const fitsAt = (cut: Cut, site: CutSite): boolean => breaches(cut, site).next().done === true;

/** Where a cut comes in metal as it is. @throws CoreError for an unknown counterweight */
export function siteOf({ crank, standing, pieces }: MetalNow, cut: Cut, workshop: Workshop): CutSite {
  const counterweight = crank.counterweights.find(({ id }) => id === cut.counterweightId);
  const piece = pieces.get(cut.counterweightId);
  if (!counterweight || !piece) throw new Error(`This crank has no counterweight ${cut.counterweightId}.`);
  const own = standing.filter(({ counterweightId }) => counterweightId === cut.counterweightId);
  const oldId = replacedId(cut);
  const rimRadiusMm = rimAtMm(piece, cut.angleDeg);
  const goneMm = piece.counterweight.rimRadiusMm - rimRadiusMm;
  return {
    counterweight: { ...counterweight, rimRadiusMm, depthLimitMm: piece.counterweight.depthLimitMm - goneMm },
    goneMm,
    others: own.filter(({ id }) => id !== oldId),
    old: own.find(({ id }) => id === oldId) ?? null,
    workshop,
  };
}

/** Every rule that a cut would break in metal as it is. @throws CoreError for an unknown counterweight */
export const ruleBreaches = (metal: MetalNow, cut: Cut, workshop: Workshop): string[] => breachesAt(cut, siteOf(metal, cut, workshop));

/** The rules that each of these breaks, one after the other. @throws CoreError for an unknown counterweight */
export function breachesInTurn(metal: MetalNow, cuts: readonly Cut[], workshop: Workshop): string[][] {
  let now = metal;
  return cuts.map((cut) => {
    const broken = ruleBreaches(now, cut, workshop);
    now = furtherCut(now, [cut]);
    return broken;
  });
}

/** Least turn between the axes of two radial holes in one counterweight so that their web holds all the way down, degrees. */
export function leastTurnBetweenDeg(rimRadiusMm: number, one: RoundCut, other: RoundCut): number {
  const halfChord = betweenAxesMm(one, other) / (2 * narrowestAtMm(rimRadiusMm, one, other));
  return halfChord >= 1 ? 180 : 2 * radToDeg(Math.asin(halfChord));
}

/** Radial holes draw together inward; where the shallower ends is the narrowest place both walls reach. */
const narrowestAtMm = (rimRadiusMm: number, one: RoundCut, other: RoundCut): number => rimRadiusMm - Math.min(one.depthMm, other.depthMm);
const leastWebMm = (one: RoundCut, other: RoundCut): number => WEB_SHARE_OF_BIT * Math.max(diameterOf(one), diameterOf(other));
const betweenAxesMm = (one: RoundCut, other: RoundCut): number => (diameterOf(one) + diameterOf(other)) / 2 + leastWebMm(one, other);

function keepsWeb(counterweight: Counterweight, cut: RoundCut, other: StandingCut): boolean {
  return webMm(counterweight, cut, other) >= leastWebMm(cut, other) - TINY;
}

/** Metal left between two holes or bars of a counterweight, mm; below zero they meet. Where they end before they pass each other along the shaft, across that too. */
export function webMm(counterweight: Counterweight, one: RoundCut, other: RoundCut): number {
  const { rimRadiusMm } = counterweight;
  const walls = (diameterOf(one) + diameterOf(other)) / 2;
  const turn = degToRad(other.angleDeg - one.angleDeg);
  const [beside, otherBeside] = [besideRadiusMm(one), besideRadiusMm(other)];
  const [z, otherZ] = [reachAlong(counterweight, one), reachAlong(counterweight, other)];
  const apartMm = Math.max(0, z.fromMm - otherZ.toMm, otherZ.fromMm - z.toMm);
  const across = (mm: number): number => (apartMm > 0 ? Math.hypot(Math.max(0, mm), apartMm) : mm);
  if (beside !== null && otherBeside !== null)
    return across(Math.sqrt(beside ** 2 + otherBeside ** 2 - 2 * beside * otherBeside * Math.cos(turn)) - walls);
  if (beside === null && otherBeside === null) {
    const chord = 2 * narrowestAtMm(rimRadiusMm, one, other) * Math.sin(Math.abs(degToRad(turnBetweenDeg(one.angleDeg, other.angleDeg))) / 2);
    return Math.hypot(chord, (z.fromMm + z.toMm - otherZ.fromMm - otherZ.toMm) / 2) - walls;
  }
  // A radial hole is a strip from the rim inward: beside it the distance is across, below its end it is to the end.
  const [axisMm, radial] = beside !== null ? [beside, other] : [otherBeside!, one];
  const [along, off] = [axisMm * Math.cos(turn), Math.abs(axisMm * Math.sin(turn))];
  const endMm = rimRadiusMm - radial.depthMm - diameterOf(radial) / 2;
  return across(along >= endMm ? off - walls : Math.hypot(endMm - along, off) - walls);
}

/** How far a hole reaches along the shaft, from the middle of its counterweight. */
function reachAlong({ zMm, widthMm }: Counterweight, cut: RoundCut): { readonly fromMm: number; readonly toMm: number } {
  const seat = seatOf(cut);
  if (seat.from === 'rim') {
    const at = seat.zMm === null ? 0 : seat.zMm - zMm;
    return { fromMm: at - diameterOf(cut) / 2, toMm: at + diameterOf(cut) / 2 };
  }
  if (seat.face === null) return { fromMm: -widthMm / 2, toMm: widthMm / 2 };
  const deep = cut.depthMm + (cut.kind === 'bar' || cut.kind === 'weld' ? 0 : pointHeightMm(cut.bitMm, cut.pointAngleDeg));
  return seat.face === 'front' ? { fromMm: -widthMm / 2, toMm: deep - widthMm / 2 } : { fromMm: widthMm / 2 - deep, toMm: widthMm / 2 };
}

function webWords(counterweight: Counterweight, cut: RoundCut, other: StandingCut): string {
  const { name, rimRadiusMm } = counterweight;
  if (besideRadiusMm(cut) !== null) return `The ${wordOf(cut)} at ${cut.angleDeg}° would come too near what is at ${other.angleDeg}° in ${name}.`;
  if (besideRadiusMm(other) !== null)
    return `The hole at ${cut.angleDeg}° would come too near the ${wordOf(other)} at ${other.angleDeg}° in ${name}.`;
  const chordMm = 2 * rimRadiusMm * Math.sin(degToRad(Math.abs(turnBetweenDeg(other.angleDeg, cut.angleDeg))) / 2);
  const leastDeg = leastTurnBetweenDeg(rimRadiusMm, cut, other);
  return `The hole at ${cut.angleDeg}° is ${chordMm.toFixed(1)} mm from the one at ${other.angleDeg}° in ${name}; their web would be too thin (at least ${leastDeg.toFixed(1)}° apart).`;
}
