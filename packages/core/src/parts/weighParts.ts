import { group } from 'd3-array';
import { pooledDeviation } from '../weigh/pooledDeviation.js';
import { rodEnds, type RodEnds, type RodWeighing } from '../weigh/rodClosure.js';
import { summariseReadings, type ReadingSummary } from '../weigh/summariseReadings.js';
import { ownError, type PooledScatter, type WeighingError } from './weighingError.js';
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
  /** Where in the ledger of cuts another came in its place, the last time; null where none did. */
  readonly renewedAt: number | null;
  /** How far each mean of `now` may be off. */
  readonly errors: Partial<Readonly<Record<Measure, WeighingError>>>;
  /** Of a rod or a pressed assembly: its ends made to add up; null for every other kind. */
  readonly rod: RodEnds | null;
}

export interface WeighedJob {
  readonly parts: readonly WeighedPart[];
  /** Pooled scatter per kind and measure, null while no part has two placements. */
  readonly deviationG: Readonly<Record<string, number | null>>;
}

const deviationKey = (kind: PartKind, measure: Measure): string => `${kind}.${measure}`;

/**
 * Summarises every part of a job from its ledger of readings: voided ones left out, readings before a cut kept
 * apart from those after it, rods' ends closed with the scatter pooled over all rods.
 *
 * A cut changes every weight of the part, so after one only readings that follow the latest weighed cut count as
 * `now`; `asReceived` is what was read before any cut. A part that was replaced is as received from then on.
 */
export function weighParts({ parts, readings, partCuts, scales = {} }: WeighFacts): WeighedJob {
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
    const nowReadings = (measure: Measure): ReadingFact[] => own.filter((r) => r.cutId === latest && r.measure === measure);
    return {
      part,
      lastCutId,
      now,
      nowReadings,
      asReceived,
      lastPass: lastPassOf(generations, weighed, summarise),
      needsReweighing: unweighed,
      renewedAt: renewed < 0 ? null : partCuts.indexOf(cuts[renewed]!),
    };
  });

  const deviationG: Record<string, number | null> = {};
  const pooled: Record<string, PooledScatter | null> = {};
  for (const kind of PART_KINDS) {
    for (const measure of allMeasuresOf(kind)) {
      const summaries = bare
        .filter(({ part }) => part.kind === kind)
        .flatMap(({ now, asReceived }) => (now === asReceived ? [now[measure]] : [now[measure], asReceived[measure]]))
        .filter((summary) => summary !== undefined);
      const key = deviationKey(kind, measure);
      pooled[key] = pooledDeviation(summaries);
      deviationG[key] = pooled[key]?.deviationG ?? null;
    }
  }

  return {
    deviationG,
    parts: bare.map(({ nowReadings, ...weighed }) => {
      const errors = errorsOf(weighed.part, weighed.now, nowReadings);
      return { ...weighed, errors, rod: hasEnds(weighed.part.kind) ? closeRod(weighed.now, errors) : null };
    }),
  };

  /** A part that others are read against has its error in common with them; a difference has the other's besides its own. */
  function errorsOf({ kind, id }: PartFact, now: WeighedPart['now'], nowReadings: (measure: Measure) => ReadingFact[]): WeighedPart['errors'] {
    const entries = allMeasuresOf(kind).flatMap((measure): [Measure, WeighingError][] => {
      const own = nowReadings(measure);
      if (!now[measure] || own.length === 0) return [];
      const error = ownError(own, pooled[deviationKey(kind, measure)] ?? null, scales);
      const referenceId = own.find((r) => r.referencePartId !== null)?.referencePartId ?? null;
      if (referenceId !== null) {
        const absolute = (readingsOf.get(referenceId) ?? []).filter((r) => r.measure === measure && r.referencePartId === null);
        const g = absolute.length === 0 ? 0 : ownError(absolute, pooled[deviationKey(kind, measure)] ?? null, scales).ownG;
        return [[measure, { ...error, shared: { referenceId, g } }]];
      }
      const isReference = unvoided.some((r) => r.referencePartId === id && r.measure === measure);
      return [[measure, isReference ? { ...error, ownG: 0, shared: { referenceId: id, g: error.ownG } } : { ...error, shared: null }]];
    });
    return Object.fromEntries(entries);
  }
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

/** All of a mean's own and shared error together, g. */
export const standardErrorG = ({ ownG, shared }: WeighingError): number => Math.hypot(ownG, shared?.g ?? 0);

function closeRod(now: WeighedPart['now'], errors: WeighedPart['errors']): RodEnds {
  const weighing = (measure: Measure): RodWeighing | null => {
    const [summary, error] = [now[measure], errors[measure]];
    return summary && error ? { meanG: summary.meanG, varianceG2: standardErrorG(error) ** 2 } : null;
  };
  return rodEnds({ total: weighing('total'), bigEnd: weighing('bigEnd'), smallEnd: weighing('smallEnd') });
}
