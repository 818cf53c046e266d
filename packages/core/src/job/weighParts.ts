import { group } from 'd3-array';
import { pooledDeviation } from '../weigh/pooledDeviation.js';
import { rodEnds, type RodEnds, type RodWeighing } from '../weigh/rodClosure.js';
import { summariseReadings, type ReadingSummary } from '../weigh/summariseReadings.js';
import { allMeasuresOf, PART_KINDS, type Measure, type PartFact, type PartKind, type ReadingFact, type WeighFacts } from './facts.js';

/** One part with everything its readings say, as it came in and as it is now. */
export interface WeighedPart {
  readonly part: PartFact;
  /** The part's latest cut, or null when it was never cut. */
  readonly lastCutId: string | null;
  /** Readings since the latest cut that has any; before the first cut, the readings as received. */
  readonly now: Partial<Readonly<Record<Measure, ReadingSummary>>>;
  readonly asReceived: Partial<Readonly<Record<Measure, ReadingSummary>>>;
  /** Cut, and not weighed since: its present weight is not known. */
  readonly needsReweighing: boolean;
  /** For a rod: its ends made to add up; null for every other kind. */
  readonly rod: RodEnds | null;
}

export interface WeighedJob {
  readonly parts: readonly WeighedPart[];
  /** Pooled scatter per kind and measure, null while no part has two placements. */
  readonly deviationG: Readonly<Record<string, number | null>>;
}

/**
 * The scatter assumed where no part of a kind has been placed twice: 0.1 g, the last place of the usual
 * bench scale. Only the sharing of a rod's closure error depends on it, and there only its ratios.
 */
export const ASSUMED_DEVIATION_G = 0.1;

/**
 * Least scatter believed of placements: the rounding of a 0.1 g scale, division/√12 (rectangular distribution).
 * Three equal readings do not make a perfect scale.
 */
const ROUNDING_DEVIATION_G = 0.1 / Math.sqrt(12);

const deviationKey = (kind: PartKind, measure: Measure): string => `${kind}.${measure}`;

/**
 * Summarises every part of a job from its ledger of readings: voided ones left out, readings before a cut kept
 * apart from those after it, rods' ends closed with the scatter pooled over all rods.
 *
 * A cut changes every weight of the part, so after one only readings that follow the latest weighed cut count as
 * `now`; `asReceived` is what was read before any cut.
 */
export function weighParts({ parts, readings, partCuts }: WeighFacts): WeighedJob {
  const cutsOf = group(partCuts, (cut) => cut.partId);
  const unvoided = readings.filter((reading) => !reading.voided);
  const readingsOf = group(unvoided, (reading) => reading.partId);

  const bare = parts.map((part) => {
    const generations: (string | null)[] = [null, ...(cutsOf.get(part.id) ?? []).map((cut) => cut.id)];
    const own = readingsOf.get(part.id) ?? [];
    const summarise = (generation: string | null): Partial<Record<Measure, ReadingSummary>> => {
      const summary: Partial<Record<Measure, ReadingSummary>> = {};
      for (const measure of allMeasuresOf(part.kind)) {
        const values = own.filter((r) => r.cutId === generation && r.measure === measure).flatMap((r) => absoluteG(r, unvoided));
        if (values.length > 0) summary[measure] = summariseReadings(values);
      }
      return summary;
    };
    const weighed = generations.filter((generation) => own.some((r) => r.cutId === generation));
    const latest = weighed.at(-1) ?? null;
    const lastCutId = generations.at(-1) ?? null;
    const asReceived = summarise(null);
    const now = latest === null ? asReceived : summarise(latest);
    return { part, lastCutId, now, asReceived, needsReweighing: lastCutId !== latest };
  });

  const deviationG: Record<string, number | null> = {};
  for (const kind of PART_KINDS) {
    for (const measure of allMeasuresOf(kind)) {
      const summaries = bare
        .filter(({ part }) => part.kind === kind)
        .flatMap(({ now, asReceived }) => (now === asReceived ? [now[measure]] : [now[measure], asReceived[measure]]))
        .filter((summary) => summary !== undefined);
      deviationG[deviationKey(kind, measure)] = pooledDeviation(summaries)?.deviationG ?? null;
    }
  }

  return {
    deviationG,
    parts: bare.map((weighed) => ({ ...weighed, rod: weighed.part.kind === 'rod' ? closeRod(weighed.now, deviationG) : null })),
  };
}

/**
 * A reading as a weight of its own: a difference adds to its reference's mean, taken from that part's own absolute
 * readings; empty while the reference was not weighed, since a difference alone is no weight.
 */
function absoluteG(reading: ReadingFact, unvoided: readonly ReadingFact[]): number[] {
  const { referencePartId, valueG, measure } = reading;
  if (referencePartId === null) return [valueG];
  const reference = unvoided.filter((r) => r.partId === referencePartId && r.measure === measure && r.referencePartId === null);
  return reference.length === 0 ? [] : [summariseReadings(reference.map((r) => r.valueG)).meanG + valueG];
}

/** Present weight of a part that has a single one, in g; null while unknown. */
export function massNowG(weighed: WeighedPart): number | null {
  if (weighed.needsReweighing) return null;
  return weighed.now.mass?.meanG ?? null;
}

function closeRod(now: WeighedPart['now'], deviationG: WeighedJob['deviationG']): RodEnds {
  const weighing = (measure: Measure): RodWeighing | null => {
    const summary = now[measure];
    if (!summary) return null;
    const s = Math.max(deviationG[deviationKey('rod', measure)] ?? ASSUMED_DEVIATION_G, ROUNDING_DEVIATION_G);
    return { meanG: summary.meanG, varianceG2: s ** 2 / summary.n };
  };
  return rodEnds({ total: weighing('total'), bigEnd: weighing('bigEnd'), smallEnd: weighing('smallEnd') });
}
