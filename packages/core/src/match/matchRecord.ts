import { hasEnds, type Measure, type PartFact, type PartKind } from '../parts/facts.js';
import type { WeighedJob, WeighedPart } from '../parts/weighParts.js';

/** A part through the matching: as it came in, as its last cut was meant to leave it, as it is. */
export interface MatchRecord {
  readonly part: PartFact;
  readonly measure: Measure;
  readonly beforeG: number;
  /** Null while it was never cut. */
  readonly predictedG: number | null;
  /** Null between a cut and its weighing. */
  readonly afterG: number | null;
  readonly cuts: number;
}

/** What a cut was meant to take off, by what is weighed. */
export interface MeantCut {
  readonly partId: string;
  readonly removal: Readonly<Partial<Record<Measure, number>>> | null;
}

/**
 * Before, predicted and after of every part and end of these kinds that was weighed. Predicted is the weight as received less
 * everything that cuts were meant to take.
 */
export function matchRecords({ parts }: WeighedJob, kinds: readonly PartKind[], cuts: readonly MeantCut[]): MatchRecord[] {
  return parts
    .filter(({ part }) => kinds.includes(part.kind))
    .flatMap((weighed) =>
      measuresShown(weighed.part.kind).flatMap((measure) =>
        recordOf(
          weighed,
          measure,
          cuts.filter((cut) => cut.partId === weighed.part.id),
        ),
      ),
    );
}

/** What is told of a kind: both ends where it has any. */
export const measuresShown = (kind: PartKind): readonly Measure[] => (hasEnds(kind) ? ['bigEnd', 'smallEnd'] : ['mass']);

function recordOf(weighed: WeighedPart, measure: Measure, cuts: readonly MeantCut[]): MatchRecord[] {
  const before = weighed.asReceived[measure] ?? (cuts.length === 0 ? weighed.now[measure] : undefined);
  if (!before) return [];
  const meantG = cuts.reduce((sum, { removal }) => sum + (removal?.[measure] ?? 0), 0);
  return [
    {
      part: weighed.part,
      measure,
      beforeG: before.meanG,
      predictedG: cuts.length === 0 ? null : before.meanG - meantG,
      afterG: weighed.needsReweighing ? null : (weighed.now[measure]?.meanG ?? null),
      cuts: cuts.length,
    },
  ];
}
