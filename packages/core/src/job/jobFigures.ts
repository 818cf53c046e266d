import { bobCard, type BobCard } from '../bob/bobCard.js';
import { bobsNeeded, type BobsNeeded } from '../engine/bobsNeeded.js';
import { matchCylinderSets, SET_KINDS, type SetMatch } from '../match/cylinderSets.js';
import { matchKind, type KindMatch } from '../match/kindMatch.js';
import { matchRods, type RodMatch } from '../match/rodMatch.js';
import { unbalanceForceN } from '../rotor/force.js';
import { BALANCED, movePlanes } from '../rotor/planes.js';
import { tolerance, type Tolerance } from '../rotor/tolerance.js';
import { averageSpins, type PlaneEstimate, type SpinOfPlane } from '../spin/averageSpins.js';
import { judge, type Verdict } from '../spin/judge.js';
import { planeReadingOf, type PlaneReading } from '../spin/planeReading.js';
import { moveTurns, turnsInPlane } from '../spin/turnSummary.js';
import { CoreError } from '../units/check.js';
import { weightCheck, type WeightCheck } from '../spin/weightCheck.js';
import { subtract, toPolar, type Vector } from '../units/vector.js';
import { kindsWeighed, type PartKind } from '../parts/facts.js';
import type { JobFacts, SpinFact } from './jobFacts.js';
import { weighParts, type WeighedJob } from '../parts/weighParts.js';

/** A spin with what it says, in the job's present planes; known weights that hung on the crank are taken off. */
export interface SpinFigures {
  readonly spinId: string;
  /** By this spin and those before it since the metal last changed; those with weights hung on count only where there is no other. */
  readonly a: PlaneEstimate;
  readonly b: PlaneEstimate;
  /** By this spin alone. */
  readonly alone: { readonly a: PlaneReading; readonly b: PlaneReading };
  /** What became of a weight that was hung on since the spin before, in each plane that has one. */
  readonly checks: { readonly a: WeightCheck | null; readonly b: WeightCheck | null };
  readonly verdict: Verdict;
  /** Turns, or spins, that would settle it, when it is not settled and they can. */
  readonly turnsToSettle: number | null;
  readonly spinsToSettle: number | null;
  /** Force of each plane's amount at redline, N. */
  readonly forceAtRedlineN: { readonly a: number; readonly b: number };
}

/** A figure that cannot be had, with the core's reason. */
export interface Refused {
  readonly kind: 'refused';
  readonly reason: string;
}

/** Everything worked out of a job's facts. A pure function of them: never stored as truth. */
export interface JobFigures {
  readonly weighed: WeighedJob;
  readonly sets: SetMatch | Refused;
  /** Parts of each kind among themselves, where the job matches part by part; empty otherwise. */
  readonly kinds: Readonly<Partial<Record<PartKind, KindMatch | Refused>>>;
  readonly rods: RodMatch | Refused;
  readonly bobsNeeded: BobsNeeded;
  readonly bobs: BobCard | Refused;
  readonly tolerance: Tolerance;
  readonly spins: readonly SpinFigures[];
  /** Holes drilled since the last spin: the last reading does not know them. */
  readonly holesSinceLastSpin: number;
}

/** Bob weights are built to half a gram (handbook section 4), so one figure serves pins that agree within one. */
export const ONE_BOB_FIGURE_WITHIN_G = 1;

/**
 * Works a job out.
 * @throws CoreError when the spec itself makes no sense; a set that cannot be matched is returned as refused
 */
export function jobFigures(facts: JobFacts): JobFigures {
  const { spec, bobChoices, weighChoices, matchChoices, fixedTargets } = facts;
  const weighed = weighParts(facts);
  const lastSpin = facts.spins.at(-1);
  const allowed = tolerance(spec.tolerance, spec.crank.planes, {
    massKg: spec.crank.massKg,
    massCentreZMm: spec.crank.massCentreZMm,
    redlineRpm: spec.redlineRpm,
  });
  return {
    weighed,
    sets: orRefused(() => matchCylinderSets(weighed, spec.matchToleranceG, weighChoices.partSchool, fixedTargets.set?.targetG ?? null)),
    kinds: matchChoices.basis === 'perKind' ? matchKinds(facts, weighed) : {},
    rods: orRefused(() => matchRods(weighed, spec.matchToleranceG, weighChoices.partSchool)),
    bobsNeeded: bobsNeeded(spec.layout),
    bobs: orRefused(() => bobCard(spec.layout, weighed, bobChoices, ONE_BOB_FIGURE_WITHIN_G, weighChoices.partSchool)),
    tolerance: allowed,
    spins: facts.spins.map((_, i) => spinFigures(i, facts, allowed)),
    holesSinceLastSpin: lastSpin === undefined ? 0 : facts.holes.filter((hole) => hole.afterSpinId === lastSpin.id).length,
  };
}

function matchKinds({ spec, weighChoices, fixedTargets }: JobFacts, weighed: WeighedJob): JobFigures['kinds'] {
  const kinds = kindsWeighed(weighChoices.partSchool).filter((kind) => (SET_KINDS as readonly PartKind[]).includes(kind));
  return Object.fromEntries(
    kinds.map((kind) => [kind, orRefused(() => matchKind(weighed, kind, spec.matchToleranceG, fixedTargets[kind]?.targetG ?? null))]),
  );
}

function spinFigures(index: number, facts: JobFacts, allowed: Tolerance): SpinFigures {
  const { spec, spins } = facts;
  const since = spinsSinceMetal(index, facts).map((spin) => spinOfPlanes(spin, spec));
  const together = withoutWeights(since);
  const [a, b] = averageSpins(together.map(({ a: ofA, b: ofB }) => [ofA, ofB])) as [PlaneEstimate, PlaneEstimate];
  const alone = since.at(-1)!;
  const before = since.at(-2);
  const check = (plane: 'a' | 'b'): WeightCheck | null =>
    before ? weightCheck(before[plane], alone[plane], subtract(alone.hung[plane], before.hung[plane])) : null;
  const judgements = [judge(a, allowed.aGmm), judge(b, allowed.bGmm)];
  const verdict = (['outside', 'cannotYetTell', 'inside'] as const).find((v) => judgements.some((j) => j.verdict === v))!;
  // They settle a spin when they settle every plane that is open, and no plane is outside anyhow.
  const toSettle = (of: 'turnsToSettle' | 'spinsToSettle'): number | null => {
    const most = Math.max(...judgements.filter((j) => j.verdict === 'cannotYetTell').map((j) => j[of] ?? Infinity));
    return verdict === 'cannotYetTell' && Number.isFinite(most) ? most : null;
  };
  return {
    spinId: spins[index]!.id,
    a,
    b,
    alone: { a: alone.a.reading, b: alone.b.reading },
    checks: { a: check('a'), b: check('b') },
    verdict,
    turnsToSettle: toSettle('turnsToSettle'),
    spinsToSettle: toSettle('spinsToSettle'),
    forceAtRedlineN: {
      a: unbalanceForceN(toPolar(a.meanGmm).amount, spec.redlineRpm),
      b: unbalanceForceN(toPolar(b.meanGmm).amount, spec.redlineRpm),
    },
  };
}

/** The spin and those before it that read the same metal. */
function spinsSinceMetal(index: number, { spins, holes }: JobFacts): readonly SpinFact[] {
  const drilledAfter = (spin: SpinFact): boolean => holes.some((hole) => hole.afterSpinId === spin.id);
  const last = spins.slice(0, index).findLastIndex(drilledAfter);
  return spins.slice(last + 1, index + 1);
}

interface SpinOfPlanes {
  readonly a: SpinOfPlane;
  readonly b: SpinOfPlane;
  readonly hung: { readonly a: Vector; readonly b: Vector };
}

/** An error of gain is in what hung on the crank too: spins with nothing on it tell of the crank alone, where there are any. */
function withoutWeights(spins: readonly SpinOfPlanes[]): readonly SpinOfPlanes[] {
  const bare = spins.filter(({ hung }) => [hung.a, hung.b].every((weight) => toPolar(weight).amount === 0));
  return bare.length > 0 ? bare : spins.slice(-1);
}

function spinOfPlanes(spin: SpinFact, { crank }: JobFacts['spec']): SpinOfPlanes {
  const turns = moveTurns(spin.turns, spin.planes, crank.planes);
  const hung = movePlanes(spin.hung ?? BALANCED, spin.planes, crank.planes);
  const of = (plane: 'aGmm' | 'bGmm'): SpinOfPlane => ({
    reading: planeReadingOf(turnsInPlane(turns, plane, hung), spin.knownDeviationGmm ?? null),
    spread: spin.spread?.[plane] ?? NOBODY_KNOWS,
  });
  return { a: of('aGmm'), b: of('bGmm'), hung: { a: hung.aGmm, b: hung.bGmm } };
}

const NOBODY_KNOWS = { runGmm: null, commonGmm: 0 };

function orRefused<T>(work: () => T): T | Refused {
  try {
    return work();
  } catch (error) {
    if (error instanceof CoreError) return { kind: 'refused', reason: error.message };
    throw error;
  }
}
