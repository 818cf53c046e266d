import { cylinderOf, type PartFact, type PartKind } from '../../parts/facts.js';
import { massNowG, type WeighedJob, type WeighedPart } from '../../parts/weighParts.js';
import { CoreError } from '../../units/check.js';
import { sumHalfWidth95G } from '../setUncertainty.js';
import { oppositeOrder, type Arrangement, type SwapProblem } from './arrangement.js';

/** What may change places, and what may not. */
export interface SwapWishes {
  /** Pins, locks and rings always may; rods too where caps and bearings do not tie them down yet. */
  readonly rodsToo: boolean;
  readonly lockedCylinders: readonly number[];
  /** Parts that stay together, by their ids. */
  readonly kept: readonly (readonly [string, string])[];
  readonly toleranceG: number;
}

/** A problem, with the parts that its places and lists stand for. */
export interface JobSwap {
  readonly problem: SwapProblem;
  readonly cylinders: readonly number[];
  /** Part ids, by list and place. */
  readonly partIds: readonly (readonly string[])[];
  /** Cylinders left out, since a part of theirs is damaged or to be replaced. */
  readonly leftOut: readonly number[];
}

/** What makes up a set, the first of them that was weighed staying in its bore. */
const SET_ORDER = ['piston', 'pin', 'lockPair', 'ringSet'] as const;

/**
 * The swap problem of a job whose parts were weighed one by one, of whatever kinds there are: two are enough. Pistons stay in their
 * bores, or what there is of a set in their place. A cylinder with a damaged part is left out: its set is no reference, and changes
 * when the part does. With `rodsToo` the small ends count in the sets, or whole rods where they were weighed by their totals: the
 * heaviest rod to the lightest piston (handbook section 3, rod with piston).
 *
 * @throws CoreError when something is not weighed, nothing can be exchanged, or fewer than two cylinders are left
 */
export function swapProblemOf(job: WeighedJob, { rodsToo, lockedCylinders, kept, toleranceG }: SwapWishes): JobSwap {
  const isHere = (kind: PartKind): boolean => job.parts.some(({ part }) => part.kind === kind);
  const [stays, ...kinds] = ([...SET_ORDER, ...(rodsToo ? (['rod'] as const) : [])] as PartKind[]).filter(isHere);
  if (stays === undefined || kinds.length === 0) throw new CoreError('Only one kind of part is weighed here: there is nothing to exchange.', 'parts');
  const own = job.parts.filter(({ part }) => part.kind === stays || kinds.includes(part.kind));
  const at = (cylinder: number, kind: PartKind): WeighedPart | undefined =>
    own.find(({ part }) => part.kind === kind && cylinderOf(part) === cylinder);
  const all = [...new Set(own.map(({ part }) => cylinderOf(part)))].sort((a, b) => a - b);
  const isDamaged = (cylinder: number): boolean => own.some(({ part }) => cylinderOf(part) === cylinder && part.damaged);
  const leftOut = all.filter(isDamaged);
  const cylinders = all.filter((c) => !leftOut.includes(c) && !lockedCylinders.includes(c));
  const locked = all.filter((c) => !leftOut.includes(c) && lockedCylinders.includes(c));
  if (cylinders.length < 2) throw new CoreError('Fewer than two cylinders are free to change anything.', 'lockedCylinders');
  const setG = (cylinder: number): number => [stays, ...kinds].reduce((sum, kind) => sum + weightG(at(cylinder, kind)), 0);
  return {
    cylinders,
    leftOut,
    partIds: kinds.map((kind) => cylinders.map((cylinder) => at(cylinder, kind)?.part.id ?? '')),
    problem: {
      fixedG: cylinders.map((cylinder) => weightG(at(cylinder, stays))),
      lists: kinds.map((kind) => ({ kind, weightsG: cylinders.map((cylinder) => weightG(at(cylinder, kind))) })),
      kept: cylinders.flatMap((cylinder, place) =>
        keptIn(
          own.filter(({ part }) => cylinderOf(part) === cylinder).map((w) => w.part),
          kinds,
          stays,
          kept,
          place,
        ),
      ),
      lockedG: locked.map(setG),
      toleranceG,
      // The sets of a job are weighed alike: two of them differ by √2 of one's own uncertainty.
      noiseG: Math.SQRT2 * sumHalfWidth95G(own.filter(({ part }) => cylinderOf(part) === cylinders[0])),
    },
  };
}

function weightG(weighed: WeighedPart | undefined): number {
  const g = weighed === undefined ? null : weighed.part.kind === 'rod' ? rodShareG(weighed) : massNowG(weighed);
  if (g === null) throw new CoreError('Every part has to be weighed before anything is swapped.', 'parts');
  return g;
}

/** What a rod adds to a set: its small end, or all of it where only that was weighed. */
const rodShareG = ({ rod, needsReweighing }: WeighedPart): number | null =>
  !rod || needsReweighing ? null : rod.kind === 'unknown' ? rod.totalG : rod.smallEndG;

/** The groups of a cylinder's parts that stay together. */
function keptIn(
  parts: readonly PartFact[],
  kinds: readonly PartKind[],
  stays: PartKind,
  kept: SwapWishes['kept'],
  place: number,
): SwapProblem['kept'] {
  const groups: Set<PartFact>[] = [];
  for (const [a, b] of kept) {
    const pair = parts.filter((part) => part.id === a || part.id === b);
    if (pair.length < 2) continue;
    const touching = groups.filter((group) => pair.some((part) => group.has(part)));
    for (const group of touching) groups.splice(groups.indexOf(group), 1);
    groups.push(new Set([...pair, ...touching.flatMap((group) => [...group])]));
  }
  return groups.map((group) => ({
    place,
    lists: [...group].map((part) => kinds.indexOf(part.kind)).filter((k) => k >= 0),
    stay: [...group].some((part) => part.kind === stays),
  }));
}

/** Where every part runs after an arrangement, by id: those that leave their own cylinder, those before it kept. */
export function runsInOf({ cylinders, partIds }: Pick<JobSwap, 'cylinders' | 'partIds'>, arrangement: Arrangement): Record<string, number> {
  return Object.fromEntries(arrangement.flatMap((order, k) => order.map((from, place) => [partIds[k]![from]!, cylinders[place]!] as const)));
}

/**
 * Bearing pairs to rods, heaviest to lightest big end, so that what turns is alike: the closed form of two lists. By id the
 * cylinder each pair runs in.
 */
export function bearingsToRods(job: WeighedJob, rodRunsIn: Readonly<Record<string, number>>): Record<string, number> {
  const rods = job.parts.filter(({ part }) => part.kind === 'rod');
  const pairs = job.parts.filter(({ part }) => part.kind === 'bearingPair');
  const bigEndsG = rods.map(({ rod }) => (rod && rod.kind !== 'unknown' ? rod.bigEndG : Number.NaN));
  const pairsG = pairs.map((pair) => massNowG(pair) ?? Number.NaN);
  if (rods.length !== pairs.length || [...bigEndsG, ...pairsG].some(Number.isNaN)) return {};
  const order = oppositeOrder(bigEndsG, pairsG);
  return Object.fromEntries(rods.map(({ part }, i) => [pairs[order[i]!]!.part.id, rodRunsIn[part.id] ?? cylinderOf(part)]));
}
