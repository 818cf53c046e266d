import { accept, type Acceptance } from '../acceptance.js';
import type { MadeReady } from '../inspectFacts.js';
import type { PlaceRead } from '../placesRead.js';
import type { RingLimits } from './boreFacts.js';

/** What the ends of a ring leave between them. */
export interface RingGap {
  readonly cylinder: number;
  /** From the top, counted from 1. */
  readonly ring: number;
  readonly name: string;
  readonly mm: number;
  /** Once its bore is honed to the end. */
  readonly honedMm: number;
  readonly verdict: Acceptance;
  /** What its ends are filed by in all so that it comes to what is wanted; null where nothing is to be filed. */
  readonly toFileMm: number | null;
}

/** A gap comes to the middle of its limits, or to the low one where that is all there is. */
const aimMm = ({ lowMm, highMm }: RingLimits): number | null => (lowMm === null ? null : highMm === null ? lowMm : (lowMm + highMm) / 2);

/**
 * Every ring gap that was read, judged as it will be once its bore is honed: a ring lies along the bore's wall, so that its gap opens by π times
 * what the bore grows. Filing opens a gap and never closes it: one over its limits takes another ring.
 *
 * @param places what was read of the engine as it is now
 * @param toHoneMm what is still to be taken of each bore's diameter, by cylinder
 */
export function ringGaps(made: Pick<MadeReady, 'bores'>, places: readonly PlaceRead[], toHoneMm: ReadonlyMap<number, number>): RingGap[] {
  const { rings = [], rule = 'twoSided95' } = made.bores.limits ?? {};
  return places
    .filter(({ quantity }) => quantity === 'ringGap')
    .flatMap((place): RingGap[] => {
      const [cylinder, ring] = [Number(place.feature.replace('bore.', '')), place.depth ?? 1];
      const limits = rings[ring - 1];
      if (!limits) return [];
      const honedMm = place.mm + Math.PI * (toHoneMm.get(cylinder) ?? 0);
      const verdict = accept({ ...place, mm: honedMm }, limits, rule);
      const aim = aimMm(limits);
      const isTight = limits.lowMm !== null && verdict.kind !== 'inside' && aim !== null && honedMm < limits.lowMm;
      return [{ cylinder, ring, name: limits.name, mm: place.mm, honedMm, verdict, toFileMm: isTight ? aim - honedMm : null }];
    })
    .sort((a, b) => a.cylinder - b.cylinder || a.ring - b.ring);
}
