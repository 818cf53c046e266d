import type { Bar } from '../rotor/slug.js';
import type { PerPlane } from '../spin/readingSpread.js';
import { cutShare, type CutShares } from './cutShare.js';
import { drillMinutes } from './drillMinutes.js';
import { drillSpread } from './drillErrors.js';
import { planHoles, type HolePlan, type PlanInput } from './planHoles.js';
import { planOutcome, type Knowledge, type PlanOutcome } from './planOutcome.js';

/** What a plan is best at among those there are. */
export type PlanMerit = 'fewestHoles' | 'leastTime' | 'surest' | 'fewestBits' | 'noNewHoles';

/** A plan with all that speaks for and against it. */
export interface PlanChoice extends PlanOutcome {
  readonly plan: HolePlan;
  readonly minutes: number;
  readonly bits: number;
  readonly slugs: number;
  /** Deviation of what is left in each component, from the drill alone, g·mm. */
  readonly drillSpread: PerPlane;
  readonly merits: readonly PlanMerit[];
  /** Minutes with the spins that it may take more; the least is proposed. */
  readonly expectedMinutes: number;
}

export type PlanChoices =
  | { readonly kind: 'nothingToDo'; readonly worstShare: number }
  /** The proposed plan first. */
  | { readonly kind: 'choices'; readonly share: CutShares; readonly choices: readonly PlanChoice[] }
  | { readonly kind: 'notFound'; readonly share: CutShares; readonly reason: string; readonly best: HolePlan };

export interface ChoicesInput {
  readonly crank: PlanInput['crank'];
  readonly bits: PlanInput['bits'];
  /** Heavy metal that the shop has. */
  readonly bars: readonly Bar[];
  readonly existing: PlanInput['existing'];
  readonly maxHoles: number;
  readonly known: Knowledge;
  /** How much of what is there to cut; left out, as much as is surely not past nothing. */
  readonly share?: CutShares;
}

/** Mounting, spinning and taking off once more. */
const SPIN_MINUTES = 15;
/** Metal that is missing has to be put back: bored, pressed in, and spun. */
const OVERSHOT_MINUTES = 120;
/** Bits up to these are tried alone, beside all of them: small bits miss by less, large ones are quicker. */
const LARGEST_BITS_MM = [Infinity, 12, 8];
const MANY_HOLES = 5;

/**
 * Plans side by side: each made by `planHoles` for all bits, for those up to 12 mm, for those up to 8 mm, and for nothing but
 * deepening what is there, and tried over and over by `planOutcome`; with heavy metal too where drilling cannot do it or takes
 * many holes. The one with the least expected time is proposed: its own minutes, a spin's for what may end outside, and two hours
 * for what may be taken past nothing.
 * @throws CoreError as planHoles
 */
export function planChoices(input: ChoicesInput): PlanChoices {
  const { crank, known, existing } = input;
  const { toleranceAGmm, toleranceBGmm } = known;
  const share = input.share ?? { a: cutShare(known.a, toleranceAGmm), b: cutShare(known.b, toleranceBGmm) };
  const unbalance = { aGmm: known.a.unbalanceGmm, bGmm: known.b.unbalanceGmm };
  const usual: PlanInput = { crank, unbalance, toleranceAGmm, toleranceBGmm, bits: input.bits, existing, maxHoles: input.maxHoles, share };
  const results = LARGEST_BITS_MM.flatMap((largestMm, i) => {
    const bits = input.bits.filter(({ bitMm }) => bitMm <= largestMm);
    // A drawer without larger bits gives the same plans again.
    if (i > 0 && (bits.length === 0 || bits.length === input.bits.filter(({ bitMm }) => bitMm <= LARGEST_BITS_MM[i - 1]!).length)) return [];
    return [planHoles({ ...usual, bits })];
  });
  if (existing.length > 0) results.push(planHoles({ ...usual, onlyExisting: true }));
  const drilled = results.filter((result) => result.kind === 'solved');
  // A slug takes a while, and is money: it is looked at where drilling cannot do it, or would take many holes.
  const drillsMany = Math.min(...drilled.map(({ holes }) => holes.length)) > MANY_HOLES;
  if (input.bars.length > 0 && results[0]!.kind !== 'nothingToDo' && (drilled.length === 0 || drillsMany))
    results.push(planHoles({ ...usual, bars: input.bars }));
  const [first] = results;
  if (first!.kind === 'nothingToDo') return first!;
  if (first!.kind === 'solved' && first!.holes.length === 0) return { kind: 'nothingToDo', worstShare: first!.worstShare };
  const solved = results.filter((result) => result.kind === 'solved');
  if (solved.length === 0) {
    const { reason, best } = first as Extract<typeof first, { kind: 'notFound' }>;
    return { kind: 'notFound', share, reason, best };
  }
  const weighed = distinctPlans(solved).map((plan) => {
    const outcome = planOutcome(crank, plan.holes, known);
    const minutes = drillMinutes(crank, plan.holes);
    return {
      ...outcome,
      plan,
      minutes,
      bits: new Set(plan.holes.map(({ bitMm }) => bitMm)).size,
      slugs: plan.holes.filter(({ slug }) => slug).length,
      drillSpread: drillSpread(crank, plan.holes, known.drill),
      expectedMinutes: minutes + SPIN_MINUTES * (1 - outcome.inside) + OVERSHOT_MINUTES * outcome.overshot,
    };
  });
  const least = (of: (choice: (typeof weighed)[number]) => number): number => Math.min(...weighed.map(of));
  const best = {
    fewestHoles: least(({ plan }) => plan.holes.length),
    leastTime: least(({ minutes }) => minutes),
    fewestBits: least(({ bits }) => bits),
    surest: least((choice) => worstSpread(choice.drillSpread)),
  };
  const choices = weighed.map((choice): PlanChoice => ({
    ...choice,
    merits: [
      ...(choice.plan.holes.length === best.fewestHoles ? (['fewestHoles'] as const) : []),
      ...(choice.minutes === best.leastTime ? (['leastTime'] as const) : []),
      ...(worstSpread(choice.drillSpread) === best.surest ? (['surest'] as const) : []),
      ...(choice.bits === best.fewestBits ? (['fewestBits'] as const) : []),
      ...(choice.plan.holes.every(({ was }) => was) ? (['noNewHoles'] as const) : []),
    ],
  }));
  return { kind: 'choices', share, choices: choices.sort((x, y) => x.expectedMinutes - y.expectedMinutes) };
}

const worstSpread = ({ aGmm, bGmm }: PerPlane): number => Math.max(aGmm, bGmm);

function distinctPlans<T extends HolePlan>(plans: readonly T[]): T[] {
  const seen = new Set<string>();
  return plans.filter(({ holes }) => {
    const key = JSON.stringify(holes.map(({ counterweightId, angleDeg, bitMm, depthMm }) => [counterweightId, angleDeg, bitMm, depthMm]));
    return !seen.has(key) && seen.add(key);
  });
}
