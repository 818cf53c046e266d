import { group } from 'd3-array';
import { pooledDeviation } from '../weigh/pooledDeviation.js';
import { rodEnds, type RodEnds, type RodWeighing } from '../weigh/rodClosure.js';
import { summariseReadings, type ReadingSummary } from '../weigh/summariseReadings.js';
import { allMeasuresOf, hasEnds, PART_KINDS, type Measure, type PartFact, type PartKind, type ReadingFact, type WeighFacts } from './facts.js';

/** One part with everything its readings say, as it came in and as it is now. */
export interface WeighedPart {
  readonly part: PartFact;
  /** The part's latest cut, or null when it was never cut. */
  readonly lastCutId: string | null;
  /** Readings since the latest cut that has any; before the first cut, the readings as received. */
  readonly now: Partial<Readonly<Record<Measure, ReadingSummary>>>;
  readonly asReceived: Partial<Readonly<Record<Measure, ReadingSummary>>>;
  /** What it weighed before its latest cuts, and those cuts: one unless it was cut again unweighed; null while it was never cut, or not weighed before. */
  readonly lastPass: { readonly before: WeighedPart['now']; readonly cutIds: readonly string[] } | null;
  /** Cut, and not weighed since: its present weight is not known. */
  readonly needsReweighing: boolean;
  /** Of a rod or a pressed assembly: its ends made to add up; null for every other kind. */
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
 * `now`; `asReceived` is what was read before any cut. A part that was replaced is as received from then on.
 */
export function weighParts({ parts, readings, partCuts }: WeighFacts): WeighedJob {
  const cutsOf = group(partCuts, (cut) => cut.partId);
  const unvoided = readings.filter((reading) => !reading.voided);
  const readingsOf = group(unvoided, (reading) => reading.partId);

  const bare = parts.map((part) => {
    const cuts = cutsOf.get(part.id) ?? [];
    const renewed = cuts.findLastIndex((cut) => cut.replaced);
    const receivedAfter = cuts[renewed]?.id ?? null;
    const generations: (string | null)[] = [receivedAfter, ...cuts.slice(renewed + 1).map((cut) => cut.id)];
    const own = readingsOf.get(part.id) ?? [];
    const summarise = (generation: string | null): Partial<Record<Measure, ReadingSummary>> => {
      const summary: Partial<Record<Measure, ReadingSummary>> = {};
      for (const measure of allMeasuresOf(part.kind)) {
        const values = own.filter((r) => r.cutId === generation && r.measure === measure).flatMap((r) => absoluteG(r, readingsOf));
        if (values.length > 0) summary[measure] = summariseReadings(values);
      }
      return summary;
    };
    const weighed = generations.filter((generation) => own.some((r) => r.cutId === generation));
    const latest = weighed.at(-1) ?? receivedAfter;
    const lastCutId = generations.at(-1) ?? null;
    const asReceived = summarise(receivedAfter);
    const now = latest === receivedAfter ? asReceived : summarise(latest);
    // A new part that nobody weighed has no weight, not its forerunner's.
    const unweighed = lastCutId !== null && !weighed.includes(lastCutId);
    return { part, lastCutId, now, asReceived, lastPass: lastPassOf(generations, weighed, summarise), needsReweighing: unweighed };
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
    parts: bare.map((weighed) => ({ ...weighed, rod: hasEnds(weighed.part.kind) ? closeRod(weighed.part.kind, weighed.now, deviationG) : null })),
  };
}

/** @param generations what the part was, as it came and after each cut; @param weighed those that have readings */
function lastPassOf(
  generations: readonly (string | null)[],
  weighed: readonly (string | null)[],
  summarise: (generation: string | null) => WeighedPart['now'],
): WeighedPart['lastPass'] {
  if (generations.length < 2) return null;
  const last = generations.at(-1)!;
  const before = weighed.findLast((generation) => generation !== last);
  if (before === undefined) return null;
  return { before: summarise(before), cutIds: generations.slice(generations.indexOf(before) + 1).filter((id) => id !== null) };
}

/**
 * A reading as a weight of its own: a difference adds to its reference's mean, taken from that part's own absolute
 * readings; empty while the reference was not weighed, since a difference alone is no weight. Of a reference that was
 * cut, the readings since its latest weighed cut count: it is compared with as it is now.
 */
function absoluteG(reading: ReadingFact, readingsOf: ReadonlyMap<string, readonly ReadingFact[]>): number[] {
  const { referencePartId, valueG, measure } = reading;
  if (referencePartId === null) return [valueG];
  const absolute = (readingsOf.get(referencePartId) ?? []).filter((r) => r.measure === measure && r.referencePartId === null);
  const reference = absolute.filter((r) => r.cutId === absolute.at(-1)!.cutId);
  return reference.length === 0 ? [] : [summariseReadings(reference.map((r) => r.valueG)).meanG + valueG];
}

/** Present weight of a part that has a single one, in g; null while unknown. */
export function massNowG(weighed: WeighedPart): number | null {
  if (weighed.needsReweighing) return null;
  return weighed.now.mass?.meanG ?? null;
}

/** A part's mean in one measure with the variance of that mean, s²/n, s the scatter pooled over the kind; null where it was not weighed. */
export function weighingOf(kind: PartKind, now: WeighedPart['now'], measure: Measure, deviationG: WeighedJob['deviationG']): RodWeighing | null {
  const summary = now[measure];
  if (!summary) return null;
  const s = Math.max(deviationG[deviationKey(kind, measure)] ?? ASSUMED_DEVIATION_G, ROUNDING_DEVIATION_G);
  return { meanG: summary.meanG, varianceG2: s ** 2 / summary.n };
}

function closeRod(kind: PartKind, now: WeighedPart['now'], deviationG: WeighedJob['deviationG']): RodEnds {
  const weighing = (measure: Measure): RodWeighing | null => weighingOf(kind, now, measure, deviationG);
  return rodEnds({ total: weighing('total'), bigEnd: weighing('bigEnd'), smallEnd: weighing('smallEnd') });
}
