import { besideRadiusMm, diameterOf, seatOf, type OpenCut, type RoundCut } from '../rotor/cut.js';
import type { Counterweight } from '../rotor/crank.js';
import { pointHeightMm } from '../rotor/hole.js';
import { degToRad, radToDeg, turnBetweenDeg } from '../units/angle.js';
import { said, TINY, wordOf, type Rule } from './goodCut.js';

/** Web between two holes as a share of the larger bit (handbook section 7). */
const WEB_SHARE_OF_BIT = 0.5;

/** A web of half the larger diameter to everything else that stands there. */
export const keepsWebs: Rule<RoundCut> = (cut, { counterweight, others }) =>
  others.map((other) => said(!keepsWeb(counterweight, cut, other), () => webWords(counterweight, cut, other)));

/** Least turn between the axes of two radial holes in one counterweight so that their web holds all the way down, degrees. */
export function leastTurnBetweenDeg(rimRadiusMm: number, one: RoundCut, other: RoundCut): number {
  const halfChord = betweenAxesMm(one, other) / (2 * narrowestAtMm(rimRadiusMm, one, other));
  return halfChord >= 1 ? 180 : 2 * radToDeg(Math.asin(halfChord));
}

/** Radial holes draw together inward; where the shallower ends is the narrowest place both walls reach. */
const narrowestAtMm = (rimRadiusMm: number, one: RoundCut, other: RoundCut): number => rimRadiusMm - Math.min(one.depthMm, other.depthMm);
const leastWebMm = (one: RoundCut, other: RoundCut): number => WEB_SHARE_OF_BIT * Math.max(diameterOf(one), diameterOf(other));
const betweenAxesMm = (one: RoundCut, other: RoundCut): number => (diameterOf(one) + diameterOf(other)) / 2 + leastWebMm(one, other);

function keepsWeb(counterweight: Counterweight, cut: RoundCut, other: OpenCut): boolean {
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

function webWords(counterweight: Counterweight, cut: RoundCut, other: OpenCut): string {
  const { name, rimRadiusMm } = counterweight;
  if (besideRadiusMm(cut) !== null) return `The ${wordOf(cut)} at ${cut.angleDeg}° would come too near what is at ${other.angleDeg}° in ${name}.`;
  if (besideRadiusMm(other) !== null)
    return `The hole at ${cut.angleDeg}° would come too near the ${wordOf(other)} at ${other.angleDeg}° in ${name}.`;
  const chordMm = 2 * rimRadiusMm * Math.sin(degToRad(Math.abs(turnBetweenDeg(other.angleDeg, cut.angleDeg))) / 2);
  const leastDeg = leastTurnBetweenDeg(rimRadiusMm, cut, other);
  return `The hole at ${cut.angleDeg}° is ${chordMm.toFixed(1)} mm from the one at ${other.angleDeg}° in ${name}; their web would be too thin (at least ${leastDeg.toFixed(1)}° apart).`;
}
