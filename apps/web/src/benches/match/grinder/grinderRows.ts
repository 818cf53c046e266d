import { massNowG, matchedNow, type JobFigures, type MatchedItem, type Measure, type WeighedPart } from '@tare/core';
import { matchedGroups } from '../trim/matchedGroups.js';

/** One part, or one end of a rod, as somebody at the wheel needs it. */
export interface GrinderRow {
  readonly weighed: WeighedPart;
  readonly measure: Measure;
  /** As it came in, g; null where nobody weighed it then. */
  readonly startG: number | null;
  /** What it alone reads when it is right, g. */
  readonly targetG: number;
  /** Null between a cut and its weighing. */
  readonly nowG: number | null;
  /** Still to come off, g; 0 where it stays. */
  readonly offG: number;
  readonly isInside: boolean;
}

/** Start, target and now of everything that is brought to a target: bare parts of sets, parts of kinds, whole rods, or both ends of rods. */
export function grinderRows(figures: JobFigures): GrinderRow[] {
  const { weighed, rods } = figures;
  const sets = matchedNow(figures.sets);
  const partOf = (partId: string): WeighedPart | undefined => weighed.parts.find(({ part }) => part.id === partId);
  const row = (one: WeighedPart | undefined, measure: Measure, nowG: number | null, item: MatchedItem, bareNowG: number): GrinderRow[] =>
    one
      ? [
          {
            weighed: one,
            measure,
            startG: one.asReceived[measure]?.meanG ?? null,
            targetG: bareNowG - item.removalG,
            nowG,
            offG: item.inTolerance ? 0 : item.removalG,
            isInside: item.inTolerance,
          },
        ]
      : [];
  const groups = matchedGroups(figures).flatMap(({ group, items, partIdOf }) =>
    items.flatMap((item) => {
      const one = partOf(partIdOf(item));
      const measure =
        group === 'rod' ? 'total' : group === 'set' && sets.kind === 'matched' && sets.school === 'pressedAssemblies' ? 'smallEnd' : 'mass';
      const nowG = one ? (measure === 'mass' ? massNowG(one) : (one.now[measure]?.meanG ?? null)) : null;
      return row(one, measure, nowG, item, nowG ?? item.weightG);
    }),
  );
  const ends =
    rods.kind !== 'matched'
      ? []
      : (['bigEnd', 'smallEnd'] as const).flatMap((end) =>
          rods[end].items.flatMap((item) => {
            const one = partOf(item.id);
            const g = one?.rod && one.rod.kind !== 'unknown' ? one.rod[`${end}G`] : null;
            return row(one, end, one?.needsReweighing ? null : g, item, g ?? item.weightG);
          }),
        );
  return [...groups, ...ends].sort(
    (a, b) =>
      a.weighed.part.kind.localeCompare(b.weighed.part.kind) ||
      a.measure.localeCompare(b.measure) ||
      a.weighed.part.cylinder - b.weighed.part.cylinder,
  );
}
