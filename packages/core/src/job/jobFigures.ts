import { bobCard, type BobCard, type HowWeighed } from '../bob/bobCard.js';
import { bobsNeeded, type BobsNeeded } from '../engine/bobsNeeded.js';
import { matchCylinderSets, SET_KINDS, type SetMatch } from '../match/cylinderSets.js';
import { matchKind, type KindMatch } from '../match/kindMatch.js';
import { matchRods, type RodMatch } from '../match/rodMatch.js';
import { unbalanceForceN } from '../rotor/force.js';
import { BALANCED, movePlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { tolerance, type Tolerance } from '../rotor/tolerance.js';
import type { SpinTold } from '../estimate/estimate.js';
import { radius95Of } from '../estimate/laws.js';
import { chanceInside, verdictBy, type Verdict } from '../estimate/verdict.js';
import { moveTurns, turnsInPlane } from '../spin/turnSummary.js';
import { CoreError } from '../units/check.js';
import { weightCheck, type PlaneAlone, type WeightCheck } from '../spin/weightCheck.js';
import { subtract, toPolar, type Vector } from '../units/vector.js';
import { isMatched } from '../parts/sample.js';
import { kindsHere, partsHere } from '../parts/elsewhere.js';
import { PART_KINDS, type PartKind } from '../parts/facts.js';
import { holesAfter } from './holesAfter.js';
import { jobEstimate, workedRecord, type JobEstimate, type WorkedRecord } from './jobEstimate.js';
import type { JobFacts, JobSpec, SpinFact } from './jobFacts.js';
import { wholeOf } from './recordEvents.js';
import { settledBy, type Settled } from './settledBy.js';
import { setUpSteps, type SetUpStep } from '../setups/steps.js';
import { sameMounting } from '../setups/setUp.js';
import { usuallyMounted } from './usuallyMounted.js';
import { requireAgreement } from '../parts/agreement.js';
import { worksSince } from './worksSince.js';
import { weighParts, type WeighedJob, type WeighedPart } from '../parts/weighParts.js';

/** One plane, as everything up to a spin has it, in the job's present planes. */
export interface PlaneKnown {
  /** g·mm; points to where the crank is heavy. */
  readonly meanGmm: Vector;
  /** Radius of the circle about it that holds the truth with 95 %; null where nobody knows how far spins lie apart. */
  readonly radius95Gmm: number | null;
  /** Where the reading was off the scale: what it is at least. */
  readonly atLeastGmm: number | null;
}

/** A spin with what was known when it had been taken in. */
export interface SpinFigures {
  readonly spinId: string;
  /** A quick look: shown, and counted nowhere. */
  readonly quick: boolean;
  /** It does not fit what was known before, and was not taken in. */
  readonly setAside: boolean;
  /** How often an honest spin lies so far from what was expected; null where nothing could be expected. */
  readonly chance: number | null;
  readonly a: PlaneKnown;
  readonly b: PlaneKnown;
  /** Spins of the same state so far, nothing done between. */
  readonly spins: number;
  /** By this spin alone, as the machine has it, what hung taken off. */
  readonly alone: { readonly a: PlaneAlone; readonly b: PlaneAlone };
  /** What became of a weight that was hung on since the spin before, in each plane that has one. */
  readonly checks: { readonly a: WeightCheck | null; readonly b: WeightCheck | null };
  /** Chance that both planes are inside; null where nothing can be said. */
  readonly inside: number | null;
  readonly verdict: Verdict;
  /** Turns of one more spin, or spins more, that would settle it, when it is not settled and they can. */
  readonly settled: Settled;
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
  /** The parts that run in the engine. */
  readonly weighed: WeighedJob;
  /** Parts that run in no cylinder: weighed all the same, and holding nothing up. */
  readonly spares: readonly WeighedPart[];
  readonly sets: SetMatch | Refused;
  /** Parts of each kind among themselves, where the job matches part by part; empty otherwise. */
  readonly kinds: Readonly<Partial<Record<PartKind, KindMatch | Refused>>>;
  readonly rods: RodMatch | Refused;
  readonly bobsNeeded: BobsNeeded;
  readonly bobs: BobCard | Refused;
  readonly tolerance: Tolerance;
  /** What is known of the crank now. */
  readonly estimate: JobEstimate;
  readonly spins: readonly SpinFigures[];
  /** Holes drilled since the last spin that counts: the last reading does not know them. */
  readonly holesSinceLastSpin: number;
  /** A part was turned to another position since the last spin: what is known of it is a prediction. */
  readonly isTurnedSince: boolean;
  /** Each set-up and how far it is; empty where the job spins one thing. */
  readonly setUps: readonly SetUpStep[];
  /** The last spin on record, in whatever set-up; null before the first. */
  readonly lastSpinId: string | null;
}

/** Every part of a job, those that run and those that do not. */
export const everyPart = ({ weighed, spares }: Pick<JobFigures, 'weighed' | 'spares'>): readonly WeighedPart[] => [...weighed.parts, ...spares];

/** How a job's parts are weighed, for its bob card. */
export const howWeighed = ({
  weighChoices: { partSchool, sample = 'every' },
  spec: { elsewhere = {} },
}: Pick<JobFacts, 'weighChoices' | 'spec'>): HowWeighed => ({
  partSchool,
  sample,
  elsewhere,
});

/** What makes up a set, however it is weighed. */
const SET_PARTS: readonly PartKind[] = [...SET_KINDS, 'cylinderSet', 'pressedAssembly'];

/** The one rule for done: inside by all that is known, spun so, and nothing cut or turned that no spin has seen. */
export const isInsideNow = ({
  estimate,
  holesSinceLastSpin,
  isTurnedSince,
  spins,
}: Pick<JobFigures, 'estimate' | 'holesSinceLastSpin' | 'isTurnedSince' | 'spins'>): boolean =>
  estimate.verdict === 'inside' && holesSinceLastSpin === 0 && !isTurnedSince && spins.length > 0;

/** Inside in every set-up that is not closed; where there are none, as it is spun. */
export const isInsideThroughout = (figures: JobFigures): boolean =>
  figures.setUps.length === 0
    ? isInsideNow(figures)
    : figures.setUps.some(({ closed }) => closed === null) && figures.setUps.every(({ isDone }) => isDone);

/** Bob weights are built to half a gram (handbook section 4), so one figure serves pins that agree within one. */
export const ONE_BOB_FIGURE_WITHIN_G = 1;

/** What is worked out of a job's spins and cuts, in the set-up that it stands in. */
export type SpunFigures = Pick<JobFigures, 'tolerance' | 'estimate' | 'spins' | 'holesSinceLastSpin' | 'isTurnedSince'>;

/** Works a job's spins out, and nothing of its parts. @throws CoreError when the spec itself makes no sense */
export const spunFigures = (facts: JobFacts): SpunFigures => spunBy(facts, workedRecord(facts));

function spunBy(facts: JobFacts, state: WorkedRecord): SpunFigures {
  const { spec } = facts;
  const { massKg, massCentreZMm } = facts.setUp?.rotor ?? spec.crank;
  const allowed = tolerance(spec.tolerance, spec.crank.planes, { massKg, massCentreZMm, redlineRpm: spec.redlineRpm });
  const known = jobEstimate(facts, allowed, state);
  return {
    tolerance: allowed,
    estimate: known,
    spins: facts.spins.map((_, i) => spinFigures(i, facts, known, allowed)),
    holesSinceLastSpin: holesSince(facts),
    isTurnedSince: isTurnedSince(facts),
  };
}

/**
 * Works a job out.
 * @throws CoreError when the spec itself makes no sense; a set that cannot be matched is returned as refused
 */
export function jobFigures(facts: JobFacts): JobFigures {
  const { spec, bobChoices, setUp } = facts;
  const [weighed, spares] = running(weighParts({ ...facts, parts: partsHere(facts.parts, spec.elsewhere) }));
  const state = workedRecord(facts);
  return {
    weighed,
    spares,
    ...matchFigures(facts, weighed),
    bobsNeeded: bobsNeeded(spec.layout),
    bobs: agreedOr(weighed, spec)(PART_KINDS, () => bobCard(spec.layout, weighed, bobChoices, ONE_BOB_FIGURE_WITHIN_G, howWeighed(facts))),
    ...spunBy(facts, state),
    setUps: setUp ? setUpSteps(facts, setUp, state) : [],
    lastSpinId: wholeOf(facts).spins.at(-1)?.id ?? null,
  };
}

/** What is worked out of a job's parts among themselves. */
export type MatchFigures = Pick<JobFigures, 'sets' | 'kinds' | 'rods'>;

/** How the parts that run match, by the job's choices. */
export function matchFigures(facts: JobFacts, weighed: WeighedJob): MatchFigures {
  const { spec, weighChoices, matchChoices, fixedTargets } = facts;
  const { sample = 'every', partSchool } = weighChoices;
  const agreed = agreedOr(weighed, spec);
  return {
    sets: isMatched(sample, 'piston')
      ? agreed(SET_PARTS, () => matchCylinderSets(weighed, spec.matchToleranceG, partSchool, fixedTargets.set?.targetG ?? null))
      : { kind: 'none' },
    kinds: matchChoices.basis === 'perKind' && isMatched(sample, 'piston') ? matchKinds(facts, weighed) : {},
    rods:
      sample === 'one'
        ? { kind: 'none' }
        : agreed(['rod', 'pressedAssembly'], () =>
            matchRods(weighed, spec.matchToleranceG, partSchool, {
              rodSchool: isMatched(sample, 'rod') ? weighChoices.rodSchool : 'totalOnly',
              fixedTotalG: fixedTargets.rod?.targetG ?? null,
            }),
          ),
  };
}

/** The parts that run, and those that do not: how placements scatter is told by all. */
function running(job: WeighedJob): [WeighedJob, readonly WeighedPart[]] {
  const spares = job.parts.filter(({ part }) => part.spare);
  return [spares.length === 0 ? job : { ...job, parts: job.parts.filter(({ part }) => !part.spare) }, spares];
}

/** Works something out of the parts of some kinds; refused, with the reason, where their placements contradict each other or the work does. */
const agreedOr =
  (weighed: WeighedJob, { matchToleranceG }: JobSpec) =>
  <T>(kinds: readonly PartKind[], work: () => T): T | Refused =>
    orRefused(() => {
      requireAgreement(weighed, kinds, matchToleranceG);
      return work();
    });

function matchKinds({ spec, weighChoices, fixedTargets }: JobFacts, weighed: WeighedJob): JobFigures['kinds'] {
  const kinds = kindsHere(weighChoices.partSchool, spec.elsewhere).filter((kind) => (SET_KINDS as readonly PartKind[]).includes(kind));
  const agreed = agreedOr(weighed, spec);
  return Object.fromEntries(
    kinds.map((kind) => [kind, agreed([kind], () => matchKind(weighed, kind, spec.matchToleranceG, fixedTargets[kind]?.targetG ?? null))]),
  );
}

function spinFigures(index: number, facts: JobFacts, estimate: JobEstimate, allowed: Tolerance): SpinFigures {
  const { spec } = facts;
  const spin = facts.spins[index]!;
  const told = estimate.spins.find(({ spinId }) => spinId === spin.id);
  const before = facts.spins[index - 1];
  const isLast = index === facts.spins.length - 1;
  const alone = aloneOf(spin, spec);
  const [a, b] = [planeKnown(told, alone, 'a'), planeKnown(told, alone, 'b')];
  const inside = !told || told.setAside ? null : chanceInside(told.known, allowed);
  const verdict = verdictBy(inside);
  return {
    spinId: spin.id,
    quick: spin.quick === true,
    setAside: told?.setAside ?? false,
    chance: told?.chance ?? null,
    a,
    b,
    spins: told?.spins ?? 1,
    alone,
    checks: before && sameMetal(before, spin, facts) ? checksOf(aloneOf(before, spec), before, alone, spin, spec) : NO_CHECKS,
    inside,
    verdict,
    settled: isLast && told && verdict === 'cannotYetTell' && !estimate.surprise ? settledBy(facts, allowed) : NOT_SETTLED,
    forceAtRedlineN: {
      a: unbalanceForceN(toPolar(a.meanGmm).amount, spec.redlineRpm),
      b: unbalanceForceN(toPolar(b.meanGmm).amount, spec.redlineRpm),
    },
  };
}

/** Cuts since the last spin that counts: a quick look does not know them. */
function holesSince(facts: JobFacts): number {
  const last = facts.spins.findLast(({ quick }) => quick !== true);
  // A cut that followed a spin of another set-up came after this one's last as well.
  return last ? holesAfter(last.id, wholeOf(facts).spins, facts.holes).length + worksSince(facts).length : 0;
}

function isTurnedSince({ setUp, spins, spec }: JobFacts): boolean {
  const last = spins.findLast(({ quick }) => quick !== true);
  return setUp !== undefined && last !== undefined && !sameMounting(last.mounted ?? usuallyMounted(spec.crank), setUp.mounted);
}

const NOT_SETTLED: Settled = { byTurns: null, bySpins: null };
const NO_CHECKS = { a: null, b: null };

/** As it was known then; a quick look by itself. */
function planeKnown(told: SpinTold | undefined, alone: SpinFigures['alone'], plane: 'a' | 'b'): PlaneKnown {
  if (!told) return { ...alone[plane], atLeastGmm: null };
  const { unbalance, radius95Gmm, atLeastGmm } = told.known;
  const name = plane === 'a' ? 'aGmm' : 'bGmm';
  return { meanGmm: unbalance[name], radius95Gmm: radius95Gmm?.[name] ?? null, atLeastGmm: atLeastGmm[plane] };
}

const sameMetal = (before: SpinFact, spin: SpinFact, { holes }: JobFacts): boolean =>
  before.machineId === spin.machineId && before.calibrationId === spin.calibrationId && !holes.some((hole) => hole.afterSpinId === before.id);

function aloneOf(spin: SpinFact, { crank }: JobFacts['spec']): SpinFigures['alone'] {
  const turns = moveTurns(spin.turns, spin.planes, crank.planes);
  const hung = movePlanes(spin.hung ?? BALANCED, spin.planes, crank.planes);
  const of = (plane: 'aGmm' | 'bGmm'): PlaneAlone => {
    const { n, meanGmm, xx, xy, yy } = turnsInPlane(turns, plane, hung);
    const known = (spin.knownDeviationGmm ?? 0) ** 2 / n + (spin.spread?.[plane].runGmm ?? 0) ** 2;
    const own = spin.source === 'typed' && spin.knownDeviationGmm != null ? 0 : 1 / n;
    const spread = { xx: xx * own + known, xy: xy * own, yy: yy * own + known };
    return {
      n,
      meanGmm,
      radius95Gmm: radius95Of(spread, known > 0 ? [] : [{ covariance: spread, freedom: Math.max(1, n - 1) }]),
    };
  };
  return { a: of('aGmm'), b: of('bGmm') };
}

function checksOf(
  was: SpinFigures['alone'],
  before: SpinFact,
  is: SpinFigures['alone'],
  spin: SpinFact,
  { crank }: JobFacts['spec'],
): SpinFigures['checks'] {
  const hung = (one: SpinFact): PlaneUnbalance => movePlanes(one.hung ?? BALANCED, one.planes, crank.planes);
  const [then, now] = [hung(before), hung(spin)];
  return { a: weightCheck(was.a, is.a, subtract(now.aGmm, then.aGmm)), b: weightCheck(was.b, is.b, subtract(now.bGmm, then.bGmm)) };
}

function orRefused<T>(work: () => T): T | Refused {
  try {
    return work();
  } catch (error) {
    if (error instanceof CoreError) return { kind: 'refused', reason: error.message };
    throw error;
  }
}
