import { cylinderOf, type PartFact, type PartKind } from '@tare/core';

/** Parts of a kind that change places in a ring: each goes where the next one was. Taking part of a ring would leave a gap. */
export interface ExchangeRing {
  readonly kind: PartKind;
  readonly moves: readonly { readonly part: PartFact; readonly from: number; readonly to: number }[];
}

/** The rings in which parts leave the cylinders they are in now for those that `runsIn` says. */
export function exchangeRings(parts: readonly PartFact[], runsIn: Readonly<Record<string, number>>): ExchangeRing[] {
  const moving = parts.filter((part) => runsIn[part.id] !== undefined && runsIn[part.id] !== cylinderOf(part));
  const rings: ExchangeRing[] = [];
  const seen = new Set<string>();
  for (const first of moving) {
    const moves: { part: PartFact; from: number; to: number }[] = [];
    for (let part: PartFact | undefined = first; part && !seen.has(part.id);) {
      seen.add(part.id);
      const to: number = runsIn[part.id]!;
      moves.push({ part, from: cylinderOf(part), to });
      part = moving.find((other) => other.kind === first.kind && cylinderOf(other) === to);
    }
    if (moves.length > 0) rings.push({ kind: first.kind, moves });
  }
  return rings;
}

/** Where everything runs once these rings have been taken, with what ran elsewhere before; parts in their own place are left out. */
export function takeRings(parts: readonly PartFact[], rings: readonly ExchangeRing[]): Record<string, number> {
  const moved = new Map(rings.flatMap(({ moves }) => moves.map(({ part, to }) => [part.id, to] as const)));
  return Object.fromEntries(
    parts.flatMap((part) => {
      const cylinder = moved.get(part.id) ?? cylinderOf(part);
      return cylinder === part.cylinder ? [] : [[part.id, cylinder] as const];
    }),
  );
}

/** The same parts after one exchange by hand: what was in its new place takes the place it leaves. */
export function exchangeByHand(parts: readonly PartFact[], partId: string, to: number): readonly PartFact[] {
  const part = parts.find((one) => one.id === partId);
  if (!part) return parts;
  const from = cylinderOf(part);
  const other = parts.find((one) => one.kind === part.kind && cylinderOf(one) === to);
  if (!other || other.id === part.id) return parts;
  return parts.map((one) => (one.id === part.id ? { ...one, runsIn: to } : one.id === other.id ? { ...one, runsIn: from } : one));
}
