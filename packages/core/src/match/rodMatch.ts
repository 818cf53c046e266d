import type { WeighedJob, WeighedPart } from '../job/weighParts.js';
import type { MissingWeight } from './cylinderSets.js';
import { matchToLightest, type MatchedSet } from './matchToLightest.js';

export type RodMatch =
  | { readonly kind: 'matched'; readonly bigEnd: MatchedSet; readonly smallEnd: MatchedSet; readonly inTolerance: boolean }
  | { readonly kind: 'waiting'; readonly missing: readonly MissingWeight[] };

/**
 * Matches rods end by end: the lightest big end and the lightest small end of undamaged rods are the targets.
 *
 * The targets are scale readings, so they hold wherever on the rod the metal comes off; but a cut beyond a bore
 * centre moves the other end's reading too, so both ends are weighed again after every cut (handbook section 3,
 * "ends in turn").
 *
 * @throws CoreError from matchToLightest
 */
export function matchRods(job: WeighedJob, toleranceG: number): RodMatch {
  const rods = job.parts.filter(({ part }) => part.kind === 'rod');
  const missing = rods.flatMap(missingEnds);
  if (missing.length > 0) return { kind: 'waiting', missing };
  const ends = (measure: 'bigEndG' | 'smallEndG'): MatchedSet =>
    matchToLightest(
      rods.map((weighed) => ({ id: weighed.part.id, weightG: endWeightG(weighed, measure), damaged: weighed.part.damaged })),
      toleranceG,
    );
  const bigEnd = ends('bigEndG');
  const smallEnd = ends('smallEndG');
  return { kind: 'matched', bigEnd, smallEnd, inTolerance: bigEnd.inTolerance && smallEnd.inTolerance };
}

/** Why this rod's ends are not known now: empty when they are. */
export function missingEnds(weighed: WeighedPart): MissingWeight[] {
  if (weighed.needsReweighing) return [{ kind: 'rod', cylinder: weighed.part.cylinder, why: 'cutSince' }];
  if (weighed.rod && weighed.rod.kind !== 'unknown') return [];
  return [{ kind: 'rod', cylinder: weighed.part.cylinder, why: weighed.rod?.totalG == null ? 'notWeighed' : 'noEnds' }];
}

function endWeightG(weighed: WeighedPart, measure: 'bigEndG' | 'smallEndG'): number {
  // Only called once missingEnds found nothing missing.
  return weighed.rod && weighed.rod.kind !== 'unknown' ? weighed.rod[measure] : Number.NaN;
}
