import { cylinderOf, type PartKind, type PartSchool } from '../parts/facts.js';
import { massNowG, type WeighedJob, type WeighedPart } from '../parts/weighParts.js';
import { matchToLightest, type MatchedItem, type MatchedSet } from './matchToLightest.js';
import { meanwhile } from './meanwhile.js';
import { hasAnotherPiston, setAndBareG } from '../parts/setAndBare.js';
import { missingWeight, type MissingWeight } from '../parts/missingWeight.js';

/** The kinds that make up what goes up and down with a piston. */
export const SET_KINDS = ['piston', 'pin', 'lockPair', 'ringSet'] as const satisfies readonly PartKind[];

/** What is weighed of each cylinder for its set, by school; of a pressed assembly the small end counts. */
const WEIGHED_FOR_SET: Readonly<Record<PartSchool, readonly PartKind[]>> = {
  eachPart: SET_KINDS,
  cylinderSets: ['cylinderSet'],
  setAndBare: ['cylinderSet', 'piston'],
  pressedAssemblies: ['pressedAssembly', 'ringSet'],
};

/** The part that is cut to bring a set down, and weighed again. */
const CUT_KIND: Readonly<Record<PartSchool, PartKind>> = {
  eachPart: 'piston',
  cylinderSets: 'cylinderSet',
  setAndBare: 'piston',
  pressedAssemblies: 'pressedAssembly',
};

/** One cylinder's piston, pin, locks and rings, matched against the other cylinders. */
export interface CylinderSet extends MatchedItem {
  readonly cylinder: number;
  /** What is cut and weighed again: the piston, or what it is weighed with. */
  readonly cutPartId: string;
  /** What was weighed of the set, by kind; of a pressed assembly its small end. */
  readonly parts: Readonly<Partial<Record<PartKind, number>>>;
  /** The reading at which what is cut, alone on the scale, makes its set right; of an assembly, at its small end. */
  readonly bareTargetG: number;
}

export interface MatchedCylinders {
  readonly kind: 'matched';
  readonly school: PartSchool;
  readonly set: Omit<MatchedSet, 'items'>;
  readonly cylinders: readonly CylinderSet[];
}

export type SetMatch =
  | MatchedCylinders
  /** Something has not been weighed yet; `missing` says what, by kind and cylinder. */
  | { readonly kind: 'waiting'; readonly missing: readonly MissingWeight[]; readonly meanwhile?: MatchedCylinders }
  /** Nothing that could be cut to match its set is weighed here. */
  | { readonly kind: 'none' };

/**
 * Matches the cylinders' sets: lightest undamaged set is the target, all metal comes off the piston.
 *
 * bare target = bare piston now − (set − set target), so pins, locks and rings stay in their bags
 * (handbook section 3). A set counts as damaged when any of its parts is. Weighed together, a set tells its own weight
 * and no part's; of a piston pressed on its rod the small end and the rings make the set.
 *
 * @throws CoreError from matchToLightest when every set is damaged or the tolerance makes no sense
 */
export function matchCylinderSets(
  job: WeighedJob,
  toleranceG: number,
  school: PartSchool = 'eachPart',
  fixedTargetG: number | null = null,
): SetMatch {
  const kinds = WEIGHED_FOR_SET[school];
  const relevant = job.parts.filter(({ part }) => kinds.includes(part.kind));
  if (!relevant.some(({ part }) => part.kind === CUT_KIND[school])) return { kind: 'none' };
  const missing = [
    ...relevant.flatMap(missingWeight),
    ...relevant.flatMap((weighed) =>
      school === 'setAndBare' && weighed.part.kind === 'cylinderSet' && missingWeight(weighed).length === 0 && hasAnotherPiston(job, weighed)
        ? [{ kind: weighed.part.kind, cylinder: weighed.part.cylinder, why: 'cutSince' as const }]
        : [],
    ),
  ];
  if (missing.length > 0) {
    const waiting = new Set(relevant.filter((weighed) => missingWeight(weighed).length > 0).map(({ part }) => cylinderOf(part)));
    const rest = { ...job, parts: job.parts.filter(({ part }) => !waiting.has(cylinderOf(part))) };
    return { kind: 'waiting', missing, ...meanwhile(missing, fixedTargetG, () => matchCylinderSets(rest, toleranceG, school, fixedTargetG)) };
  }

  const cylinders = [...new Set(relevant.map(({ part }) => cylinderOf(part)))].sort((a, b) => a - b);
  // A set that was weighed whole once loses what its piston has lost since.
  const setOf = (own: readonly WeighedPart[], parts: CylinderSet['parts']): number => {
    if (school !== 'setAndBare') return Object.values(parts).reduce((sum, g) => sum + g, 0);
    const set = own.find(({ part }) => part.kind === 'cylinderSet');
    return (set && setAndBareG(job, set)) ?? Number.NaN;
  };
  const sets = cylinders.map((cylinder) => {
    const own = relevant.filter(({ part }) => cylinderOf(part) === cylinder);
    const parts: Partial<Record<PartKind, number>> = {};
    for (const weighed of own) parts[weighed.part.kind] = setWeightG(weighed);
    return {
      id: `set-${cylinder}`,
      cylinder,
      cutPartId: own.find(({ part }) => part.kind === CUT_KIND[school])?.part.id ?? '',
      parts,
      weightG: setOf(own, parts),
      damaged: own.some(({ part }) => part.damaged),
    };
  });
  const { items, ...set } = matchToLightest(sets, toleranceG, fixedTargetG);
  return {
    kind: 'matched',
    school,
    set,
    cylinders: items.map((item, i) => {
      const own = sets[i]!;
      return { ...own, ...item, bareTargetG: (own.parts[CUT_KIND[school]] ?? 0) - item.removalG };
    }),
  };
}

/** What a part adds to its set, in g; only called once nothing is missing. */
function setWeightG(weighed: WeighedPart): number {
  if (weighed.rod && weighed.rod.kind !== 'unknown') return weighed.rod.smallEndG;
  return massNowG(weighed) ?? Number.NaN;
}
