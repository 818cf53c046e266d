import { group } from 'd3-array';
import { hasEnds, type Measure, type PartFact, type PartKind } from './facts.js';
import { standardErrorG, type WeighedJob, type WeighedPart } from './weighParts.js';
import type { WeighingError } from './weighingError.js';

/**
 * Which parts of a kind go on the scale: every one; one, which stands for all; or of rods every total, and the ends of the lightest and
 * the heaviest alone (handbook section 3, one of each).
 */
export const SAMPLES = ['every', 'one', 'twoRodEnds'] as const;
export type Sample = (typeof SAMPLES)[number];

const isEnd = (measure: Measure): boolean => measure === 'bigEnd' || measure === 'smallEnd';

/** Whether a weighing of a part is asked for; what was weighed beyond that counts all the same. */
export function isWanted(sample: Sample, { kind, id }: PartFact, measure: Measure, job: WeighedJob): boolean {
  if (sample === 'every') return true;
  const parts = job.parts.filter(({ part }) => part.kind === kind);
  if (sample === 'one') {
    const begun = parts.filter(({ now }) => Object.keys(now).length > 0);
    const first = parts.filter(({ part }) => !part.damaged).sort((a, b) => a.part.cylinder - b.part.cylinder)[0] ?? parts[0];
    return begun.length > 0 ? begun.some(({ part }) => part.id === id) : first?.part.id === id;
  }
  if (!hasEnds(kind) || !isEnd(measure)) return true;
  const ends = outermost(parts);
  return ends.length > 0 && (ends.some(({ part }) => part.id === id) || parts.some(({ part, now }) => part.id === id && now[measure]));
}

/** The lightest and the heaviest by their totals; empty while not every total is known. */
function outermost(parts: readonly WeighedPart[]): WeighedPart[] {
  if (parts.some(({ now, needsReweighing }) => needsReweighing || !now.total)) return [];
  const sorted = [...parts].sort((a, b) => a.now.total!.meanG - b.now.total!.meanG);
  return sorted.length < 2 ? sorted : [sorted[0]!, sorted.at(-1)!];
}

/**
 * A job in which what was weighed stands for what was not: with one of each, every part of a kind weighs what those on the scale weigh on
 * average; with the ends of two rods, a rod's small end lies between theirs as its total lies between their totals. What is taken over so
 * shares the error of where it came from. How far the others really differ, this cannot tell.
 */
export function withStandIns(job: WeighedJob, sample: Sample): WeighedJob {
  if (sample === 'every') return job;
  const byKind = group(job.parts, ({ part }) => part.kind);
  const parts = job.parts.map((weighed) => {
    const kin = byKind.get(weighed.part.kind)!;
    if (sample === 'one') return Object.keys(weighed.now).length > 0 || weighed.needsReweighing ? asTheOne(weighed, kin) : likeThose(weighed, kin);
    return hasEnds(weighed.part.kind) ? betweenThose(weighed, kin) : weighed;
  });
  return { ...job, parts };
}

/** The one that stands for all has its error in common with them. */
function asTheOne(weighed: WeighedPart, kin: readonly WeighedPart[]): WeighedPart {
  if (kin.filter(({ now }) => Object.keys(now).length > 0).length > 1 || kin.length === 1) return weighed;
  const measures = Object.keys(weighed.errors) as Measure[];
  return { ...weighed, errors: Object.fromEntries(measures.map((measure) => [measure, sharedWith([weighed], measure)])) };
}

/** With the mean of those that were weighed. */
function likeThose(weighed: WeighedPart, kin: readonly WeighedPart[]): WeighedPart {
  const own = kin.filter(({ now, needsReweighing }) => !needsReweighing && Object.keys(now).length > 0);
  if (own.length === 0) return weighed;
  const mean = (of: (one: WeighedPart) => number): number => own.reduce((sum, one) => sum + of(one), 0) / own.length;
  const measures = (Object.keys(own[0]!.now) as Measure[]).filter((measure) => own.every(({ now }) => now[measure]));
  const now = Object.fromEntries(measures.map((measure) => [measure, { ...own[0]!.now[measure]!, meanG: mean((one) => one.now[measure]!.meanG) }]));
  const errors = Object.fromEntries(measures.map((measure) => [measure, sharedWith(own, measure)]));
  const { rod } = own[0]!;
  const known = own.every((one) => one.rod !== null && one.rod.kind !== 'unknown');
  const end = (name: 'totalG' | 'bigEndG' | 'smallEndG'): number => mean(({ rod: ends }) => (ends && 'bigEndG' in ends ? ends[name] : Number.NaN));
  return {
    ...weighed,
    now,
    errors,
    rod:
      rod && known ? { kind: 'derived', totalG: end('totalG'), bigEndG: end('bigEndG'), smallEndG: end('smallEndG'), derived: 'total' } : weighed.rod,
  };
}

function sharedWith(own: readonly WeighedPart[], measure: Measure): WeighingError {
  const errors = own.map((one) => one.errors[measure]!);
  const g = Math.sqrt(errors.reduce((sum, error) => sum + standardErrorG(error) ** 2, 0)) / errors.length;
  return { ...errors[0]!, ownG: 0, shared: { referenceId: `one of ${own[0]!.part.kind}`, g } };
}

/** With its ends between those of the lightest and the heaviest rod. */
function betweenThose(weighed: WeighedPart, kin: readonly WeighedPart[]): WeighedPart {
  const [low, high] = outermost(kin);
  if (!low || !high || (weighed.rod && weighed.rod.kind !== 'unknown') || !weighed.now.total) return weighed;
  const [from, to] = [low.rod, high.rod];
  if (!from || !to || from.kind === 'unknown' || to.kind === 'unknown') return weighed;
  const apart = to.totalG - from.totalG;
  const share = apart > 0 ? (weighed.now.total.meanG - from.totalG) / apart : 0.5;
  const smallEndG = from.smallEndG + share * (to.smallEndG - from.smallEndG);
  const totalG = weighed.now.total.meanG;
  const shared = (['smallEnd', 'bigEnd'] as const).flatMap((measure) =>
    low.errors[measure] && high.errors[measure] ? [[measure, sharedWith([low, high], measure)]] : [],
  );
  return {
    ...weighed,
    errors: { ...weighed.errors, ...(Object.fromEntries(shared) as Partial<Record<Measure, WeighingError>>) },
    rod: { kind: 'derived', totalG, smallEndG, bigEndG: totalG - smallEndG, derived: 'bigEnd' },
  };
}

/** Whether a kind's parts can be matched: one that stands for all, or an end that was not weighed, cannot. */
export const isMatched = (sample: Sample, kind: PartKind): boolean => sample === 'every' || (sample === 'twoRodEnds' && !hasEnds(kind));
