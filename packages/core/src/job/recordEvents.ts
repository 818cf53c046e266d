import { cutDoubts, type DrillErrors } from '../cuts/drillErrors.js';
import { furtherCut, metalNow } from '../cuts/metalNow.js';
import type { EstimateInput, Mounted, RecordEvent, SpinEvent } from '../estimate/events.js';
import { hungCovariance } from '../estimate/hungPieces.js';
import type { Crank } from '../rotor/crank.js';
import { BALANCED, planeShares } from '../rotor/planes.js';
import { supportsMoved } from '../rotor/supports.js';
import { isSamePosition } from '../units/angle.js';
import { toPolar } from '../units/vector.js';
import { mountingScatter, type BoltedSpin, type MountingScatter } from '../setups/mountingScatter.js';
import { BY_ITSELF, BY_ITSELF_GAIN, readByItself, type OwnPart } from '../setups/ownPart.js';
import { CRANK_PART } from '../setups/setUp.js';
import { usualPartPlace } from '../setups/usualPlace.js';
import type { HoleFact, JobFacts, SpinFact } from './jobFacts.js';
import { workEvents } from '../inspect/workEvents.js';
import { partOfRim, usuallyMounted } from './usuallyMounted.js';

/** What of a job the estimate is made of. */
export type EstimateFacts = Pick<JobFacts, 'spec' | 'spins' | 'holes' | 'drill' | 'spinsThatAreSo' | 'setUp' | 'madeReady' | 'weightsRefused'> &
  Partial<Pick<JobFacts, 'signedUnaskedSpinId'>>;

/** A calibration of which nobody says how good it is. */
const GAIN_OF_NOBODY_KNOWS = 0.05;

/**
 * What names each spin's gain: another machine, another calibration, the same one set anew, or supports that were moved, has another.
 * So has what follows a spin with known weights that contradicted the rest and really is so: what the rest taught of the gain is then
 * in doubt itself, and is learned anew.
 */
function gainsOf(spins: readonly SpinFact[], spinsThatAreSo: readonly string[]): ReadonlyMap<string, string> {
  const moves = new Map<string, { readonly at: SpinFact['supports']; readonly times: number }>();
  return new Map(
    spins.map(({ id, machineId, calibrationId, gainEpoch, supports, hung }) => {
      const read = JSON.stringify([machineId ?? null, calibrationId ?? null, gainEpoch ?? 0]);
      const before = moves.get(read) ?? { at: null, times: 0 };
      const isAnew = supportsMoved(before.at, supports) || (hung != null && spinsThatAreSo.includes(id));
      const times = before.times + (isAnew ? 1 : 0);
      moves.set(read, { at: supports ?? before.at, times });
      return [id, times === 0 ? read : `${read} moved ${times}`];
    }),
  );
}

/** A job's spins that count and its cuts, in the order they happened, as the estimate takes them. */
export function recordEvents(facts: EstimateFacts): EstimateInput {
  const { setUp, drill, spinsThatAreSo } = facts;
  const { spec, spins, holes } = wholeOf(facts);
  const { crank } = spec;
  const before = holes.filter(({ afterSpinId }) => !spins.some(({ id }) => id === afterSpinId));
  let metal = metalNow(crank, before);
  const gains = gainsOf(spins, spinsThatAreSo);
  const known = ownPartsIn(facts);
  const events: RecordEvent[] = known.map((part) => readByItself(part, crank));
  const bolted = boltedSpins(facts, gains);
  const scatter = mountingScatter(bolted);
  const works = workEvents(facts.madeReady, spec);
  for (const spin of spins) {
    const index = bolted.findIndex(({ event }) => event.id === spin.id);
    if (index >= 0) {
      for (const part of bolted[index]!.anew) events.push(satOtherwise(part, spin.id, scatter, crank));
      events.push({ ...bolted[index]!.event, isSo: spinsThatAreSo.includes(spin.id) });
    }
    for (const hole of holes.filter(({ afterSpinId }) => afterSpinId === spin.id)) {
      events.push({ kind: 'cut', id: hole.id, part: partOfCut(crank, hole), ...cutDoubts(metal, hole, drill) });
      metal = furtherCut(metal, [hole]);
    }
    events.push(...works.filter(({ afterSpinId }) => afterSpinId === spin.id).map(({ afterSpinId: _after, ...event }) => event));
  }
  const gainDeviation = { ...gainDeviations(spins, gains), ...(known.length > 0 ? { [BY_ITSELF]: BY_ITSELF_GAIN } : {}) };
  const input = { planes: crank.planes, gainDeviation, gainPrior: gainPriors(spins, gains), densityDeviation: densityDeviationOf(drill), events };
  return setUp ? { ...input, mounted: setUp.mounted } : input;
}

/** The record that the estimate is made of: everything that was spun and cut, whatever set-up is looked at. */
export const wholeOf = (facts: EstimateFacts): Pick<EstimateFacts, 'spec' | 'spins' | 'holes'> => facts.setUp?.whole ?? facts;

/** The shop's own that were ever mounted: what was measured of each by itself comes before everything else. */
function ownPartsIn(facts: EstimateFacts): readonly OwnPart[] {
  const { spins } = wholeOf(facts);
  const known = Object.entries(facts.setUp?.setUps.known ?? {});
  return known.filter(([name]) => spins.some(({ mounted }) => mounted && name in mounted)).map(([, part]) => part);
}

/** A part that was bolted on again sits a little otherwise, nobody knows where to. */
function satOtherwise(part: string, spinId: string, scatter: readonly MountingScatter[], crank: Crank): RecordEvent {
  const seen = scatter.find((one) => one.part === part);
  const covariance = seen ? diagonal(seen.aGmm, seen.bGmm) : usualPlay(planeShares(usualPartPlace(part, crank), crank.planes));
  return { kind: 'cut', id: `bolted on for ${spinId}: ${part}`, part, change: BALANCED, perDensity: BALANCED, covariance };
}

const diagonal = (a: number, b: number): number[] => Array.from({ length: 16 }, (_, i) => (i % 5 === 0 ? (i < 10 ? a : b) ** 2 : 0));

/**
 * Play of a part that was never seen before and after it was bolted on again, g·mm in each component at its place along the crank: a few
 * hundredths of a millimetre on the spigot of a part of some kilograms; and what a face that is not quite true adds in each plane.
 */
const USUAL_PLAY_GMM = 17;
const USUAL_TILT_GMM = 4;

function usualPlay({ shareA, shareB }: { readonly shareA: number; readonly shareB: number }): number[] {
  const shares = [shareA, shareA, shareB, shareB];
  return Array.from({ length: 16 }, (_, i) => {
    const [row, column] = [Math.floor(i / 4), i % 4];
    const sameComponent = row % 2 === column % 2;
    return (sameComponent ? shares[row]! * shares[column]! * USUAL_PLAY_GMM ** 2 : 0) + (row === column ? USUAL_TILT_GMM ** 2 : 0);
  });
}

/** The spins that count, with what was bolted on for each. */
export function boltedSpins(facts: EstimateFacts, gains = gainsOf(wholeOf(facts).spins, facts.spinsThatAreSo)): BoltedSpin[] {
  const { spec, spins, holes } = wholeOf(facts);
  const seen = new Set<string>();
  let before: Mounted = {};
  let cutSince = false;
  return spins.flatMap((spin) => {
    const counts = spin.quick !== true;
    const event = spinEvent(spin, gains.get(spin.id)!, spec.crank);
    const isAnew = ([part, deg]: [string, number]): boolean =>
      part !== CRANK_PART && seen.has(part) && (!(part in before) || !isSamePosition(before[part]!, deg) || spin.rebolted?.includes(part) === true);
    const one = {
      event,
      anew: Object.entries(event.mounted)
        .filter(isAnew)
        .map(([part]) => part),
      cutSince,
    };
    if (counts) {
      Object.keys(event.mounted).forEach((part) => seen.add(part));
      before = event.mounted;
      cutSince = false;
    }
    cutSince ||= holes.some(({ afterSpinId }) => afterSpinId === spin.id);
    return counts ? [one] : [];
  });
}

/** The part that a cut went into. */
export const partOfCut = (crank: Pick<Crank, 'counterweights'>, { counterweightId }: HoleFact): string => {
  const found = crank.counterweights.find(({ id }) => id === counterweightId);
  return found ? partOfRim(found) : CRANK_PART;
};

/** A gain that is known to a hair would leave nothing to learn from. */
const densityDeviationOf = ({ densityRatio }: DrillErrors): number => Math.max(1e-4, densityRatio);

function spinEvent(spin: SpinFact, gain: string, crank: Crank): SpinEvent {
  const { source, spread, knownDeviationGmm, turns } = spin;
  // A machine that says one number a spin, however often it was asked.
  const of = source === 'typed' || (source === undefined && spread == null) ? 'spins' : 'turns';
  const run = spread ? { a: spread.aGmm.runGmm, b: spread.bGmm.runGmm } : { a: null, b: null };
  const known = knownDeviationGmm == null ? null : { a: knownDeviationGmm, b: knownDeviationGmm };
  return {
    kind: 'spin',
    id: spin.id,
    calibration: gain,
    planes: spin.planes,
    mounted: spin.mounted ?? usuallyMounted(crank),
    hung: spin.hung ?? BALANCED,
    hungCovariance: spin.hungPieces ? hungCovariance(spin.hungPieces, spin.planes) : null,
    reading: { turns, of, display: spin.display ?? null, atLeastGmm: spin.atLeastGmm ?? { a: null, b: null } },
    speedRpm: spin.speedRpm,
    scatterGmm: of === 'spins' ? known : run.a === null || run.b === null ? null : { a: run.a, b: run.b },
  };
}

/** What each calibration's gain is taken for, where the machine has a history. */
function gainPriors(spins: readonly SpinFact[], gains: ReadonlyMap<string, string>): NonNullable<EstimateInput['gainPrior']> {
  const first = new Map<string, SpinFact>();
  for (const spin of spins) if (!first.has(gains.get(spin.id)!)) first.set(gains.get(spin.id)!, spin);
  return Object.fromEntries(
    [...first].flatMap(([key, { gainBasis }]) => (gainBasis?.kind === 'history' ? [[key, { a: gainBasis.a, b: gainBasis.b }]] : [])),
  );
}

/** How far each calibration may be off, as a share of what it was first used on. */
function gainDeviations(spins: readonly SpinFact[], gains: ReadonlyMap<string, string>): Record<string, number> {
  const deviations: Record<string, number> = {};
  for (const spin of spins) {
    const key = gains.get(spin.id)!;
    if (key in deviations) continue;
    const ratios = (['aGmm', 'bGmm'] as const).map((plane) => {
      const [common, { amount }] = [spin.spread?.[plane].commonGmm ?? 0, toPolar(spin.turns.mean[plane])];
      return common > 0 && amount > 0 ? Math.min(1, common / amount) : null;
    });
    const said = ratios.filter((ratio) => ratio !== null);
    deviations[key] =
      (spin.gainBasis?.kind === 'history' ? spin.gainBasis.deviation : null) ??
      spin.gainDeviation ??
      (said.length > 0 ? Math.max(...said) : GAIN_OF_NOBODY_KNOWS);
  }
  return deviations;
}
