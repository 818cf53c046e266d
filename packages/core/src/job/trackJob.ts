import { drillSpread, USUAL_DRILL, type DrillErrors } from '../correct/drillErrors.js';
import { trackUnbalance, type PlaneEvent, type TrackedPlane } from '../correct/trackUnbalance.js';
import { effectOfCuts, furtherCut, metalNow } from '../cuts/metalNow.js';
import { BALANCED, movePlanes, type PlaneUnbalance } from '../rotor/planes.js';
import { planeReadingOf, RAYLEIGH95 } from '../spin/planeReading.js';
import { moveTurns, turnsInPlane } from '../spin/turnSummary.js';
import { subtract, toPolar, type Vector } from '../units/vector.js';
import type { JobFacts, SpinFact } from './jobFacts.js';

/** What is known of the crank now, by every spin and hole since it has lain in this machine. */
export interface TrackedJob {
  readonly a: TrackedPlane;
  readonly b: TrackedPlane;
  /** As the first of those spins read it, less what hung on it. */
  readonly received: PlaneUnbalance;
  /** Spins that tell of it. */
  readonly spins: number;
}

/** A calibration of which nobody says how good it is. */
const GAIN_OF_NOBODY_KNOWS = 0.05;
/** No machine reads truer than this, g·mm. */
const LEAST_DEVIATION_GMM = 1;

/**
 * The unbalance of both planes and this set-up's gains, from the spins, what hung on the crank in them, and the holes between.
 * Spins by another machine or another calibration have another gain: only those since the last change count.
 * @returns null before the first spin
 */
export function trackJob({ spec, spins, holes }: Pick<JobFacts, 'spec' | 'spins' | 'holes'>, drill: DrillErrors = USUAL_DRILL): TrackedJob | null {
  const last = spins.at(-1);
  if (!last) return null;
  const by = ({ machineId, calibrationId }: SpinFact): string => `${machineId ?? ''}/${calibrationId ?? ''}`;
  const from = spins.findLastIndex((spin) => by(spin) !== by(last)) + 1;
  const own = spins.slice(from);
  const { crank } = spec;
  // What went between two spins, for both planes at once.
  const after = own.map(({ id }) => holes.filter((hole) => hole.afterSpinId === id));
  const counted = new Set(after.flat());
  let metal = metalNow(
    crank,
    holes.filter((hole) => !counted.has(hole)),
  );
  const cuts = after.map((drilled) => {
    if (drilled.length === 0) return null;
    const before = metal;
    metal = furtherCut(metal, drilled);
    return { change: effectOfCuts(before, drilled), spread: drillSpread(before, drilled, drill) };
  });
  const track = (plane: 'aGmm' | 'bGmm'): TrackedPlane => {
    const readings = own.map((spin) => readingOf(spin, crank.planes, plane));
    const events = readings.flatMap((reading, i): PlaneEvent[] => {
      const cut = cuts[i];
      return cut ? [reading, { kind: 'cut', changeGmm: cut.change[plane], deviationGmm: cut.spread[plane] }] : [reading];
    });
    return trackUnbalance(events, gainDeviationOf(own[0]!.spread?.[plane].commonGmm ?? 0, readings[0]!.readGmm));
  };
  const asItCame = (plane: 'aGmm' | 'bGmm'): Vector => {
    const { readGmm, hungGmm } = readingOf(own[0]!, crank.planes, plane);
    return subtract(readGmm, hungGmm);
  };
  return { a: track('aGmm'), b: track('bGmm'), received: { aGmm: asItCame('aGmm'), bGmm: asItCame('bGmm') }, spins: own.length };
}

type Reading = Extract<PlaneEvent, { kind: 'read' }>;
type Planes = JobFacts['spec']['crank']['planes'];

function readingOf(spin: SpinFact, planes: Planes, plane: 'aGmm' | 'bGmm'): Reading {
  const turns = turnsInPlane(moveTurns(spin.turns, spin.planes, planes), plane);
  const { meanGmm, radius95Gmm } = planeReadingOf(turns, spin.knownDeviationGmm ?? null);
  return {
    kind: 'read',
    readGmm: meanGmm,
    hungGmm: movePlanes(spin.hung ?? BALANCED, spin.planes, planes)[plane],
    deviationGmm: Math.max(LEAST_DEVIATION_GMM, Math.hypot(radius95Gmm / RAYLEIGH95, spin.spread?.[plane].runGmm ?? 0)),
  };
}

/** How far the calibration may be off, as a share of what it was first used on. */
function gainDeviationOf(commonGmm: number, readGmm: Vector): number {
  const { amount } = toPolar(readGmm);
  return commonGmm > 0 && amount > 0 ? Math.min(1, commonGmm / amount) : GAIN_OF_NOBODY_KNOWS;
}
