import type { JobSheet, PlanEntry } from '@tare/contract';

/** A cut of a plan, by its place in it. */
export interface PlannedCut {
  readonly cut: PlanEntry['holes'][number];
  readonly index: number;
}

/** The plan that was taken after this spin; undefined where none was. */
export const planTakenAfter = ({ plans }: JobSheet, spinId: string | undefined): PlanEntry | undefined =>
  plans.findLast((plan) => plan.spinId === spinId);

/** Cuts of a plan that are not in the log. */
export function cutsLeft({ holes }: JobSheet, plan: PlanEntry): PlannedCut[] {
  return plan.holes.map((cut, index) => ({ cut, index })).filter(({ index }) => !holes.some((h) => h.planId === plan.id && h.planIndex === index));
}
