import { worked } from '../estimate/estimate.js';
import type { KnownUnbalance } from '../estimate/known.js';
import { chanceInside, verdictBy, type Verdict } from '../estimate/verdict.js';
import { holesAfter } from '../job/holesAfter.js';
import { partOfCut, recordEvents, type EstimateFacts } from '../job/recordEvents.js';
import { workedRecord, type WorkedRecord } from '../job/jobEstimate.js';
import { restingFacts, restsOn, type Wait } from '../job/restsOn.js';
import type { InSetUp, SpinFact } from '../job/jobFacts.js';
import { usuallyMounted } from '../job/usuallyMounted.js';
import { tolerance, type Tolerance } from '../rotor/tolerance.js';
import { unbalanceForceN } from '../rotor/force.js';
import type { PlaneUnbalance } from '../rotor/planes.js';
import { add, toPolar, type Vector } from '../units/vector.js';
import { massOf, ownRecord, setUpOfSpin } from './inSetUp.js';
import { sameMounting, type SetUp } from './setUp.js';

/** How far a set-up is. */
export interface SetUpStep {
  readonly setUpId: string;
  readonly name: string;
  /** Spins that count in it, in their order. */
  readonly spinIds: readonly string[];
  readonly closed: string | null;
  /** What is known of it as it is mounted now, in its own planes; null before the first spin of the job. */
  readonly known: KnownUnbalance | null;
  readonly tolerance: Tolerance;
  readonly inside: number | null;
  /** What has to be read before it is taken for inside (handbook section 6, definition 9); nothing where it is not inside by what is known. */
  readonly acceptWaits: readonly Wait[];
  /** By everything on record; `cannotYetTell` too where nothing was spun in it, something changed since, or something waits to be read. */
  readonly verdict: Verdict;
  /** Cut, or turned to another position, since it was last spun. */
  readonly changedSince: boolean;
  /** Nothing is left to do in it: inside as it was last spun, corrected nowhere (a survey) and spun, or closed. */
  readonly isDone: boolean;
}

const asked = (setUp: SetUp, facts: EstimateFacts, setUpFacts: InSetUp): EstimateFacts => ({
  ...facts,
  setUp: { ...setUpFacts, current: setUp, mounted: setUp.mounted, whole: ownRecord(setUpFacts.kept, setUp) },
});

/**
 * Every set-up of a job with what is known of it by all spins together.
 * @param now the estimate as it was worked out for the set-up that is looked at; left out, it is done here
 * @throws CoreError as estimate
 */
export function setUpSteps(facts: EstimateFacts, setUpFacts: InSetUp, now: WorkedRecord = workedRecord(facts)): SetUpStep[] {
  const { setUps, kept, masses, current } = setUpFacts;
  const { crank } = kept.spec;
  const keyOf = ({ planes }: SetUp): string => JSON.stringify(planes ?? crank.planes);
  const states = new Map([[keyOf(current), now]]);
  const stateOf = (setUp: SetUp): WorkedRecord => {
    // Set-ups of one pair of planes are read off one estimate.
    const key = keyOf(setUp);
    const state = states.get(key) ?? workedRecord(asked(setUp, facts, setUpFacts));
    states.set(key, state);
    return state;
  };
  const waitsOf = (setUp: SetUp, own: readonly SpinFact[], allowed: Tolerance, { input, worked: { told } }: WorkedRecord): readonly Wait[] =>
    restsOn(restingFacts(asked(setUp, facts, setUpFacts), own), input, told, allowed).acceptWaits;
  return setUps.list.map((setUp): SetUpStep => {
    const own = kept.spins.filter((spin) => spin.quick !== true && setUpOfSpin(spin, setUps.list, crank)?.id === setUp.id);
    const state = stateOf(setUp);
    const known = state.worked.knownWith(setUp.mounted);
    const allowed = tolerance(setUp.tolerance ?? kept.spec.tolerance, setUp.planes ?? crank.planes, {
      ...massOf(crank, setUp, masses),
      redlineRpm: kept.spec.redlineRpm,
    });
    const inside = known && !state.worked.told.surprise && own.length > 0 ? chanceInside(known, allowed) : null;
    const last = own.at(-1);
    const isCut = last !== undefined && holesAfter(last.id, kept.spins, kept.holes).some((hole) => partOfCut(crank, hole) in setUp.mounted);
    const isTurned = last !== undefined && !sameMounting(last.mounted ?? usuallyMounted(crank), setUp.mounted);
    const byChance = verdictBy(inside);
    const acceptWaits = byChance === 'inside' ? waitsOf(setUp, own, allowed, state) : [];
    const verdict = acceptWaits.length > 0 ? 'cannotYetTell' : byChance;
    const changedSince = isCut || isTurned;
    return {
      setUpId: setUp.id,
      name: setUp.name,
      spinIds: own.map(({ id }) => id),
      closed: setUp.closed,
      known,
      tolerance: allowed,
      inside,
      acceptWaits,
      verdict,
      changedSince,
      isDone: setUp.closed !== null || (last !== undefined && !changedSince && (verdict === 'inside' || setUp.corrects.length === 0)),
    };
  });
}

/** Set-ups before the one that is spun now which all spins together show outside: they come first, nothing later is corrected for them. */
export function earlierOutside(steps: readonly SetUpStep[], currentId: string | undefined): SetUpStep[] {
  const at = steps.findIndex(({ setUpId }) => setUpId === currentId);
  return steps
    .slice(0, Math.max(0, at))
    .filter(({ verdict, closed, spinIds, isDone }) => closed === null && !isDone && spinIds.length > 0 && verdict === 'outside');
}

/** What one part has of its own, or what several have that were never seen apart. */
export interface PartTold {
  readonly parts: readonly string[];
  /** In its own angles, in the planes of the set-up that is looked at. */
  readonly known: KnownUnbalance;
  /** It was spun with and without it, or in more positions than one. */
  readonly isApart: boolean;
  /** Pull of each plane's amount at a speed, N. */
  readonly forceN: { readonly a: number; readonly b: number };
}

const force = ({ aGmm, bGmm }: PlaneUnbalance, rpm: number): PartTold['forceN'] => ({
  a: unbalanceForceN(toPolar(aGmm).amount, rpm),
  b: unbalanceForceN(toPolar(bGmm).amount, rpm),
});

/**
 * Each part's own unbalance with its region, from all spins of all set-ups together: the difference of two set-ups in common planes,
 * errors that both share and neighbouring differences that share a reading taken as they are, since all stands in one estimate.
 * @param rpm at which the pull is said
 */
export function partsTold(facts: EstimateFacts, rpm: number): PartTold[] {
  const { told, groups } = worked(recordEvents(facts));
  return told.parts.map(({ parts, known }, i) => ({ parts, known, isApart: groups[i]!.parts.length === 1, forceN: force(known.unbalance, rpm) }));
}

/** A part's own unbalance taken together at its place along the crank: what has to come off there to make it neutral, g·mm. */
export const staticOf = ({ known: { unbalance } }: PartTold): Vector => add(unbalance.aGmm, unbalance.bGmm);
