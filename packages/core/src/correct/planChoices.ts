import { metalNow, type MetalNow } from '../cuts/metalNow.js';
import { isBrought, replacedId } from '../rotor/cut.js';
import type { Bar } from '../rotor/slug.js';
import type { PerPlane } from '../spin/readingSpread.js';
import { cutShare, MOST_OVERSHOT, SHARE_STEPS, type CutShares } from './cutShare.js';
import { bitsOf, drillMinutes, metalPrice } from './drillMinutes.js';
import { drillSpread } from '../cuts/drillErrors.js';
import type { HolePlan, PlanInput } from './planInput.js';
import { planMenu, pressedPlans } from './planMenu.js';
import { planOutcome, type Knowledge, type PlanOutcome } from './planOutcome.js';
import { USUAL_TOOLS, type ShopTools } from './shopTools.js';
import { scale, subtract, toPolar } from '../units/vector.js';

/** What a plan is best at among those there are. */
export const PLAN_MERITS = ['fewestHoles', 'leastTime', 'surest', 'fewestBits', 'noNewHoles', 'noHeavyMetal', 'easiestToReach'] as const;
export type PlanMerit = (typeof PLAN_MERITS)[number];

/** A plan with all that speaks for and against it. */
export interface PlanChoice extends PlanOutcome {
  readonly plan: HolePlan;
  readonly minutes: number;
  readonly bits: number;
  readonly slugs: number;
  readonly welds: number;
  /** Of the time and of heavy metal, in the shop's money. */
  readonly price: number;
  /** Deviation of what is left in each component, from the drill alone, g·mm. */
  readonly drillSpread: PerPlane;
  readonly merits: readonly PlanMerit[];
  /** Minutes with the spins that it may take more. */
  readonly expectedMinutes: number;
  /** Of those minutes and of heavy metal: the least is proposed, of those that hardly ever go past nothing. */
  readonly expectedPrice: number;
  /** What is left in the worse plane of what was to be taken, in tolerances. */
  readonly leftShare: number;
}

export type PlanChoices =
  | { readonly kind: 'nothingToDo' }
  /** The proposed plan first. `drillingFails` says why only heavy metal does it; null where drilling does. */
  | { readonly kind: 'choices'; readonly share: CutShares; readonly choices: readonly PlanChoice[]; readonly drillingFails: string | null }
  | { readonly kind: 'notFound'; readonly share: CutShares; readonly reason: string; readonly best: HolePlan };

export interface ChoicesInput {
  /** As it came. */
  readonly crank: PlanInput['crank'];
  readonly bits: PlanInput['bits'];
  /** Heavy metal that may be used. */
  readonly bars: readonly Bar[];
  readonly existing: PlanInput['existing'];
  readonly maxHoles: number;
  readonly known: Knowledge;
  /** How much of what is there to cut, whatever is safe: to look at, not to drill by. Left out, as much as is safe. */
  readonly share?: CutShares;
  /** No more than this of what is safe: somebody's wish, or a gain that nothing has checked. Left out for all. */
  readonly mostShare?: CutShares;
  readonly tools?: ShopTools;
}

/** Metal that is missing has to be put back: bored, pressed in, and spun. */
const OVERSHOT_MINUTES = 120;
/** Where every plan goes too far too often, by so much less of what is there is planned for; at most so often. */
const LESS = 1 / SHARE_STEPS;
const MOST_LESSENINGS = 4;

/** Of a hole at its limit one in forty would otherwise break a rule by the drill's own miss alone, or more. */
const ROOM_DEVIATIONS = 2;

/** What is planned for: the share of what is known that may be cut at once. */
export function planInputOf({
  crank,
  known,
  bits,
  existing,
  maxHoles,
  share,
  mostShare = { a: 1, b: 1 },
}: ChoicesInput): PlanInput & { readonly metal: MetalNow } {
  const { a, b, toleranceAGmm, toleranceBGmm } = known;
  return {
    crank,
    unbalance: { aGmm: a.unbalanceGmm, bGmm: b.unbalanceGmm },
    toleranceAGmm,
    toleranceBGmm,
    bits,
    existing,
    metal: metalNow(crank, existing),
    depthRoomMm: ROOM_DEVIATIONS * known.drill.depthMm,
    maxHoles,
    share: share ?? { a: cutShare(a, toleranceAGmm, mostShare.a), b: cutShare(b, toleranceBGmm, mostShare.b) },
  };
}

/**
 * Plans side by side, from `planMenu`, each tried over and over by `planOutcome`. The one with the least expected cost is proposed:
 * its own minutes, a spin's for what may end outside, two hours for what may be taken past nothing, at the price of an hour, and
 * heavy metal by its length. Before cost comes the bound against overshoot (handbook section 6, definition 9e): no plan is proposed
 * that goes past nothing in a plane in more than 2.5 tries of a thousand while another does not; where all do, less is cut. Of the
 * others, those are kept that are best at something.
 * @throws CoreError as planHoles
 */
export function planChoices(input: ChoicesInput): PlanChoices {
  const tools = input.tools ?? USUAL_TOOLS;
  let usual = planInputOf(input);
  for (let lessened = 0; ; lessened += 1) {
    const menu = planMenu(usual, input.bars, tools);
    if (menu === 'nothingToDo') return { kind: 'nothingToDo' };
    const { plans, drillingFails, nearest } = menu;
    if (plans.length === 0) return { kind: 'notFound', share: usual.share, reason: drillingFails!, best: nearest! };
    const own = plans.map((plan) => weigh(plan, input, usual, tools));
    const others = plans.some(bringsMetal) ? plansForMore(usual, input.bars, tools).map((plan) => weigh(plan, input, usual, tools)) : [];
    const weighed = undominated(own, others).sort(byRiskThenPrice);
    if (!goesTooFar(weighed[0]!) || input.share || lessened === MOST_LESSENINGS)
      return { kind: 'choices', share: usual.share, choices: withMerits(weighed, input), drillingFails };
    const { a, b } = usual.share;
    usual = { ...usual, share: { a: Math.max(0, a - LESS), b: Math.max(0, b - LESS) } };
  }
}

/** A plan that no drill gets: past nothing by more than the tolerance too often (definition 9e). */
export const goesTooFar = ({ overshotInAPlane }: Pick<PlanOutcome, 'overshotInAPlane'>): boolean => overshotInAPlane > MOST_OVERSHOT;

const bringsMetal = ({ holes }: HolePlan): boolean => holes.some(isBrought);

/** Of what is there, so much may be asked for. */
const SHARES = [0.7, 0.8, 0.9, 1];

/** Bars come in whole diameters: what is planned for more of what is there may need less of them, and no more holes. */
function plansForMore(usual: PlanInput & { readonly metal: MetalNow }, bars: readonly Bar[], tools: ShopTools): readonly HolePlan[] {
  const least = Math.min(usual.share.a, usual.share.b);
  return SHARES.filter((share) => share > least + 1e-9).flatMap((share) =>
    pressedPlans({ ...usual, faces: tools.means.faces, share: { a: share, b: share } }, bars, tools.means.radialBars).filter(bringsMetal),
  );
}

/** What a plan costs, how often it goes past nothing, how seldom it ends inside, how many cuts it takes: less is better of each. */
const worths = ({ price, overshot, inside, plan }: Weighed): readonly number[] => [price, overshot, 1 - inside, plan.holes.length];

/** Whether one plan beats another in price, chance of going too far, chance of being inside and number of cuts at once. */
function beats(one: Weighed, other: Weighed): boolean {
  const its = worths(other);
  const own = worths(one);
  return own.every((worth, k) => worth <= its[k]!) && own.some((worth, k) => worth < its[k]!);
}

/** The plans that none beats, among themselves or among the others; of equals the first. Another one that beats one of them stands in for it. */
function undominated(plans: readonly Weighed[], others: readonly Weighed[]): Weighed[] {
  const all = [...plans, ...others];
  const isUnbeaten = (plan: Weighed): boolean => !all.some((other) => beats(other, plan));
  const equal = (x: Weighed, y: Weighed): boolean => worths(x).every((worth, k) => worth === worths(y)[k]);
  const left = [...plans, ...others.filter((other) => plans.some((plan) => beats(other, plan)))].filter(isUnbeaten);
  return left.filter((plan, i) => !left.slice(0, i).some((before) => equal(before, plan)));
}

const byRiskThenPrice = (x: Weighed, y: Weighed): number => Number(goesTooFar(x)) - Number(goesTooFar(y)) || x.expectedPrice - y.expectedPrice;

type Weighed = Omit<PlanChoice, 'merits'>;

function weigh(
  plan: HolePlan,
  { crank, known }: ChoicesInput,
  { metal, unbalance, share }: PlanInput & { readonly metal: MetalNow },
  tools: ShopTools,
): Weighed {
  const { holes } = plan;
  const outcome = planOutcome(metal, holes, known);
  const minutes = drillMinutes(crank, holes, tools);
  const expectedMinutes = minutes + tools.minutes.spin * (1 - outcome.inside) + OVERSHOT_MINUTES * outcome.overshot;
  const barPrice = metalPrice(holes, tools);
  const missedGmm = (plane: 'aGmm' | 'bGmm', spared: number): number =>
    toPolar(subtract(plan.residual[plane], scale(unbalance[plane], spared))).amount;
  return {
    ...outcome,
    plan,
    leftShare: Math.max(missedGmm('aGmm', 1 - share.a) / known.toleranceAGmm, missedGmm('bGmm', 1 - share.b) / known.toleranceBGmm),
    minutes,
    bits: bitsOf(holes),
    slugs: holes.filter(({ kind }) => kind === 'bar').length,
    welds: holes.filter(({ kind }) => kind === 'weld').length,
    price: (minutes / 60) * tools.hourPrice + barPrice,
    drillSpread: drillSpread(metal, holes, known.drill),
    expectedMinutes,
    // A shop that says no price still has only so many minutes.
    expectedPrice: (expectedMinutes / 60) * (tools.hourPrice > 0 ? tools.hourPrice : 1) + barPrice,
  };
}

/** The proposed plan and those that are best at something, each with what it is best at. */
function withMerits(weighed: readonly Weighed[], { crank }: ChoicesInput): PlanChoice[] {
  const awkward = new Set(crank.counterweights.filter((c) => c.awkward === true).map(({ id }) => id));
  const reach = ({ plan }: Weighed): number =>
    100 * plan.holes.filter(({ counterweightId }) => awkward.has(counterweightId)).length + new Set(plan.holes.map((h) => h.counterweightId)).size;
  const isBest = (of: (choice: Weighed) => number): ((choice: Weighed) => boolean) => {
    const least = Math.min(...weighed.map(of));
    return (choice) => of(choice) === least;
  };
  const anyMetal = weighed.some(({ slugs }) => slugs > 0);
  const best: Readonly<Record<PlanMerit, (choice: Weighed) => boolean>> = {
    fewestHoles: isBest(({ plan }) => plan.holes.length),
    leastTime: isBest(({ minutes }) => minutes),
    surest: isBest(({ drillSpread: { aGmm, bGmm } }) => Math.max(aGmm, bGmm)),
    fewestBits: isBest(({ bits }) => bits),
    noNewHoles: ({ plan }) => plan.holes.every((cut) => replacedId(cut) !== null),
    noHeavyMetal: ({ slugs }) => anyMetal && slugs === 0,
    easiestToReach: isBest(reach),
  };
  // Each merit goes to the cheapest that has it; it may have them all.
  const winners = new Map<Weighed, PlanMerit[]>(weighed.slice(0, 1).map((proposed) => [proposed, []]));
  for (const merit of PLAN_MERITS) {
    const winner = weighed.find(best[merit]);
    if (winner) winners.set(winner, [...(winners.get(winner) ?? []), merit]);
  }
  return weighed.filter((choice) => winners.has(choice)).map((choice) => ({ ...choice, merits: winners.get(choice)! }));
}
