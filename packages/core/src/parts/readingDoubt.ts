import { againstKind, type KindDoubt } from './againstKind.js';
import { againstOwn } from './againstOwn.js';
import { endTurned } from './endTurned.js';
import type { Measure, PartKind } from './facts.js';

/** A reading and what it is held against; weights in g. */
interface ReadingBeside {
  readonly kind: PartKind;
  readonly measure: Measure;
  readonly valueG: number;
  /** The part's own other placements in that measure, of the same state. */
  readonly ownG: readonly number[];
  /** What the other parts of the kind weigh in that measure. */
  readonly othersG: readonly number[];
  /** What the same part weighs in another measure; null where it was not weighed so. */
  readonly readG: (measure: Measure) => number | null;
  /** Of the scale. */
  readonly divisionG: number;
  /** What it would be with two digits exchanged; left out where none were typed. */
  readonly exchangedG?: readonly number[];
}

/** Why a reading is asked about before it is kept: by its own other placements, by its kind, by the rod's other end; null where it fits. */
export const readingDoubt = ({ kind, measure, valueG, ownG, othersG, readG, divisionG, exchangedG = [] }: ReadingBeside): KindDoubt | null =>
  againstOwn(ownG, valueG, divisionG, exchangedG) ??
  againstKind(kind, measure, othersG, valueG, divisionG, exchangedG) ??
  endTurned(kind, measure, valueG, readG);
