import type { PartKind } from '../parts/facts.js';
import { massNowG, type WeighedJob } from '../parts/weighParts.js';
import { meanwhile } from './meanwhile.js';
import { matchToLightest, type MatchedSet } from './matchToLightest.js';
import { missingWeight, type MissingWeight } from '../parts/missingWeight.js';

interface MatchedKind {
  readonly kind: 'matched';
  readonly set: MatchedSet;
}

export type KindMatch = MatchedKind | { readonly kind: 'waiting'; readonly missing: readonly MissingWeight[]; readonly meanwhile?: MatchedKind };

/**
 * Matches the parts of one kind among themselves: stricter than matching whole sets, and the parts stay
 * interchangeable (handbook section 3).
 *
 * @throws CoreError from matchToLightest
 */
export function matchKind(job: WeighedJob, kind: PartKind, toleranceG: number, fixedTargetG: number | null = null): KindMatch {
  const parts = job.parts.filter(({ part }) => part.kind === kind);
  const missing = parts.flatMap(missingWeight);
  const rest = (): KindMatch =>
    matchKind({ ...job, parts: parts.filter((weighed) => missingWeight(weighed).length === 0) }, kind, toleranceG, fixedTargetG);
  if (missing.length === parts.length) return { kind: 'waiting', missing };
  if (missing.length > 0) return { kind: 'waiting', missing, ...meanwhile(missing, fixedTargetG, rest) };
  const items = parts.map((weighed) => ({ id: weighed.part.id, weightG: massNowG(weighed) ?? Number.NaN, damaged: weighed.part.damaged }));
  return { kind: 'matched', set: matchToLightest(items, toleranceG, fixedTargetG) };
}
