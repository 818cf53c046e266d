import { effectOf, pieceOf, type MetalNow } from './metalNow.js';
import type { Piece } from './piece.js';
import { cutInto, metalOf } from './taken.js';
import { diameterOf, isRimCut, type Cut } from '../rotor/cut.js';
import { addPlanes, BALANCED, scalePlanes, type PlaneUnbalance } from '../rotor/planes.js';
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
export const USUAL_DRILL: DrillErrors = { depthMm: 0.3, angleDeg: 1, densityRatio: 0.005 };

/** A lathe goes by its dial, to hundredths where a drill's stop is good for tenths. */
export const LATHE_TO_DRILL = 1 / 15;

const DEPTH_STEP_MM = 0.05;

/**
 * Deviation of what these cuts really take from what they should, in each component of each plane, g·mm: along the cut by
 * ∂U/∂h·σ_h (a 20 mm bit that goes 0.4 mm too deep is nearly 1 g), across it by U·σ_θ; half their squares fall on a component.
 * Cuts err apart; the density errs for all of them together.
 * @param metal as it is before them
 */
export function drillSpread(metal: MetalNow, cuts: readonly Cut[], drill: DrillErrors): PerPlane {
  let [a2, b2] = [0, 0];
  let sum: PlaneUnbalance = BALANCED;
  for (const { momentGmm, perMm, effect } of bitesOf(metal, cuts)) {
    const along = drill.depthMm * perMm;
    const across = momentGmm * drill.angleDeg * (Math.PI / 180);
    sum = addPlanes(sum, effect);
    const perGmm = (plane: PlaneUnbalance['aGmm']): number => (momentGmm === 0 ? 0 : toPolar(plane).amount / Math.abs(momentGmm));
    const half2 = (along ** 2 + across ** 2) / 2;
    a2 += half2 * perGmm(effect.aGmm) ** 2;
    b2 += half2 * perGmm(effect.bGmm) ** 2;
  }
  const together = scalePlanes(sum, drill.densityRatio / Math.SQRT2);
  return { aGmm: Math.hypot(Math.sqrt(a2), toPolar(together.aGmm).amount), bGmm: Math.hypot(Math.sqrt(b2), toPolar(together.bGmm).amount) };
}

/** What a cut takes, and how much more with each mm that the drill's stop is out: of a lathe's dial a part of that. */
interface Bite {
  readonly cut: Cut;
  readonly momentGmm: number;
  readonly perMm: number;
  readonly effect: PlaneUnbalance;
}

function bitesOf(metal: MetalNow, cuts: readonly Cut[]): Bite[] {
  const pieces = new Map(metal.pieces);
  return cuts.map((cut) => {
    const piece = pieceOf({ crank: metal.crank, pieces }, cut.counterweightId);
    pieces.set(cut.counterweightId, cutInto(piece, cut));
    const taken = metalOf(piece, cut);
    const { amount: momentGmm } = toPolar(taken.momentGmm);
    return { cut, momentGmm, perMm: perMmOf(piece, cut, momentGmm), effect: effectOf(taken, metal.crank.planes) };
  });
}

/** A weld fills its hole, however deep that is; a bar's length is sawn, and in an old radial hole it stands on the shoulder. */
function perMmOf(piece: Piece, cut: Cut, momentGmm: number): number {
  if (cut.kind === 'weld' || momentGmm === 0) return 0;
  const deeper =
    cut.kind === 'bar'
      ? {
          ...cut,
          lengthMm: cut.lengthMm + DEPTH_STEP_MM,
          depthMm: cut.seat.from === 'rim' && cut.replacesId !== null ? cut.depthMm : cut.depthMm + DEPTH_STEP_MM,
        }
      : { ...cut, depthMm: cut.depthMm + DEPTH_STEP_MM };
  const perMm = (toPolar(metalOf(piece, deeper).momentGmm).amount - momentGmm) / DEPTH_STEP_MM;
  return cut.kind === 'turn' ? perMm * LATHE_TO_DRILL : perMm;
}

/** What a cut should have changed, in both planes, and how far it may be off. */
export interface CutDoubts {
  readonly change: PlaneUnbalance;
  /** The share of it that leans on the density of the crank's metal, which errs alike for all cuts. */
  readonly perDensity: PlaneUnbalance;
  /** Of its own error over A re, A im, B re, B im: 4 × 4, row by row, (g·mm)². */
  readonly covariance: readonly number[];
}

/** A bit cuts this much wider or narrower than its size, and a bar is as far from its own. */
const BIT_MM = 0.05;
/** A weld is never quite full. */
const WELD_RATIO = 0.03;

/**
 * What one cut changes and how far that may be off, jointly over both planes (handbook section 6, definition 5): along itself by
 * ∂U/∂h·σ_h and by the bit's 2·U·σ_d/d, across by U·σ_θ, each the same complex share of both planes. What the crank's metal weighs
 * errs for all cuts together and stands apart; a bar and a weld have an error of their own.
 * @param metal as it is before it
 */
export function cutDoubts(metal: MetalNow, cut: Cut, drill: DrillErrors): CutDoubts {
  const [{ momentGmm, perMm, effect }] = bitesOf(metal, [cut]) as [Bite];
  const along = [effect.aGmm.re, effect.aGmm.im, effect.bGmm.re, effect.bGmm.im];
  const across = [-effect.aGmm.im, effect.aGmm.re, -effect.bGmm.im, effect.bGmm.re];
  const own = cut.kind === 'weld' ? WELD_RATIO : cut.kind === 'bar' ? drill.densityRatio : 0;
  const bit = isRimCut(cut) || cut.kind === 'weld' ? 0 : (2 * BIT_MM) / diameterOf(cut);
  const alongRatio = Math.hypot(momentGmm === 0 ? 0 : (drill.depthMm * perMm) / momentGmm, bit, own);
  const acrossRatio = degToRad(drill.angleDeg);
  const covariance = along.flatMap((x, i) => along.map((y, j) => alongRatio ** 2 * x * y + acrossRatio ** 2 * across[i]! * across[j]!));
  return { change: effect, perDensity: own === 0 ? effect : BALANCED, covariance };
}

/** How one cut went amiss. */
export interface Miss {
  readonly depthMm: number;
  readonly angleDeg: number;
  readonly densityRatio: number;
}

/** What each cut changes for every way it may go amiss; a drill that is out by more than half the depth would be noticed. */
export function missingCuts(metal: MetalNow, cuts: readonly Cut[]): ((miss: Miss) => PlaneUnbalance)[] {
  // Asked thousands of times for every plan: worked out by hand, with nothing to check any more.
  return bitesOf(metal, cuts).map(({ cut, momentGmm, perMm, effect: { aGmm: a, bGmm: b } }) => ({ depthMm, angleDeg, densityRatio }) => {
    const more = momentGmm === 0 ? 1 : 1 + (perMm * Math.max(-cut.depthMm / 2, depthMm)) / momentGmm;
    const factor = more * (1 + densityRatio);
    const turn = degToRad(angleDeg);
    const [re, im] = [factor * Math.cos(turn), factor * Math.sin(turn)];
    return { aGmm: { re: a.re * re - a.im * im, im: a.re * im + a.im * re }, bGmm: { re: b.re * re - b.im * im, im: b.re * im + b.im * re } };
  });
}
