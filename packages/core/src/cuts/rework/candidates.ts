import { counterweightOf } from '../../rotor/crank.js';
import { diameterOf, seatOf, type BarCut, type Bit, type RedrillCut, type Seat, type StandingCut, type WeldCut } from '../../rotor/cut.js';
import { LEAST_SLUG_MM, type Bar } from '../../rotor/slug.js';
import { dot, fromPolar } from '../../units/vector.js';
import { SLUG_STEP_MM } from '../bar/candidates.js';
import { fitsAt } from '../cutRules.js';
import { deepestBesideMm } from '../goodCut.js';
import { DEPTH_STEP_MM, leverOf, roundTo, withChange, type State } from '../lever.js';
import type { Metal } from '../metal.js';
import { effectOf, pieceOf } from '../metalNow.js';
import { isSpoken, siteIn, type Search } from '../search.js';
import { metalOf } from '../taken.js';

/** Less than this a depth stop cannot be set to. */
const LEAST_DEEPENING_MM = 0.3;

type Changed = RedrillCut | BarCut | WeldCut;

/** What cuts of old holes take, by what they are: a search asks for the same ones over and over, and where other metal is met they are integrals. */
const known = new WeakMap<Search['metal'], Map<string, Metal>>();
function metalFor({ metal }: Search, cut: Changed): Metal {
  const own = known.get(metal) ?? new Map<string, Metal>();
  known.set(metal, own);
  const key = `${cut.kind} ${cut.replacesId} ${cut.kind === 'bar' ? `${cut.diameterMm} ${cut.lengthMm} ${cut.densityGPerCm3}` : cut.bitMm} ${cut.kind === 'redrill' ? cut.pointAngleDeg : ''} ${cut.depthMm}`;
  const before = own.get(key);
  if (before) return before;
  const taken = metalOf(pieceOf(metal, cut.counterweightId), cut);
  own.set(key, taken);
  return taken;
}

const alongGmm = (input: Search, cut: Changed): number => dot(metalFor(input, cut).momentGmm, fromPolar(1, cut.angleDeg));

/** The state with a changed hole where it helps. */
function withHole(input: Search, state: State, cut: Changed): State[] {
  const next = withChange(input, state, cut, effectOf(metalFor(input, cut), input.metal.crank.planes));
  return next.cost < state.cost ? [next] : [];
}

/** Whether an old place is another one's, too: no second hole is planned into a weld or a bar. */
const isOpenHole = (old: StandingCut): boolean => old.kind !== 'bar';

/** The states with this hole of the crank deepened, or opened to each larger bit, as far as it helps. */
export function deepened(input: Search, state: State, old: StandingCut): State[] {
  if (!isOpenHole(old) || isSpoken(state, old)) return [];
  const counterweight = counterweightOf(input.metal.crank, old.counterweightId);
  const { counterweightId, angleDeg } = old;
  const wantedGmm = leverOf(input, state, counterweight).wantedGmm(fromPolar(1, angleDeg));
  if (wantedGmm <= 0) return [];
  const seat = seatOf(old);
  const oldMm = diameterOf(old);
  const oldPointDeg = old.kind === 'bar' ? 180 : old.pointAngleDeg;
  return input.bits.flatMap((bit) => {
    const { bitMm, pointAngleDeg } = bit;
    if (bitMm < oldMm || bitMm > (counterweight.largestBitMm ?? Infinity)) return [];
    if (bitMm === oldMm && pointAngleDeg !== oldPointDeg) return [];
    const of = (depthMm: number): RedrillCut => ({
      kind: 'redrill',
      counterweightId,
      angleDeg,
      seat,
      replacesId: old.id,
      bitMm,
      pointAngleDeg,
      depthMm,
    });
    // With the same bit a deepening that a stop can be set to; a point that reaches less far than before would leave its own floor uncut.
    const leastMm = bitMm === oldMm ? old.depthMm + LEAST_DEEPENING_MM : old.depthMm;
    const depthMm = depthFor(wantedGmm, leastMm, deepestMm(input, old, seat, bit), (mm) => alongGmm(input, of(mm)));
    if (depthMm === null) return [];
    const candidate = of(depthMm);
    return fitsAt(candidate, siteIn(input, state, counterweightId, old)) ? withHole(input, state, candidate) : [];
  });
}

function deepestMm(
  { metal, depthRoomMm = 0 }: Search,
  { counterweightId }: StandingCut,
  seat: Seat,
  { bitMm, pointAngleDeg, usableDepthMm }: Bit,
): number {
  const counterweight = counterweightOf(metal.crank, counterweightId);
  return Math.min(
    usableDepthMm,
    (seat.from === 'rim' ? counterweight.depthLimitMm : deepestBesideMm(counterweight, bitMm, pointAngleDeg)) - depthRoomMm,
  );
}

/** The step of depth between least and limit at which so much is taken, or nearest to it; null where even the least takes more than twice that. More depth takes more. */
function depthFor(wantedGmm: number, leastMm: number, limitMm: number, takes: (depthMm: number) => number): number | null {
  let [low, high] = [Math.ceil(leastMm / DEPTH_STEP_MM - 1e-9), Math.floor(limitMm / DEPTH_STEP_MM + 1e-9)];
  if (high < low) return null;
  const at = (step: number): number => takes(roundTo(step * DEPTH_STEP_MM, DEPTH_STEP_MM));
  if (at(low) > 2 * wantedGmm) return null;
  // What is taken is nearly straight in depth: false position gets there in a few steps.
  let [lowGmm, highGmm] = [at(low) - wantedGmm, at(high) - wantedGmm];
  if (lowGmm >= 0) return roundTo(low * DEPTH_STEP_MM, DEPTH_STEP_MM);
  if (highGmm <= 0) return roundTo(high * DEPTH_STEP_MM, DEPTH_STEP_MM);
  while (high - low > 1) {
    const middle = Math.min(high - 1, Math.max(low + 1, Math.round(low + ((high - low) * lowGmm) / (lowGmm - highGmm))));
    const gmm = at(middle) - wantedGmm;
    if (gmm < 0) [low, lowGmm] = [middle, gmm];
    else [high, highGmm] = [middle, gmm];
  }
  return roundTo((-lowGmm <= highGmm ? low : high) * DEPTH_STEP_MM, DEPTH_STEP_MM);
}

/**
 * The states with this hole of the crank filled: with a bar as long as is wanted, where it runs parallel to the shaft, and in a
 * radial one only where the shop takes that risk; welded shut where it welds.
 */
export function filledIn(input: Search, state: State, old: StandingCut): State[] {
  if (!isOpenHole(old) || isSpoken(state, old)) return [];
  const counterweight = counterweightOf(input.metal.crank, old.counterweightId);
  const lightGmm = -leverOf(input, state, counterweight).wantedGmm(fromPolar(1, old.angleDeg));
  if (lightGmm <= 0) return [];
  const bars = (input.bars ?? []).flatMap((bar) => {
    const cut = barInHole(input, state, old, bar, lightGmm);
    return cut ? withHole(input, state, cut) : [];
  });
  return input.welding === true ? [...bars, ...withHole(input, state, weldOf(old))] : bars;
}

/** An old hole welded shut. */
export const weldOf = (old: StandingCut): WeldCut => ({
  kind: 'weld',
  counterweightId: old.counterweightId,
  angleDeg: old.angleDeg,
  seat: seatOf(old),
  replacesId: old.id,
  bitMm: diameterOf(old),
  depthMm: old.depthMm,
});

function barInHole(input: Search, state: State, old: StandingCut, bar: Bar, lightGmm: number): BarCut | null {
  const counterweight = counterweightOf(input.metal.crank, old.counterweightId);
  const seat = seatOf(old);
  const beside = seat.from === 'face';
  const oldMm = diameterOf(old);
  if (beside ? bar.diameterMm < oldMm : bar.diameterMm !== oldMm || input.radialBars !== true) return null;
  const longestMm = beside ? counterweight.widthMm : old.depthMm;
  const ofLength = (lengthMm: number): BarCut => ({
    kind: 'bar',
    counterweightId: old.counterweightId,
    angleDeg: old.angleDeg,
    seat,
    diameterMm: bar.diameterMm,
    lengthMm,
    // In a radial hole it is seated on the shoulder, so that it cannot go further in.
    depthMm: beside ? lengthMm : old.depthMm,
    densityGPerCm3: bar.densityGPerCm3,
    replacesId: old.id,
  });
  // The longer the more it brings; in a radial hole a longer one also lies further out.
  const steps = Math.floor(longestMm / SLUG_STEP_MM + 1e-9);
  let [low, high] = [Math.ceil(LEAST_SLUG_MM / SLUG_STEP_MM), steps];
  if (high < low) return null;
  const brings = (step: number): number => -alongGmm(input, ofLength(step * SLUG_STEP_MM));
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    if (brings(middle) < lightGmm) low = middle + 1;
    else high = middle;
  }
  // One step shorter may miss by less.
  const nearest = low > LEAST_SLUG_MM / SLUG_STEP_MM && Math.abs(brings(low - 1) - lightGmm) < Math.abs(brings(low) - lightGmm) ? low - 1 : low;
  const cut = ofLength(nearest * SLUG_STEP_MM);
  return fitsAt(cut, siteIn(input, state, old.counterweightId, old)) ? cut : null;
}
