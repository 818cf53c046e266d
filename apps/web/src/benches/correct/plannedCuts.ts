import { metalAfter, takenBy } from '@tare/card';
import type { JobSheet, PlanEntry } from '@tare/contract';
import { addPlanes, effectOfCuts, type HoleMetal, type JobFigures, type MetalNow, type PlaneUnbalance } from '@tare/core';
import { useMemo } from 'react';

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

/**
 * What a taken plan should leave, g·mm: as it was planned while nothing was cut since the spin; then what should be left now, less what its
 * holes that are not in yet will take. A hole that came out otherwise, and a cut that no plan said, are in it.
 */
export function stillLeaves(sheet: JobSheet, { estimate, holesSinceLastSpin }: SoFar, plan: PlanEntry): PlaneUnbalance {
  if (!estimate.now || holesSinceLastSpin === 0) return plan.predicted;
  const toCome = cutsLeft(sheet, plan).map(({ cut }) => cut);
  return addPlanes(estimate.now.unbalance, effectOfCuts(metalAfter(sheet, sheet.holes), toCome));
}

interface SoFar extends Pick<JobFigures, 'holesSinceLastSpin'> {
  readonly estimate: { readonly now: { readonly unbalance: PlaneUnbalance } | null };
}

/** The metal as it was before a plan's cuts, and what each of them takes as it is planned. */
export function usePlannedMetal(sheet: JobSheet, plan: PlanEntry): { readonly before: MetalNow; readonly metals: readonly HoleMetal[] } {
  return useMemo(() => {
    const before = metalAfter(
      sheet,
      sheet.holes.filter(({ planId }) => planId !== plan.id),
    );
    return { before, metals: takenBy(before, plan.holes) };
  }, [sheet, plan]);
}
