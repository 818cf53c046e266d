import { cylinderOf, type PartSchool, type RodSchool } from '../parts/facts.js';
import { massNowG, type WeighedJob, type WeighedPart } from '../parts/weighParts.js';
import { CoreError } from '../units/check.js';
import { isDoubtful } from '../weigh/rodClosure.js';
import { meanwhile } from './meanwhile.js';
import { matchToLightest, type MatchedSet } from './matchToLightest.js';
import { missingWeight, type MissingWeight } from '../parts/missingWeight.js';

interface MatchedTotals {
  readonly kind: 'totals';
  readonly total: MatchedSet;
  readonly inTolerance: boolean;
}

export type RodMatch =
  | { readonly kind: 'matched'; readonly bigEnd: MatchedSet; readonly smallEnd: MatchedSet; readonly inTolerance: boolean }
  /** Weighed by their totals alone: those are matched, and the ends are not known. */
  | MatchedTotals
  | { readonly kind: 'waiting'; readonly missing: readonly MissingWeight[]; readonly meanwhile?: MatchedTotals }
  /** No rods are weighed here. */
  | { readonly kind: 'none' };

/**
 * Matches rods end by end: the lightest big end and the lightest small end of undamaged rods are the targets.
 *
 * The targets are scale readings, so they hold wherever on the rod the metal comes off; but a cut beyond a bore
 * centre moves the other end's reading too, so both ends are weighed again after every cut (handbook section 3,
 * "ends in turn"). Of pistons pressed on their rods the small end counts with its rings, as in the cylinders' sets.
 *
 * @throws CoreError from matchToLightest
 */
export function matchRods(
  job: WeighedJob,
  toleranceG: number,
  school: PartSchool = 'eachPart',
  { rodSchool, fixedTotalG }: { readonly rodSchool: RodSchool; readonly fixedTotalG: number | null } = ENDS,
): RodMatch {
  const pressed = school === 'pressedAssemblies';
  const rods = job.parts.filter(({ part }) => part.kind === (pressed ? 'pressedAssembly' : 'rod'));
  if (rods.length === 0) return { kind: 'none' };
  if (rodSchool === 'totalOnly' && !pressed) return matchTotals(rods, toleranceG, fixedTotalG);
  const rings = pressed ? job.parts.filter(({ part }) => part.kind === 'ringSet') : [];
  const missing = [...rods, ...rings].flatMap(missingWeight);
  if (missing.length > 0) return { kind: 'waiting', missing };
  const ringG = (cylinder: number): number =>
    rings.reduce((sum, ring) => (cylinderOf(ring.part) === cylinder ? sum + (massNowG(ring) ?? 0) : sum), 0);
  if (rods.every(({ rod }) => isDoubtful(rod)))
    throw new CoreError('No rod adds up: the fixture moved, or the rods did not hang level. Weigh them again before anything is cut.', 'rods');
  const ends = (weightOf: (rod: WeighedPart) => number): MatchedSet =>
    matchToLightest(
      rods.map((rod) => ({ id: rod.part.id, weightG: weightOf(rod), damaged: rod.part.damaged, ...(isDoubtful(rod.rod) ? { doubtful: true } : {}) })),
      toleranceG,
    );
  const bigEnd = ends((rod) => endsOf(rod).bigEndG);
  const smallEnd = ends((rod) => endsOf(rod).smallEndG + ringG(cylinderOf(rod.part)));
  return { kind: 'matched', bigEnd, smallEnd, inTolerance: bigEnd.inTolerance && smallEnd.inTolerance };
}

const ENDS = { rodSchool: 'endsAndTotal', fixedTotalG: null } as const;

/** Totals among themselves: metal off anywhere counts gram for gram (handbook section 3, totals only). */
function matchTotals(rods: readonly WeighedPart[], toleranceG: number, fixedTotalG: number | null): Exclude<RodMatch, { kind: 'matched' | 'none' }> {
  const isMissing = (rod: WeighedPart): boolean => rod.needsReweighing || !rod.now.total;
  const missing = rods.flatMap((rod) =>
    isMissing(rod)
      ? [{ kind: rod.part.kind, cylinder: rod.part.cylinder, why: rod.needsReweighing ? ('cutSince' as const) : ('notWeighed' as const) }]
      : [],
  );
  const weighed = rods.filter((rod) => !isMissing(rod));
  if (weighed.length === 0) return { kind: 'waiting', missing };
  if (missing.length > 0)
    return { kind: 'waiting', missing, ...meanwhile(missing, fixedTotalG, () => matchTotals(weighed, toleranceG, fixedTotalG)) };
  const items = rods.map(({ part, now }) => ({ id: part.id, weightG: now.total!.meanG, damaged: part.damaged }));
  const total = matchToLightest(items, toleranceG, fixedTotalG);
  return { kind: 'totals', total, inTolerance: total.inTolerance };
}

/** Both ends in g; only called once missingWeight found nothing missing. */
function endsOf({ rod }: WeighedPart): { readonly bigEndG: number; readonly smallEndG: number } {
  return rod && rod.kind !== 'unknown' ? rod : { bigEndG: Number.NaN, smallEndG: Number.NaN };
}
