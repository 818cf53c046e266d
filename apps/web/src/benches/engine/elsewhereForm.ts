import { SINGLE_KINDS, typedQuantity, type Elsewhere, type ElsewhereWhy, type SingleKind } from '@tare/core';
import { text } from './metal/metalForm.js';

/** A kind of part that may not be weighed here, as it is typed; blank figures where nobody gave one. */
export interface TypedElsewhereKind {
  /** Blank where it is weighed here like any other. */
  readonly why: ElsewhereWhy | '';
  readonly by: string;
  readonly massG: string;
  readonly bigEndG: string;
  readonly smallEndG: string;
}
export type TypedElsewhere = Readonly<Record<SingleKind, TypedElsewhereKind>>;

const HERE: TypedElsewhereKind = { why: '', by: '', massG: '', bigEndG: '', smallEndG: '' };

const shown = (g: number | null): string => (g === null ? '' : text(g));

/** What is not weighed here as it stands in a form. */
export const typedElsewhere = (elsewhere: Elsewhere = {}): TypedElsewhere =>
  Object.fromEntries(
    SINGLE_KINDS.map((kind) => {
      const entry = elsewhere[kind];
      return [kind, entry ? { ...entry, massG: shown(entry.massG), bigEndG: shown(entry.bigEndG), smallEndG: shown(entry.smallEndG) } : HERE];
    }),
  ) as unknown as TypedElsewhere;

/** The same as it is kept; left out where everything is weighed here. Figures are checked by nobody yet. */
export function elsewhereOf(typed: TypedElsewhere): { readonly elsewhere?: Elsewhere } {
  const figure = (typedG: string): number | null => (typedG.trim() === '' ? null : typedQuantity(typedG, 'g'));
  const kinds = SINGLE_KINDS.flatMap((kind) => {
    const { why, by, massG, bigEndG, smallEndG } = typed[kind];
    if (why === '') return [];
    const none = { massG: null, bigEndG: null, smallEndG: null };
    const given = kind === 'rod' ? { ...none, bigEndG: figure(bigEndG), smallEndG: figure(smallEndG) } : { ...none, massG: figure(massG) };
    return [[kind, { why, by: by.trim(), ...(why === 'notInEngine' ? none : given) }] as const];
  });
  return kinds.length === 0 ? {} : { elsewhere: Object.fromEntries(kinds) };
}

/** Only these kinds are weighed here; what was said of the others stays. */
export const onlyHere = (typed: TypedElsewhere, here: readonly SingleKind[]): TypedElsewhere =>
  Object.fromEntries(
    SINGLE_KINDS.map((kind) => [
      kind,
      here.includes(kind) ? { ...typed[kind], why: '' } : { ...typed[kind], why: typed[kind].why === '' ? 'notWeighed' : typed[kind].why },
    ]),
  ) as unknown as TypedElsewhere;
