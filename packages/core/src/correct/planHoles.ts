import { normaliseAngleDeg } from '../units/angle.js';
import { checkNumber, CoreError } from '../units/check.js';
import { checkVector } from '../units/checkVector.js';
import { scale, toPolar } from '../units/vector.js';
import { bestSlug } from '../cuts/bar/candidates.js';
import { bestBesideHole } from '../cuts/face/candidates.js';
import { costOf, roundTo, type State, type Tolerances } from '../cuts/lever.js';
import { usableHalfArcDeg } from '../cuts/goodCut.js';
import { alongCut, effectOf, effectOfCuts, furtherCut, metalNow, metalsOf, pieceOf, PLANNED, type MetalNow } from '../cuts/metalNow.js';
import { bestHole } from '../cuts/radial/candidates.js';
import { metalOf } from '../cuts/taken.js';
import { deepened, filledIn } from '../cuts/rework/candidates.js';
import { bestGroundSpot } from '../cuts/rim/candidates.js';
import { checkCrank } from '../rotor/crank.js';
import { isRimCut, replacedId, type Bit, type Cut } from '../rotor/cut.js';
import { pointHeightMm, rimSagMm } from '../rotor/hole.js';
import { addPlanes, scalePlanes, type PlaneUnbalance, subtractPlanes } from '../rotor/planes.js';
import type { Bar } from '../rotor/slug.js';
import { drillOrder } from './drillOrder.js';
import type { HolePlan, PlanInput } from './planInput.js';
import { splitOver } from './splitOver.js';
import { whyNot } from './whyNot.js';

type Planning = PlanInput & { readonly metal: MetalNow };

export type PlanResult =
  | { readonly kind: 'nothingToDo'; readonly worstShare: number }
  | ({
      readonly kind: 'solved';
      readonly statesTried: number;
      /** What the search itself, cut by cut and with its quick forms, believed to leave: `residual` is worked out anew. */
      readonly searched: PlaneUnbalance;
    } & HolePlan)
  /** The search ended without a plan inside; `best` is the nearest it came. It is a bounded search, not a proof. */
  | { readonly kind: 'notFound'; readonly reason: string; readonly best: HolePlan; readonly statesTried: number };

/** A plan is good when its worse plane keeps this share of the tolerance: the rest is for the drill's and the reading's errors. */
export const AIM_SHARE = 0.5;
/** Plans kept from one hole to the next: by each bit more there are more ideas. */
const BEAM_PER_BIT = 5;
const MOST_BEAM = 24;
/** A hole more that leaves so much of what was left, squared, is not on the way to anything. */
const STUCK_RATIO = 0.98;
const COARSE_STEP_DEG = 3;
const FINE_STEP_DEG = 0.5;
const FINE_REACH_DEG = 6;
const POLISH_SWEEPS = 2;

/**
 * Plans radial holes that bring both planes inside the tolerance (handbook section 7).
 *
 * A beam search adds one hole at a time. For every counterweight, bit and angle the best moment is the projection of
 * what is left on that direction, over both planes in units of their tolerances (a one-unknown least square), turned
 * into a depth by the exact hole integral and rounded to 0.1 mm and 0.5°. After each hole all holes are re-fitted in
 * turn with the others held. The search ends at the fewest holes that leave at most half the tolerance. Every hole
 * obeys the drilling rules against all others at every step, and the residual is always `effectOfHoles` of the rounded
 * holes, so prediction and plan cannot differ. Slugs of the given bars are tried beside the holes, at the outermost place, their
 * length in closed form; so is deepening a hole that is there, opening it to a larger bit, or filling it; holes in side faces and spots
 * that are ground where the shop and the rim allow it. Where adding one hole after another does not get there, the vector is split
 * over all counterweights at once (`splitOver`) and each portion drilled for. The search is bounded, not exhaustive: `fewestHoles` says how few any plan needs.
 *
 * @throws CoreError when the crank, a tolerance or a bit makes no sense
 */
export function planHoles(given: PlanInput): PlanResult {
  checkInput(given);
  const input = { ...given, metal: given.metal ?? metalNow(given.crank, given.existing) };
  if (worstShare(input, input.unbalance) <= AIM_SHARE) return { kind: 'nothingToDo', worstShare: worstShare(input, input.unbalance) };
  const { aGmm, bGmm } = input.unbalance;
  const wanted = { aGmm: scale(aGmm, input.share.a), bGmm: scale(bGmm, input.share.b) };
  const target = { ...input, unbalance: wanted };
  const { holes, statesTried, residual: left } = search(target);
  // The search was for a share of what is there.
  const searched = addPlanes(left, subtractPlanes(input.unbalance, wanted));
  const plan = assessHoles(input, holes);
  const missed = addPlanes(wanted, subtractPlanes(plan.residual, input.unbalance));
  if (worstShare(input, missed) <= 1 && holes.length > 0) return { kind: 'solved', statesTried, searched, ...plan };
  const split = input.onlyExisting === true ? null : searchSplit(target);
  if (split)
    return {
      kind: 'solved',
      statesTried,
      searched: addPlanes(split.residual, subtractPlanes(input.unbalance, wanted)),
      ...assessHoles(input, split.holes),
    };
  if (worstShare(input, missed) <= 1) return { kind: 'nothingToDo', worstShare: worstShare(input, missed) };
  return { kind: 'notFound', reason: whyNot(input, { ...plan, residual: missed }), best: plan, statesTried };
}

/** Holes for each portion of `splitOver` by itself, then all re-fitted together; null where that does not get inside, or takes too many. */
function searchSplit(input: Planning): State | null {
  const holes = splitOver(input).reduce<readonly Cut[]>((placed, { counterweight, unbalance }) => {
    const metal = furtherCut(input.metal, placed);
    const alone = { ...metal, crank: { ...metal.crank, counterweights: [counterweight] } };
    const own = metal.standing.filter(({ counterweightId, id }) => counterweightId === counterweight.id && !id.startsWith(PLANNED));
    return [...placed, ...search({ ...input, metal: alone, unbalance, bars: [] }, own).holes];
  }, []);
  if (holes.length === 0 || holes.length > input.maxHoles) return null;
  const residual = addPlanes(input.unbalance, effectOfCuts(input.metal, holes));
  const fitted = polish(input, { holes, residual, cost: costOf(input, residual) });
  return worstShare(input, fitted.residual) < Math.min(1, worstShare(input, input.unbalance)) ? fitted : null;
}

/** @param standing what may be deepened or filled */
function search(input: Planning, standing = input.metal.standing): State & { readonly statesTried: number } {
  let beam: State[] = [bare(input)];
  let best = beam[0]!;
  let statesTried = 0;
  let least = best.cost;
  const beamWidth = Math.min(MOST_BEAM, BEAM_PER_BIT * (input.bits.length + (input.bars?.length ?? 0)));
  for (let count = 1; count <= input.maxHoles; count += 1) {
    const grown = beam.flatMap((state) => grow(input, state, standing));
    statesTried += grown.length;
    if (grown.length === 0) break;
    beam = distinct(grown)
      .slice(0, beamWidth)
      .map((state) => polish(input, state))
      .sort(byCost);
    const before = least;
    least = beam[0]!.cost;
    const worst = (state: State): number => worstShare(input, state.residual);
    const leader = beam.reduce((a, b) => (worst(b) < worst(a) ? b : a));
    if (worst(leader) < worst(best)) best = leader;
    // More of what hardly helps does not get there.
    if (worst(best) <= AIM_SHARE || least > STUCK_RATIO * before) break;
  }
  return { ...best, statesTried };
}

/**
 * What a list of cuts amounts to, in the order in which they are made: each one's metal, and what they leave together. The planner's
 * own answer comes from here, so that prediction and plan cannot differ.
 * @throws CoreError when a cut makes no sense
 */
export function assessHoles(input: Tolerances & { readonly metal: MetalNow; readonly unbalance: PlaneUnbalance }, cuts: readonly Cut[]): HolePlan {
  const { crank } = input.metal;
  const inOrder = drillOrder(
    cuts,
    crank.counterweights.map(({ id }) => id),
  );
  const metals = metalsOf(input.metal, inOrder);
  const residual = metals.reduce((sum, metal) => addPlanes(sum, effectOf(metal, crank.planes)), input.unbalance);
  return {
    holes: inOrder.map((cut, i) => ({
      ...cut,
      metal: alongCut(metals[i]!, cut),
      travelFromTouchMm: cut.depthMm + ('pointAngleDeg' in cut ? pointHeightMm(cut.bitMm, cut.pointAngleDeg) : 0),
    })),
    residual,
    worstShare: worstShare(input, residual),
  };
}

function checkInput({ crank, unbalance, toleranceAGmm, toleranceBGmm, bits, maxHoles, share }: PlanInput): void {
  checkCrank(crank);
  checkVector('The unbalance in plane A', unbalance.aGmm, 'unbalance.aGmm');
  checkVector('The unbalance in plane B', unbalance.bGmm, 'unbalance.bGmm');
  checkNumber('The tolerance of plane A', toleranceAGmm, { above: 0, unit: 'g·mm' }, 'toleranceAGmm');
  checkNumber('The tolerance of plane B', toleranceBGmm, { above: 0, unit: 'g·mm' }, 'toleranceBGmm');
  checkNumber('The most holes', maxHoles, { min: 1, max: 12 }, 'maxHoles');
  checkNumber('The share to cut in plane A', share.a, { min: 0, max: 1 }, 'share.a');
  checkNumber('The share to cut in plane B', share.b, { min: 0, max: 1 }, 'share.b');
  if (bits.length === 0) throw new CoreError('The shop has no bits to drill with.', 'bits');
}

function worstShare({ toleranceAGmm, toleranceBGmm }: Tolerances, { aGmm, bGmm }: PlaneUnbalance): number {
  return Math.max(toPolar(aGmm).amount / toleranceAGmm, toPolar(bGmm).amount / toleranceBGmm);
}

const byCost = (x: State, y: State): number => x.cost - y.cost;

/** The state before any hole. */
const bare = (input: Planning): State => ({ holes: [], residual: input.unbalance, cost: costOf(input, input.unbalance) });

function withoutHole({ metal, ...input }: Planning, state: State, index: number): State {
  const cut = state.holes[index]!;
  const change = effectOf(metalOf(pieceOf(metal, cut.counterweightId), cut), metal.crank.planes);
  const residual = addPlanes(state.residual, scalePlanes(change, -1));
  return { holes: state.holes.filter((_, i) => i !== index), residual, cost: costOf(input, residual) };
}

/** The state with one more hole, once for every counterweight and bit where a hole helps: at its best allowed angle. */
function grow(input: Planning, state: State, standing: MetalNow['standing']): State[] {
  const grown: State[] = standing.flatMap((hole) => [...deepened(input, state, hole), ...filledIn(input, state, hole)]);
  if (input.onlyExisting === true) return grown;
  const push = (next: State | null): void => {
    if (next) grown.push(next);
  };
  for (const counterweight of input.metal.crank.counterweights) {
    const whole = stepsAround(counterweight.arcCentreDeg, counterweight.arcHalfWidthDeg, COARSE_STEP_DEG);
    for (const bit of input.bits) {
      const halfArcDeg = usableHalfArcDeg(counterweight, bit.bitMm, rimSagMm(counterweight.rimRadiusMm, bit.bitMm));
      if (halfArcDeg !== null) push(bestHole(input, state, counterweight, bit, stepsAround(counterweight.arcCentreDeg, halfArcDeg, COARSE_STEP_DEG)));
      push(bestBesideHole(input, state, counterweight, bit, whole));
    }
    for (const bar of input.bars ?? []) push(bestSlug(input, state, counterweight, bar, whole));
    push(bestGroundSpot(input, state, counterweight, whole));
  }
  return grown;
}

/** Re-fits each hole in turn with the others held. */
function polish(input: Planning, state: State): State {
  let current = state;
  for (let sweep = 0; sweep < POLISH_SWEEPS; sweep += 1) {
    for (let i = 0; i < current.holes.length; i += 1) {
      const refitted = refit(input, withoutHole(input, current, i), current.holes[i]!);
      if (refitted && refitted.cost < current.cost) current = refitted;
    }
  }
  return current;
}

/** The best of a hole's own kind near where it is; null when there is none. */
function refit(given: Planning, without: State, cut: Cut): State | null {
  const input = { ...given, bits: bitsLike(given, cut), bars: barsLike(given, cut) };
  const oldId = replacedId(cut);
  if (oldId !== null) {
    const old = input.metal.standing.find(({ id }) => id === oldId)!;
    const again =
      cut.kind === 'redrill' ? deepened(input, without, old) : filledIn(input, without, old).filter(({ holes }) => holes.at(-1)!.kind === cut.kind);
    return again[0] ?? null;
  }
  const counterweight = input.metal.crank.counterweights.find((c) => c.id === cut.counterweightId)!;
  const angles = stepsAround(cut.angleDeg, FINE_REACH_DEG, FINE_STEP_DEG);
  switch (cut.kind) {
    case 'radial':
      return bestHole(input, without, counterweight, input.bits[0]!, angles);
    case 'face':
      return bestBesideHole(input, without, counterweight, input.bits[0]!, angles);
    case 'bar':
      return bestSlug(input, without, counterweight, input.bars[0]!, angles);
    case 'grind':
      return bestGroundSpot(input, without, counterweight, angles);
    default:
      return null;
  }
}

const barsLike = ({ bars = [] }: Planning, cut: Cut): readonly Bar[] =>
  cut.kind === 'bar' ? bars.filter(({ diameterMm, densityGPerCm3 }) => diameterMm === cut.diameterMm && densityGPerCm3 === cut.densityGPerCm3) : [];

const bitsLike = ({ bits }: Planning, cut: Cut): readonly Bit[] =>
  'pointAngleDeg' in cut ? bits.filter(({ bitMm, pointAngleDeg }) => bitMm === cut.bitMm && pointAngleDeg === cut.pointAngleDeg) : [];

/** Angles from −reach to +reach about a centre, on whole fine steps so that every one can be set at the machine. */
function stepsAround(centreDeg: number, reachDeg: number, stepDeg: number): number[] {
  const angles: number[] = [];
  for (let off = 0; off <= reachDeg; off += stepDeg) {
    angles.push(normaliseAngleDeg(roundTo(centreDeg + off, FINE_STEP_DEG)));
    if (off > 0) angles.push(normaliseAngleDeg(roundTo(centreDeg - off, FINE_STEP_DEG)));
  }
  return angles;
}

/** One state for each set of counterweights and bits, the cheapest first: the beam holds different ideas, not one idea's neighbours. */
function distinct(states: readonly State[]): State[] {
  const seen = new Set<string>();
  return [...states].sort(byCost).filter((state) => {
    const key = state.holes.map(ideaOf).sort().join(' ');
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** Two cuts with the same idea differ in where and how deep alone. */
function ideaOf(cut: Cut): string {
  const size = isRimCut(cut)
    ? ''
    : cut.kind === 'bar'
      ? `${cut.diameterMm} of ${cut.densityGPerCm3}`
      : `${cut.bitMm}${'pointAngleDeg' in cut ? `/${cut.pointAngleDeg}` : ''}`;
  return `${cut.kind} ${cut.counterweightId} ${size} ${replacedId(cut) ?? ''}`;
}
