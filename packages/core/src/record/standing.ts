/**
 * Word that an entry is not to count: voided, or replaced by an amendment. It is an entry itself, and can be undone by a void
 * of its own. `entryId` names what it speaks of.
 */
export interface VoidFact {
  readonly id: string;
  readonly entryId: string;
  /** The entry that stands in its place; null for a plain void. */
  readonly replacedById: string | null;
}

/** Which entries of a record count, and what became of the others. */
export interface WhatStands {
  /** The void or amendment that holds against an entry; null for one that stands. */
  readonly against: (entryId: string) => VoidFact | null;
  /** The entry that stands where this one was: itself, or the last of its amendments; null where it was voided. */
  readonly inPlaceOf: (entryId: string) => string | null;
}

/**
 * What counts of a record, by its voids alone. A void takes an entry out as if it never had been made: the void of an amendment
 * therefore brings back what was amended, and the void of a void what was voided. Words come after what they speak of, so the
 * chains end.
 */
export function standingOf(voids: readonly VoidFact[]): WhatStands {
  const byEntry = new Map<string, VoidFact[]>();
  for (const word of voids) byEntry.set(word.entryId, [...(byEntry.get(word.entryId) ?? []), word]);
  const against = (entryId: string): VoidFact | null => (byEntry.get(entryId) ?? []).find(holds) ?? null;
  const holds = ({ id, replacedById }: VoidFact): boolean => against(id) === null && (replacedById === null || placeTaken(replacedById));
  // An amendment that was amended again is still what replaced the first.
  const placeTaken = (entryId: string): boolean => {
    const word = against(entryId);
    return word === null || word.replacedById !== null;
  };
  const inPlaceOf = (entryId: string): string | null => {
    const word = against(entryId);
    if (word === null) return entryId;
    return word.replacedById === null ? null : inPlaceOf(word.replacedById);
  };
  return { against, inPlaceOf };
}

/** The entries that stand, in the order they were made; an amendment at the place of what it replaced. */
export function standingEntries<T extends { readonly id: string }>(entries: readonly T[], { against, inPlaceOf }: WhatStands): T[] {
  const byId = new Map(entries.map((entry) => [entry.id, entry]));
  const placed = new Set<string>();
  return entries.flatMap((entry) => {
    const id = inPlaceOf(entry.id);
    const stands = id === null ? undefined : byId.get(id);
    if (!stands || placed.has(stands.id) || against(stands.id) !== null) return [];
    placed.add(stands.id);
    return [stands];
  });
}

/**
 * Follows a reference from one entry to another of a ledger: to what stands in its place, or, where that was voided, to the last
 * that stands before it among those that `alike` allows; null where none does.
 */
export function standingReference<T extends { readonly id: string }>(
  id: string | null,
  entries: readonly T[],
  { inPlaceOf }: WhatStands,
  alike: (entry: T) => boolean = () => true,
): string | null {
  if (id === null) return null;
  const direct = inPlaceOf(id);
  if (direct !== null) return direct;
  const before = entries.slice(
    0,
    entries.findIndex((entry) => entry.id === id),
  );
  for (const entry of before.filter(alike).reverse()) {
    const stands = inPlaceOf(entry.id);
    if (stands !== null) return stands;
  }
  return null;
}
