import { hasEnds, type Measure, type PartFact, type PartKind } from '../parts/facts.js';
import type { WeighedJob, WeighedPart } from '../parts/weighParts.js';

/** A part through the matching: as it came in, as its last pass was meant to leave it, as it is. */
export interface MatchRecord {
  readonly part: PartFact;
  readonly measure: Measure;
  readonly beforeG: number;
  /** Null while it was never cut, or where nobody said what was to come off. */
  readonly predictedG: number | null;
  /** Null between a cut and its weighing. */
  readonly afterG: number | null;
  readonly cuts: number;
}

/** What a cut was meant to take off, by what is weighed. */
export interface MeantCut {
  readonly id: string;
  readonly partId: string;
  readonly removal: Readonly<Partial<Record<Measure, number>>> | null;
}

/**
 * Before, predicted and after of every part and end of these kinds that was weighed. Predicted is what the part weighed before its
 * last pass less what that pass was meant to take: each ticket asks for the whole of what is still to come off, so that adding up the
 * tickets of several passes would count the same metal over again.
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

/** What may be told of a kind: both ends and the total where it has ends. */
const measuresShown = (kind: PartKind): readonly Measure[] => (hasEnds(kind) ? ['bigEnd', 'smallEnd', 'total'] : ['mass']);

/** What a part weighs in a measure by its readings; an end that was not weighed follows from the other and the total. */
function weightIn(now: WeighedPart['now'], measure: Measure): number | null {
  const own = now[measure]?.meanG;
  if (own !== undefined) return own;
  const other = measure === 'smallEnd' ? now.bigEnd : measure === 'bigEnd' ? now.smallEnd : undefined;
  return other && now.total ? now.total.meanG - other.meanG : null;
}

function recordOf(weighed: WeighedPart, measure: Measure, cuts: readonly MeantCut[]): MatchRecord[] {
  const beforeG = weightIn(weighed.asReceived, measure) ?? (cuts.length === 0 ? weightIn(weighed.now, measure) : null);
  if (beforeG === null) return [];
  return [
    {
      part: weighed.part,
      measure,
      beforeG,
      predictedG: predictedG(weighed, measure, cuts),
      afterG: weighed.needsReweighing ? null : weightIn(weighed.now, measure),
      cuts: cuts.length,
    },
  ];
}

function predictedG({ lastPass }: WeighedPart, measure: Measure, cuts: readonly MeantCut[]): number | null {
  const before = lastPass?.before[measure];
  const meantG = cuts.flatMap(({ id, removal }) => (lastPass?.cutIds.includes(id) && removal ? [removal[measure] ?? 0] : []));
  return before && meantG.length > 0 ? before.meanG - meantG.reduce((sum, g) => sum + g, 0) : null;
}
