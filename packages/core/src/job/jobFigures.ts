import { bobCard, type BobCard } from '../bob/bobCard.js';
import { bobsNeeded, type BobsNeeded } from '../engine/bobsNeeded.js';
import { matchCylinderSets, SET_KINDS, type SetMatch } from '../match/cylinderSets.js';
import { matchKind, type KindMatch } from '../match/kindMatch.js';
import { matchRods, type RodMatch } from '../match/rodMatch.js';
import { unbalanceForceN } from '../rotor/force.js';
import { movePlanes } from '../rotor/planes.js';
import { tolerance, type Tolerance } from '../rotor/tolerance.js';
import { judge, planeReading, withSpinScatter, type PlaneReading, type Verdict } from '../spin/planeReading.js';
import { CoreError } from '../units/check.js';
import { toPolar } from '../units/vector.js';
import { kindsWeighed, type PartKind } from './facts.js';
import type { JobFacts, SpinFact } from './jobFacts.js';
import { weighParts, type WeighedJob } from './weighParts.js';

/** A spin with what it says, in the job's present planes. */
export interface SpinFigures {
  readonly spinId: string;
  readonly a: PlaneReading;
  readonly b: PlaneReading;
  readonly verdict: Verdict;
  /** Turns that would settle it, when it is not settled and turns can. */
  readonly turnsToSettle: number | null;
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
    spins: facts.spins.map((spin) => spinFigures(spin, facts, allowed)),
    holesSinceLastSpin: lastSpin === undefined ? 0 : facts.holes.filter((hole) => hole.afterSpinId === lastSpin.id).length,
  };
}

function matchKinds({ spec, weighChoices, fixedTargets }: JobFacts, weighed: WeighedJob): JobFigures['kinds'] {
  const kinds = kindsWeighed(weighChoices.partSchool).filter((kind) => (SET_KINDS as readonly PartKind[]).includes(kind));
  return Object.fromEntries(
    kinds.map((kind) => [kind, orRefused(() => matchKind(weighed, kind, spec.matchToleranceG, fixedTargets[kind]?.targetG ?? null))]),
  );
}

function spinFigures(spin: SpinFact, { spec }: JobFacts, allowed: Tolerance): SpinFigures {
  const turns = spin.turns.map((turn) => movePlanes(turn, spin.planes, spec.crank.planes));
  const reading = (plane: 'aGmm' | 'bGmm'): PlaneReading =>
    withSpinScatter(
      planeReading(
        turns.map((turn) => turn[plane]),
        spin.knownDeviationGmm ?? null,
      ),
      spin.spinDeviationGmm ?? null,
    );
  const [a, b] = [reading('aGmm'), reading('bGmm')];
  const judgements = [judge(a, allowed.aGmm), judge(b, allowed.bGmm)];
  const verdict = (['outside', 'cannotYetTell', 'inside'] as const).find((v) => judgements.some((j) => j.verdict === v))!;
  const openTurns = judgements.filter((j) => j.verdict === 'cannotYetTell').map((j) => j.turnsToSettle ?? Infinity);
  // Turns settle a spin when they settle every plane that is open, and no plane is outside anyhow.
  const turnsToSettle = verdict === 'cannotYetTell' ? Math.max(...openTurns) : Infinity;
  return {
    spinId: spin.id,
    a,
    b,
    verdict,
    turnsToSettle: Number.isFinite(turnsToSettle) ? turnsToSettle : null,
    forceAtRedlineN: {
      a: unbalanceForceN(toPolar(a.meanGmm).amount, spec.redlineRpm),
      b: unbalanceForceN(toPolar(b.meanGmm).amount, spec.redlineRpm),
    },
  };
}

function orRefused<T>(work: () => T): T | Refused {
  try {
    return work();
  } catch (error) {
    if (error instanceof CoreError) return { kind: 'refused', reason: error.message };
    throw error;
  }
}
