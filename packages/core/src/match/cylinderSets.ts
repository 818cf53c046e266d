import type { PartKind } from '../job/facts.js';
import { massNowG, type WeighedJob, type WeighedPart } from '../job/weighParts.js';
import { matchToLightest, type MatchedItem, type MatchedSet } from './matchToLightest.js';

/** The kinds that make up what goes up and down with a piston. */
export const SET_KINDS = ['piston', 'pin', 'lockPair', 'ringSet'] as const satisfies readonly PartKind[];
export type SetKind = (typeof SET_KINDS)[number];

/** One cylinder's piston, pin, locks and rings, matched against the other cylinders. */
export interface CylinderSet extends MatchedItem {
  readonly cylinder: number;
  readonly pistonId: string;
  readonly parts: Readonly<Record<SetKind, number>>;
  /** The weight at which the bare piston, alone on the scale, makes its set right. */
  readonly barePistonTargetG: number;
}

export type SetMatch =
  | { readonly kind: 'matched'; readonly set: Omit<MatchedSet, 'items'>; readonly cylinders: readonly CylinderSet[] }
  /** Something has not been weighed yet; `missing` says what, by kind and cylinder. */
  | { readonly kind: 'waiting'; readonly missing: readonly MissingWeight[] };

export interface MissingWeight {
  readonly kind: PartKind;
  readonly cylinder: number;
  readonly why: 'notWeighed' | 'cutSince' | 'noEnds';
}

/**
 * Matches the cylinders' sets: lightest undamaged set is the target, all metal comes off the piston.
 *
 * bare target = bare piston now − (set − set target), so pins, locks and rings stay in their bags
 * (handbook section 3). A set counts as damaged when any of its parts is.
 *
 * @throws CoreError from matchToLightest when every set is damaged or the tolerance makes no sense
 */
export function matchCylinderSets(job: WeighedJob, toleranceG: number): SetMatch {
  const missing = job.parts.filter((weighed) => isSetKind(weighed.part.kind)).flatMap(missingMass);
  if (missing.length > 0) return { kind: 'waiting', missing };

  const cylinders = [...new Set(job.parts.map(({ part }) => part.cylinder))].sort((a, b) => a - b);
  const sets = cylinders.map((cylinder) => {
    const own = job.parts.filter(({ part }) => part.cylinder === cylinder && isSetKind(part.kind));
    const parts: Record<SetKind, number> = { piston: 0, pin: 0, lockPair: 0, ringSet: 0 };
    let pistonId = '';
    for (const weighed of own) {
      parts[weighed.part.kind as SetKind] += massNowG(weighed) ?? 0;
      if (weighed.part.kind === 'piston') pistonId = weighed.part.id;
    }
    return {
      id: `set-${cylinder}`,
      cylinder,
      pistonId,
      parts,
      weightG: parts.piston + parts.pin + parts.lockPair + parts.ringSet,
      damaged: own.some(({ part }) => part.damaged),
    };
  });
  const { items, ...set } = matchToLightest(sets, toleranceG);
  return {
    kind: 'matched',
    set,
    cylinders: items.map((item, i) => {
      const own = sets[i]!;
      return { ...own, ...item, barePistonTargetG: own.parts.piston - item.removalG };
    }),
  };
}

const isSetKind = (kind: PartKind): kind is SetKind => (SET_KINDS as readonly PartKind[]).includes(kind);

/** Why this part's single weight is not known now: empty when it is. */
export function missingMass(weighed: WeighedPart): MissingWeight[] {
  if (massNowG(weighed) !== null) return [];
  return [{ kind: weighed.part.kind, cylinder: weighed.part.cylinder, why: weighed.needsReweighing ? 'cutSince' : 'notWeighed' }];
}
