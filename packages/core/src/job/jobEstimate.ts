import { worked, type Estimate, type Worked } from '../estimate/estimate.js';
import type { EstimateInput } from '../estimate/events.js';
import { planeOfFour } from '../estimate/fourNumbers.js';
import { RAYLEIGH95 } from '../estimate/laws.js';
import { chanceInside, verdictBy, type Verdict } from '../estimate/verdict.js';
import type { TrackedPlane } from '../correct/trackedPlane.js';
import { movePlanes, type PlaneUnbalance } from '../rotor/planes.js';
import type { Tolerance } from '../rotor/tolerance.js';
import { absolute } from '../units/complex.js';
import { subtract } from '../units/vector.js';
import { BY_ITSELF } from '../setups/ownPart.js';
import { recordEvents, type EstimateFacts } from './recordEvents.js';
import { restingFacts, restsOn, type RestsOn } from './restsOn.js';

/** What is known of a job's crank, by everything on record: what every screen, the card and the sign-off speak from. */
export interface JobEstimate extends Estimate {
  /** As the first spin that stands read it, less what hung on it, in the job's planes. */
  readonly received: PlaneUnbalance | null;
  /** Chance that both planes are inside their tolerances now; null where nothing can be said. */
  readonly inside: number | null;
  /** Inside only where nothing is to be read once more before. */
  readonly verdict: Verdict;
  /** What a plan and that verdict rest on, and what has to be read before. */
  readonly restsOn: RestsOn;
  /** Calibrations whose gain is away from one by more than its region and a tenth, and that no known weight has checked. */
  readonly gainsToCheck: readonly string[];
  /** Spins so far whose readings count. */
  readonly counted: number;
}

/** A record as it was put into the estimate, and what came of it. */
export interface WorkedRecord {
  readonly input: EstimateInput;
  readonly worked: Worked;
}

/** @throws CoreError as estimate */
export function workedRecord(facts: EstimateFacts): WorkedRecord {
  const input = recordEvents(facts);
  return { input, worked: worked(input) };
}

/**
 * What is known of a job's crank.
 * @param record as it is worked out; left out, it is done here
 * @throws CoreError as estimate
 */
export function jobEstimate(
  facts: EstimateFacts,
  tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>,
  { input, worked: { told: all } }: WorkedRecord = workedRecord(facts),
): JobEstimate {
  // What was measured of the shop's own parts is no spin of this job.
  const told = {
    ...all,
    spins: all.spins.filter(({ spinId }) => !spinId.startsWith(BY_ITSELF)),
    gains: all.gains.filter(({ calibration }) => calibration !== BY_ITSELF),
  };
  const inside = told.surprise || !told.now ? null : chanceInside(told.now, tolerance);
  const resting = restsOn(restingFacts(facts, facts.spins), input, told, tolerance);
  const verdict = verdictBy(inside);
  return {
    ...told,
    received: receivedOf(input, facts.spins),
    inside,
    verdict: verdict === 'inside' && resting.acceptWaits.length > 0 ? 'cannotYetTell' : verdict,
    restsOn: resting,
    gainsToCheck: gainsToCheck(told, input),
    counted: told.spins.filter(({ setAside }) => !setAside).length,
  };
}

/** By the first spin of what is looked at: of a set-up its own. */
function receivedOf({ events, planes }: EstimateInput, spins: EstimateFacts['spins']): PlaneUnbalance | null {
  const first = events.find((event) => event.kind === 'spin' && spins.some(({ id }) => id === event.id));
  if (first?.kind !== 'spin') return null;
  const { mean } = first.reading.turns;
  const less = { aGmm: subtract(mean.aGmm, first.hung.aGmm), bGmm: subtract(mean.bGmm, first.hung.bGmm) };
  return movePlanes(less, first.planes, planes);
}

/** A calibration is a few per cent off as calibrations are, and what the cuts taught of it puts that right; a tenth is something else. */
const WORTH_A_CHECK = 0.1;

function gainsToCheck({ gains }: Estimate, { events }: EstimateInput): string[] {
  const checked = new Set(
    events.flatMap((event) => (event.kind === 'spin' && (absolute(event.hung.aGmm) > 0 || absolute(event.hung.bGmm) > 0) ? [event.calibration] : [])),
  );
  const isOff = ({ gain, deviation }: Estimate['gains'][number]['a']): boolean =>
    absolute(subtract(gain, { re: 1, im: 0 })) > Math.max(RAYLEIGH95 * deviation, WORTH_A_CHECK);
  return gains.filter(({ calibration, a, b }) => !checked.has(calibration) && (isOff(a) || isOff(b))).map(({ calibration }) => calibration);
}

/** What a plane is known to be, as plans take it: the gain is that of the last calibration. */
export function trackedPlane({ now, gains, spins }: Estimate, plane: 'a' | 'b'): TrackedPlane | null {
  if (!now || spins.length === 0) return null;
  const name = plane === 'a' ? 'aGmm' : 'bGmm';
  const { xx, yy } = planeOfFour(now.covariance, name);
  const { gain, deviation } = gains.at(-1)![plane];
  return { unbalanceGmm: now.unbalance[name], deviationGmm: Math.sqrt((xx + yy) / 2), gain, gainDeviation: deviation };
}
