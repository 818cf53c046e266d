import { onlyRims } from '../cuts/correctable.js';
import type { MetalNow } from '../cuts/metalNow.js';
import { turnRims } from '../cuts/rim/turnRims.js';
import { weldedStarts } from './weldAndDrill.js';
import type { Crank } from '../rotor/crank.js';
import type { Bit, Cut } from '../rotor/cut.js';
import type { Bar } from '../rotor/slug.js';
import { assessHoles, planHoles, type PlanResult } from './planHoles.js';
import type { HolePlan, PlanInput, PlannedCut } from './planInput.js';
import type { ShopTools } from './shopTools.js';
import { scale } from '../units/vector.js';

type Planning = PlanInput & { readonly metal: MetalNow };

/** All plans that are worth a look, and why drilling alone does not do where it does not. */
export interface PlanMenu {
  readonly plans: readonly HolePlan[];
  /** Null where metal can be taken until it is inside. */
  readonly drillingFails: string | null;
  /** The nearest that drilling came, where it fails. */
  readonly nearest: HolePlan | null;
}

/** Plans of more holes than this are looked at with other means beside: side faces, heavy metal, a lathe. */
const MANY_HOLES = 4;
/** So many holes are drilled after welding; a plan that wants more is another one. */
const MOST_DRILLED_BACK = 4;
/** With so many holes more than the whole drawer needs, no two bits make up for them: each is minutes of setting up. */
const MORE_HOLES = 3;

/**
 * Plans by `planHoles` from every pair of the drawer's bits and each bit alone; with nothing but what is there; and in what is easy
 * to reach. Few plans want a third bit: so a drawer with more bits offers every plan of the smaller one again, and the best of them
 * is not worse. Where many holes are needed, or no pair does it, the whole drawer is planned for at once. Side faces, heavy metal and the lathe are looked at where
 * drilling rims cannot do it, or takes many holes: they take longer, and bars are money.
 */
export function planMenu(usual: Planning, bars: readonly Bar[], tools: ShopTools): PlanMenu | 'nothingToDo' {
  const rims: Planning = { ...usual, faces: false, bars: [], grinding: tools.means.grinding };
  const first = planHoles(rims);
  if (first.kind === 'nothingToDo') return 'nothingToDo';
  const pairs =
    first.kind === 'solved' && first.holes.length <= MANY_HOLES
      ? pairsOf(rims.bits).map((bits) => planHoles({ ...rims, bits, maxHoles: Math.min(rims.maxHoles, first.holes.length + MORE_HOLES) }))
      : [];
  const solvedPairs = solvedOf(pairs);
  const drilled = solvedPairs.length > 0 ? solvedPairs : solvedOf([first]);
  const holes = Math.min(...drilled.map((plan) => plan.holes.length));
  const others: PlanResult[] = [];
  if (usual.metal.standing.length > 0) others.push(planHoles({ ...rims, onlyExisting: true, welding: tools.means.welding }));
  const easy = usual.crank.counterweights.filter(({ awkward }) => awkward !== true);
  if (easy.length > 0 && easy.length < usual.crank.counterweights.length) others.push(planHoles(only(rims, easy)));
  const wantsMore = holes > MANY_HOLES;
  if (wantsMore && tools.means.faces) others.push(planHoles({ ...rims, faces: true }));
  const turned = wantsMore && tools.means.turning ? turnedPlan(rims, tools) : [];
  const withoutBars = [...drilled, ...solvedOf(others), ...turned];
  const { means } = tools;
  const brought = wantsMore ? broughtPlans({ ...rims, faces: means.faces }, bars, means) : [];
  const fails = withoutBars.length === 0 && first.kind === 'notFound' ? first : null;
  return { plans: distinctPlans([...withoutBars, ...brought]), drillingFails: fails?.reason ?? null, nearest: fails?.best ?? null };
}

function only({ metal: _all, ...input }: PlanInput, counterweights: Crank['counterweights']): PlanInput {
  return { ...input, ...onlyRims(input, (counterweight) => counterweights.includes(counterweight)) };
}

function pairsOf(bits: readonly Bit[]): Bit[][] {
  return bits.flatMap((one, i) => [[one], ...bits.slice(i + 1).map((other) => [one, other])]);
}

const solvedOf = (results: readonly PlanResult[]): HolePlan[] => results.filter((result) => result.kind === 'solved');

/** All rims down first, then holes for the rest: as one plan, its holes measured from the rims as they then are. */
function turnedPlan(input: Planning, tools: ShopTools): HolePlan[] {
  const { unbalance, share } = input;
  const wanted = { aGmm: scale(unbalance.aGmm, share.a), bGmm: scale(unbalance.bGmm, share.b) };
  const turned = turnRims({ ...input, unbalance: wanted, mostTurnedMm: tools.mostTurnedMm });
  if (!turned) return [];
  const rest = planHoles({ ...input, metal: turned.metal, unbalance: turned.residual, share: { a: 1, b: 1 } });
  const more = rest.kind === 'nothingToDo' ? [] : rest.kind === 'solved' ? rest.holes : null;
  if (more === null) return [];
  return [assessHoles(input, [...turned.cuts, ...more.map(bareCut)])];
}

/** Metal brought in bars, in welds, and in both where the shop does both: which is best is for price, time and risk to say. */
function broughtPlans(input: Planning, bars: readonly Bar[], { radialBars, welding }: ShopTools['means']): HolePlan[] {
  const pressed = pressedPlans(input, bars, radialBars);
  if (!welding) return pressed;
  const both = bars.length > 0 ? solvedOf([planHoles({ ...input, bars, radialBars, welding })]) : [];
  return [...pressed, ...both, ...weldedPlans(input)];
}

/** Bars pressed in, beside whatever is drilled. */
export const pressedPlans = (input: Planning, bars: readonly Bar[], radialBars: boolean): HolePlan[] =>
  bars.length > 0 ? solvedOf([planHoles({ ...input, bars, radialBars })]) : [];

/** Old holes welded shut, the crank spun, and what is then too much drilled off: as one plan. */
function weldedPlans(input: Planning): HolePlan[] {
  const { unbalance, share } = input;
  const wanted = { aGmm: scale(unbalance.aGmm, share.a), bGmm: scale(unbalance.bGmm, share.b) };
  return weldedStarts(input, wanted).flatMap(({ welds, ...start }) => {
    if (welds.length >= input.maxHoles) return [];
    // What is drilled back is little, and drilled from the rim.
    const maxHoles = Math.min(MOST_DRILLED_BACK, input.maxHoles - welds.length);
    const rest = planHoles({ ...input, ...start, faces: false, share: { a: 1, b: 1 }, maxHoles });
    if (rest.kind === 'notFound') return [];
    const more = rest.kind === 'nothingToDo' ? [] : rest.holes.map(bareCut);
    return [assessHoles(input, [...welds, ...more])];
  });
}

/** A cut without what was worked out of it, so that it can be kept. */
export function bareCut({ metal: _metal, travelFromTouchMm: _travel, ...cut }: PlannedCut): Cut {
  return cut;
}

function distinctPlans(plans: readonly HolePlan[]): HolePlan[] {
  const seen = new Set<string>();
  return plans.filter(({ holes }) => {
    const key = JSON.stringify(holes.map((cut) => JSON.stringify(bareCut(cut))).sort());
    return !seen.has(key) && seen.add(key);
  });
}
