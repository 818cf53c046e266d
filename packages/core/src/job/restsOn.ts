import { UNLIKELY_CHANCE, type Estimate } from '../estimate/estimate.js';
import type { EstimateInput } from '../estimate/events.js';
import { chanceInside, SURE_ENOUGH } from '../estimate/verdict.js';
import type { Tolerance } from '../rotor/tolerance.js';
import type { GainHistory } from '../spin/gainHistory.js';
import type { SpinFact } from './jobFacts.js';
import { wholeOf, type EstimateFacts } from './recordEvents.js';
import { agreedRounds, gainKnownBy, hungKey, ROUNDS_THAT_TELL, takenSpins, WEIGHT_SPINS, weightsTogether, type TakenSpin } from './takenSpins.js';

/** What has to be read before a plan goes to the drill, or a crank is taken for inside (handbook section 6, definition 9). */
export type Wait =
  /** A typed state is read three times (9b). */
  | { readonly kind: 'readings'; readonly spinId: string; readonly have: number }
  /** Two spins with known weights that change ends (9a); `done` of them hang on record, and what they say is not enough yet. */
  | { readonly kind: 'weights'; readonly done: number; readonly gainDeviation: number }
  /** A calibration by three runs leaves nothing over: a fourth with both weights on, ends changed (12). */
  | { readonly kind: 'fourthRun' }
  /** The first state once more, mounted anew, where the gain is known otherwise or the weights were refused (9a). */
  | { readonly kind: 'firstAgain' }
  /** Nothing says yet how far such spins lie apart: once more, mounted anew (9b, ν = 0). */
  | { readonly kind: 'scatter' }
  /** A spin that an honest one would seldom be: once more, mounted anew (9c). */
  | { readonly kind: 'unlikelySpin'; readonly spinId: string; readonly chance: number }
  /** A spin that says inside where that was not to be expected: once more, mounted anew (9d). */
  | { readonly kind: 'unlikelySuccess'; readonly spinId: string }
  /** A crank that came inside: one known weight, or the machine's history (8). */
  | { readonly kind: 'knownWeight' };

/** What the machine's gain is known by. A figure that somebody typed is a start and no knowledge. */
export type GainBy = 'weights' | 'trials' | 'history' | 'rounds' | 'nothing';

/** What the job's plan and verdict rest on. */
export interface RestsOn {
  readonly gainBy: GainBy;
  /** Of the last machine's gain in its worse plane, as a share; null before the first spin. */
  readonly gainDeviation: number | null;
  readonly history: GainHistory | null;
  readonly scatterBy: 'machine' | 'readings' | 'nothing';
  /** Why somebody goes on without known weights; null where nobody does. */
  readonly refused: string | null;
  /** Before anything is planned, in the order in which they are done. */
  readonly planWaits: readonly Wait[];
  /** Before the crank is taken for inside. */
  readonly acceptWaits: readonly Wait[];
  /** No plan takes a larger share of what is there than this (9a, 9b). */
  readonly mostShare: number;
}

/** A typed state is read so often. */
export const READINGS_OF_A_STATE = 3;
/** Of a plan that rests on a gain that nothing has checked. */
const HALF = 0.5;
/** What of a job it is told by. */
export interface RestingFacts {
  /** Every spin of the job, in whatever set-up. */
  readonly spins: readonly SpinFact[];
  /** Those of the set-up that is looked at: whether its last one says inside is asked of it alone. */
  readonly ownSpinIds: ReadonlySet<string>;
  readonly weightsRefused: string | null;
  /** The last spin of a signature from before any of this was asked: what was signed is not asked anew. */
  readonly signedUnaskedSpinId: string | null;
}

/** @param own spins of the set-up that is looked at */
export const restingFacts = (facts: EstimateFacts, own: readonly SpinFact[]): RestingFacts => ({
  spins: wholeOf(facts).spins,
  ownSpinIds: new Set(own.map(({ id }) => id)),
  weightsRefused: facts.weightsRefused ?? null,
  signedUnaskedSpinId: facts.signedUnaskedSpinId ?? null,
});

/** @param told of all spins, those of the shop's own parts left out */
export function restsOn(
  { spins: facts, ownSpinIds, weightsRefused, signedUnaskedSpinId }: RestingFacts,
  input: EstimateInput,
  told: Estimate,
  tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>,
): RestsOn {
  const taken = takenSpins(facts, input, told);
  const last = taken.at(-1);
  if (!last) return NOTHING_YET;
  const calibration = last.event.calibration;
  const mine = taken.filter(({ event }) => event.calibration === calibration);
  const gain = told.gains.find((one) => one.calibration === calibration)!;
  const gainDeviation = Math.max(gain.a.deviation, gain.b.deviation);
  const weights = weightsTogether(mine);
  const rounds = agreedRounds(mine);
  const { gainBasis = null } = last.fact;
  const onJob = gainKnownBy(mine, gain);
  const known = gainBasis?.kind === 'threeRuns' ? null : gainBasis;
  const gainBy: GainBy = onJob === 'weights' ? 'weights' : (known?.kind ?? onJob ?? 'nothing');
  const scatterBy = last.event.scatterGmm !== null ? 'machine' : told.now?.radius95Gmm === null ? 'nothing' : 'readings';
  const refused = gainBy === 'nothing' || scatterBy === 'nothing' ? weightsRefused : null;
  const readings = readingsWait(mine);
  const unlikely: Wait[] = told.unlikely ? [{ kind: 'unlikelySpin', spinId: told.unlikely.spinId, chance: told.unlikely.chance! }] : [];
  const scatter: Wait[] = scatterBy === 'nothing' && refused === null ? [{ kind: 'scatter' }] : [];
  const byGain: Wait[] =
    gainBy === 'nothing' && refused === null
      ? [gainBasis?.kind === 'threeRuns' ? { kind: 'fourthRun' } : { kind: 'weights', done: weights, gainDeviation }]
      : gainBy !== 'weights' && !isBorneOut(mine)
        ? [{ kind: 'firstAgain' }]
        : [];
  const success = unlikelySuccess(
    taken.filter(({ fact }) => ownSpinIds.has(fact.id)),
    tolerance,
  );
  const checked = gainBy !== 'nothing' || refused !== null || weights > 0;
  return {
    gainBy,
    gainDeviation,
    history: gainBasis?.kind === 'history' ? gainBasis : null,
    scatterBy,
    refused,
    planWaits: [...readings, ...unlikely, ...scatter, ...byGain],
    acceptWaits:
      last.told.spinId === signedUnaskedSpinId ? [] : [...readings, ...unlikely, ...success, ...(checked ? [] : [{ kind: 'knownWeight' } as const])],
    mostShare: (gainBy === 'nothing' && rounds < ROUNDS_THAT_TELL) || scatterBy === 'nothing' ? HALF : 1,
  };
}

const NOTHING_YET: RestsOn = {
  gainBy: 'nothing',
  gainDeviation: null,
  history: null,
  scatterBy: 'nothing',
  refused: null,
  planWaits: [],
  acceptWaits: [],
  mostShare: HALF,
};

/** The first typed state since the last cut that was read too seldom. */
function readingsWait(taken: readonly TakenSpin[]): Wait[] {
  const since = taken.slice(
    Math.max(
      0,
      taken.findLastIndex(({ afterCut }) => afterCut),
    ),
  );
  // Spins of one state count their readings together; the last of them has them all.
  const last = new Map(since.map((one) => [hungKey(one), one]));
  const short = [...last.values()].find(({ fact, told }) => fact.source === 'typed' && told.readings < READINGS_OF_A_STATE);
  return short ? [{ kind: 'readings', spinId: short.told.spinId, have: short.told.readings }] : [];
}

/** What nothing could contradict when it was first read was spun again since, or a cut or weights that followed bore it out. */
function isBorneOut(taken: readonly TakenSpin[]): boolean {
  const first = taken.findLastIndex(({ told: { chance } }) => chance === null);
  const since = taken.slice(Math.max(0, first));
  return (
    since.some(({ told }, i) => i > 0 && (told.spins > 1 || (since[i]!.afterCut && (told.chance ?? 0) >= UNLIKELY_CHANCE))) ||
    weightsTogether(since) >= WEIGHT_SPINS
  );
}

/** The spin that made the present state inside, where that was less likely than not and no other spin of the state followed (9d). */
function unlikelySuccess(taken: readonly TakenSpin[], tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>): Wait[] {
  const isInside = ({ told: { known } }: TakenSpin): boolean => (chanceInside(known, tolerance) ?? 0) >= SURE_ENOUGH;
  const last = taken.at(-1);
  if (!last || !isInside(last)) return [];
  const wasInside = taken.length > 1 && !last.afterCut && isInside(taken.at(-2)!);
  if (wasInside) return [];
  const { before } = last.told;
  const foretold = before ? (chanceInside(before, tolerance) ?? 0) : 0;
  return foretold < 0.5 ? [{ kind: 'unlikelySuccess', spinId: last.told.spinId }] : [];
}
