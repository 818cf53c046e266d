import type { Measure, WeighedPart } from '@tare/core';

/** What a part weighs in each measure as it is now, g; null where it was not weighed so. */
export function readOf(parts: readonly WeighedPart[], partId: string): (measure: Measure) => number | null {
  const found = parts.find(({ part }) => part.id === partId);
  return (measure) => found?.now[measure]?.meanG ?? null;
}
