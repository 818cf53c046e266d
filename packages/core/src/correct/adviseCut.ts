import { SURE_ENOUGH } from '../estimate/verdict.js';
import type { PlanOutcome } from './planOutcome.js';

/** Whether another cut is worth its minutes. */
export type CutAdvice =
  /** By all that is known it is inside: a spin shows it. */
  | { readonly kind: 'stop' }
  | { readonly kind: 'worthIt' }
  /** A cut would hardly change how surely it is inside: what is known is too little. */
  | { readonly kind: 'spinFirst' };

/** A cut that gains less than this is not worth its minutes. */
const LEAST_GAIN = 0.1;

/**
 * Whether to cut, spin or stop, by the chance of being inside with nothing done and with the plan done (handbook section 6: one
 * reading inside is not proof; section 7: sneak up). A plan that takes off only a part, since no more is surely not past nothing,
 * is worth it however far from the end it leaves the crank: what is left is better known afterwards.
 * @param partOnly the plan leaves something for the next cut on purpose
 */
export function adviseCut(insideNow: number, plan: Pick<PlanOutcome, 'inside'> | null, partOnly: boolean): CutAdvice {
  if (insideNow >= SURE_ENOUGH) return { kind: 'stop' };
  if (!plan) return { kind: 'spinFirst' };
  return partOnly || plan.inside - insideNow >= LEAST_GAIN ? { kind: 'worthIt' } : { kind: 'spinFirst' };
}
