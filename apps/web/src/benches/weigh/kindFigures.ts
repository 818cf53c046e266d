import { ASSUMED_DEVIATION_G, roundingDeviationG, standing, Z95, type Measure, type PartKind, type Standing, type WeighedJob } from '@tare/core';
import type { Rung } from '../../draw/ladderLayout.js';

/** One kind's parts against its lightest undamaged one: for the ladder, and for what is still open. */
export interface KindFigures {
  readonly rungs: readonly Rung[];
  readonly targetG: number;
  /** Parts whose place inside or outside is still open at 95 %, with the placements that would settle it. */
  readonly open: readonly { readonly cylinder: number; readonly standing: Extract<Standing, { kind: 'open' }> }[];
}

/** Null while no undamaged part of the kind is weighed. */
export function kindFigures(job: WeighedJob, kind: PartKind, measure: Measure, toleranceG: number, divisionG: number): KindFigures | null {
  const weighed = job.parts
    .filter(({ part, now, needsReweighing }) => part.kind === kind && now[measure] !== undefined && !needsReweighing)
    .map(({ part, now }) => ({ part, summary: now[measure]! }))
    .sort((x, y) => x.part.cylinder - y.part.cylinder);
  const usable = weighed.filter(({ part }) => !part.damaged);
  if (usable.length === 0) return null;
  const target = usable.reduce((lightest, one) => (one.summary.meanG < lightest.summary.meanG ? one : lightest));
  const known = job.deviationG[`${kind}.${measure}`] ?? null;
  // Equal readings do not make a perfect scale: its rounding is the least scatter believed.
  const s = Math.max(known ?? ASSUMED_DEVIATION_G, roundingDeviationG(divisionG));
  const open = usable.flatMap(({ part, summary }) => {
    if (part.id === target.part.id) return [];
    const answer = standing(summary.meanG - target.summary.meanG, toleranceG, s, summary.n, target.summary.n);
    return answer.kind === 'open' ? [{ cylinder: part.cylinder, standing: answer }] : [];
  });
  return {
    rungs: weighed.map(({ part, summary }) => ({
      name: String(part.cylinder),
      weightG: summary.meanG,
      whiskerG: known === null ? 0 : (Z95 * s) / Math.sqrt(summary.n),
      damaged: part.damaged,
    })),
    targetG: target.summary.meanG,
    open,
  };
}
