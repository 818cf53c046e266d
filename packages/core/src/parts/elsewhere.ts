import { kindsWeighed, type PartKind, type PartSchool, type SingleKind } from './facts.js';

/** Why a kind of part is not on this job's scale: this engine has none, nobody weighs it, or somebody else does. */
export const ELSEWHERE_WHYS = ['notInEngine', 'notWeighed', 'doneElsewhere'] as const;
export type ElsewhereWhy = (typeof ELSEWHERE_WHYS)[number];

/** A kind of part that is not weighed here, and what is known of it all the same. */
export interface ElsewhereKind {
  readonly why: ElsewhereWhy;
  /** By whom it is done; blank where nobody said. */
  readonly by: string;
  /** One figure that stands for every part of the kind, g; of a rod its two ends. Null where nobody gave one. */
  readonly massG: number | null;
  readonly bigEndG: number | null;
  readonly smallEndG: number | null;
}

/** Kinds of part that are not weighed here, by kind. */
export type Elsewhere = Readonly<Partial<Record<SingleKind, ElsewhereKind>>>;

const ofKind = (elsewhere: Elsewhere, kind: PartKind): ElsewhereKind | undefined => elsewhere[kind as SingleKind];

/** The kinds that go on this job's scale in a school: a kind that is not here holds nothing up. */
export const kindsHere = (school: PartSchool, elsewhere: Elsewhere = {}): readonly PartKind[] =>
  kindsWeighed(school).filter((kind) => !ofKind(elsewhere, kind));

/** The parts of a job without those that are not weighed here. */
export const partsHere = <P extends { readonly kind: PartKind }>(parts: readonly P[], elsewhere: Elsewhere = {}): P[] =>
  parts.filter(({ kind }) => !ofKind(elsewhere, kind));

/** What one part of a kind that is not weighed here weighs: nothing where the engine has none, null where nobody gave a figure, g. */
export function massElsewhereG(kind: PartKind, elsewhere: Elsewhere): number | null {
  const entry = ofKind(elsewhere, kind);
  return entry ? (entry.why === 'notInEngine' ? 0 : entry.massG) : null;
}

/** Both ends of a rod that is not weighed here, g; null where they were not given. */
export function endsElsewhereG(elsewhere: Elsewhere): { readonly bigEndG: number; readonly smallEndG: number } | null {
  const { bigEndG = null, smallEndG = null } = elsewhere.rod ?? {};
  return bigEndG === null || smallEndG === null ? null : { bigEndG, smallEndG };
}
