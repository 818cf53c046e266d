import { besideRadiusMm, diameterOf, seatOf, type Bit, type Cut, type Drilled, type OpenCut, type RoundCut, type StandingCut } from '../rotor/cut.js';
import { edgeMarginOf, mayDrillFrom, type Counterweight, type NoDrillArc } from '../rotor/crank.js';
import type { OilWay } from '../rotor/crankSizes.js';
import { pointHeightMm, rimSagMm } from '../rotor/hole.js';
import { normaliseAngleDeg, radToDeg, turnBetweenDeg } from '../units/angle.js';

/** Figures that were rounded on their way are not breaches. */
export const TINY = 1e-6;

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
  readonly others: readonly OpenCut[];
  /** What the cut replaces; null for none, or where nobody knows it any more. */
  readonly old: StandingCut | null;
  readonly workshop: Workshop;
  /** Of the whole crank. */
  readonly oilWays: readonly OilWay[];
}

/** Null while a rule is kept; else what breaks it, in words. */
export type Breach = (() => string) | null;
/** A rule of a good cut. */
export type Rule<C extends Cut> = (cut: C, site: CutSite) => Breach | readonly Breach[];

export const said = (broken: boolean, words: () => string): Breach => (broken ? words : null);

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

export const wordOf = (cut: RoundCut): string => (cut.kind === 'bar' ? 'bar' : 'hole');

/** Inside the arc with an edge margin, down to its inner end; from the rim also between both faces. */
export const insideArc: Rule<RoundCut> = (cut, { counterweight }) => {
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
export const clearOfForbidden: Rule<RoundCut> = (cut, { counterweight }) => {
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
export const withBit: Rule<Extract<RoundCut, Drilled>> = (cut, { counterweight: { name, largestBitMm }, workshop: { bits }, old }) => {
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
export const fromRim: Rule<RoundCut> = (cut, { counterweight }) => {
  if (besideRadiusMm(cut) !== null) return null;
  const { name, rimRadiusMm, depthLimitMm } = counterweight;
  const mm = diameterOf(cut);
  const { depthMm } = cut;
  return [
    said(!mayDrillFrom(counterweight, 'rim', false), () => `${name} is not drilled from its rim.`),
    said(depthMm > depthLimitMm + TINY, () => `${name} may be drilled ${depthLimitMm} mm deep, not ${depthMm} mm.`),
    said(depthMm < rimSagMm(rimRadiusMm, mm), () => `At ${depthMm} mm the ${mm} mm bit has not cut its full circle in ${name}.`),
  ];
};

/** Parallel to the shaft: between the rim and the depth limit, not through the other face. */
export const fromFace: Rule<RoundCut> = (cut, { counterweight, workshop: { faces = false }, old }) => {
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
