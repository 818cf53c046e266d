import { normaliseAngleDeg } from '../units/angle.js';
import { checkNumber, CoreError } from '../units/check.js';
import { checkVector } from '../units/checkVector.js';
import { scale, toPolar } from '../units/vector.js';
import { checkCrank } from '../rotor/crank.js';
import { isBefore, sideRadiusMm, standingHoles, type Bit, type CrankHole } from '../rotor/crankHole.js';
import { usableHalfArcDeg } from '../rotor/drillingRules.js';
import { pointHeightMm, rimSagMm } from '../rotor/hole.js';
import { effectOfHole, effectOfHoles, holeMetal } from '../rotor/holeMetal.js';
import { addPlanes, scalePlanes, type PlaneUnbalance } from '../rotor/planes.js';
import type { Bar } from '../rotor/slug.js';
import { bestBesideHole, bestSlug } from './candidates/beside.js';
import { deepened, filledIn } from './candidates/existing.js';
import { bestGroundSpot } from './candidates/ground.js';
import { costOf, roundTo, type State, type Tolerances } from './candidates/lever.js';
import { bestHole } from './candidates/radial.js';
import type { HolePlan, PlanInput } from './planInput.js';
import { splitOver } from './splitOver.js';
import { whyNot } from './whyNot.js';

export type PlanResult =
  | { readonly kind: 'nothingToDo'; readonly worstShare: number }
  | ({ readonly kind: 'solved'; readonly statesTried: number } & HolePlan)
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
export function planHoles(input: PlanInput): PlanResult {
  checkInput(input);
  if (worstShare(input, input.unbalance) <= AIM_SHARE) return { kind: 'nothingToDo', worstShare: worstShare(input, input.unbalance) };
  const { aGmm, bGmm } = input.unbalance;
  const wanted = { aGmm: scale(aGmm, input.share.a), bGmm: scale(bGmm, input.share.b) };
  const target = { ...input, unbalance: wanted, existing: standingHoles(input.existing) };
  const { holes, statesTried } = search(target);
  const plan = assessHoles(input, holes);
  const missed = addPlanes(wanted, effectOfHoles(input.crank, holes));
  if (worstShare(input, missed) <= 1 && holes.length > 0) return { kind: 'solved', statesTried, ...plan };
  const split = input.onlyExisting === true ? null : searchSplit(target);
  if (split) return { kind: 'solved', statesTried, ...assessHoles(input, split) };
  if (worstShare(input, missed) <= 1) return { kind: 'nothingToDo', worstShare: worstShare(input, missed) };
  return { kind: 'notFound', reason: whyNot(input, { ...plan, residual: missed }), best: plan, statesTried };
}

/** Holes for each portion of `splitOver` by itself, then all re-fitted together; null where that does not get inside, or takes too many. */
function searchSplit(input: PlanInput): readonly CrankHole[] | null {
  const holes = splitOver(input).reduce<readonly CrankHole[]>((placed, { counterweight, unbalance }) => {
    const crank = { ...input.crank, counterweights: [counterweight] };
    const own = [...input.existing, ...placed].filter(({ counterweightId }) => counterweightId === counterweight.id);
    return [...placed, ...search({ ...input, crank, unbalance, existing: own, bars: [] }).holes];
  }, []);
  if (holes.length === 0 || holes.length > input.maxHoles) return null;
  const residual = addPlanes(input.unbalance, effectOfHoles(input.crank, holes));
  const fitted = polish(input, { holes, residual, cost: costOf(input, residual) });
  return worstShare(input, fitted.residual) < Math.min(1, worstShare(input, input.unbalance)) ? fitted.holes : null;
}

function search(input: PlanInput): { readonly holes: readonly CrankHole[]; readonly statesTried: number } {
  let beam: State[] = [bare(input)];
  let best = beam[0]!;
  let statesTried = 0;
  let least = best.cost;
  const beamWidth = Math.min(MOST_BEAM, BEAM_PER_BIT * (input.bits.length + (input.bars?.length ?? 0)));
  for (let count = 1; count <= input.maxHoles; count += 1) {
    const grown = beam.flatMap((state) => grow(input, state));
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
  return { holes: best.holes, statesTried };
}

/**
 * What a list of holes amounts to: each hole's metal, and what they leave together. The planner's own answer comes
 * from here, so that prediction and plan cannot differ.
 * @throws CoreError when a hole makes no sense
 */
export function assessHoles(input: Tolerances & Pick<PlanInput, 'crank' | 'unbalance'>, holes: readonly CrankHole[]): HolePlan {
  const residual = addPlanes(input.unbalance, effectOfHoles(input.crank, holes));
  return {
    holes: holes.map((hole) => ({
      ...hole,
      metal: holeMetal(input.crank, hole),
      travelFromTouchMm: hole.depthMm + (hole.slug || hole.rim ? 0 : pointHeightMm(hole.bitMm, hole.pointAngleDeg)),
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
const bare = (input: PlanInput): State => ({ holes: [], residual: input.unbalance, cost: costOf(input, input.unbalance) });

function withoutHole(input: PlanInput, state: State, index: number): State {
  const residual = addPlanes(state.residual, scalePlanes(effectOfHole(input.crank, state.holes[index]!), -1));
  return { holes: state.holes.filter((_, i) => i !== index), residual, cost: costOf(input, residual) };
}

/** The state with one more hole, once for every counterweight and bit where a hole helps: at its best allowed angle. */
function grow(input: PlanInput, state: State): State[] {
  const grown: State[] = input.existing.flatMap((hole) => [...deepened(input, state, hole), ...filledIn(input, state, hole)]);
  if (input.onlyExisting === true) return grown;
  const push = (next: State | null): void => {
    if (next) grown.push(next);
  };
  for (const counterweight of input.crank.counterweights) {
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
function polish(input: PlanInput, state: State): State {
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
function refit(given: PlanInput, without: State, hole: CrankHole): State | null {
  const input = { ...given, bits: hole.slug || hole.rim ? [] : [bitOf(given, hole)], bars: barsLike(given, hole) };
  if (hole.was) {
    const old = input.existing.find((one) => isBefore(one, hole))!;
    const again = hole.slug
      ? filledIn(input, without, old).filter(({ holes }) => holes.at(-1)!.slug!.welded === hole.slug!.welded)
      : deepened(input, without, old);
    return again[0] ?? null;
  }
  const counterweight = input.crank.counterweights.find((c) => c.id === hole.counterweightId)!;
  const angles = stepsAround(hole.angleDeg, FINE_REACH_DEG, FINE_STEP_DEG);
  if (hole.rim) return bestGroundSpot(input, without, counterweight, angles);
  if (hole.slug) return bestSlug(input, without, counterweight, input.bars[0]!, angles);
  const best = sideRadiusMm(hole) === null ? bestHole : bestBesideHole;
  return best(input, without, counterweight, input.bits[0]!, angles);
}

const barsLike = ({ bars = [] }: PlanInput, { bitMm, slug }: CrankHole): readonly Bar[] =>
  slug && !slug.welded ? bars.filter(({ diameterMm, densityGPerCm3 }) => diameterMm === bitMm && densityGPerCm3 === slug.densityGPerCm3) : [];

const bitOf = ({ bits }: PlanInput, hole: CrankHole): Bit =>
  bits.find(({ bitMm, pointAngleDeg }) => bitMm === hole.bitMm && pointAngleDeg === hole.pointAngleDeg)!;

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
    const key = state.holes
      .map((hole) => `${hole.counterweightId}/${hole.bitMm}/${hole.pointAngleDeg}/${kindOf(hole)}${hole.was ? `was ${hole.angleDeg}` : ''}`)
      .sort()
      .join(' ');
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

const kindOf = (hole: CrankHole): string => (hole.slug ? (hole.slug.welded ? 'weld' : 'slug') : sideRadiusMm(hole) === null ? '' : 'side');
