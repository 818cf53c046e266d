import { LAYOUTS } from '../engine/library.js';
import { worked } from '../estimate/estimate.js';
import type { Planes } from '../rotor/planes.js';
import type { Vector } from '../units/vector.js';
import type { JobFacts, SpinFact } from './jobFacts.js';
import { recordEvents, wholeOf } from './recordEvents.js';
import { gainKnownBy, takenSpins } from './takenSpins.js';
import { usuallyMounted } from './usuallyMounted.js';

/** What makes cranks alike for a machine's gain (handbook section 6, definition 2): family of layout, what is mounted, planes, speed. */
export interface GainClass {
  readonly machineId: string | null;
  /** Of the machine: calibrated anew, it has another. */
  readonly gainEpoch: number;
  readonly family: string;
  /** Names of what is mounted, sorted. */
  readonly mounted: readonly string[];
  readonly planes: Planes;
  readonly speedRpm: number;
}

/** A job's gain, known by a spin. */
export interface GainOfJob {
  readonly a: Vector;
  readonly b: Vector;
  /** The spin that it was last told by. */
  readonly spinId: string;
}

/** Of a spin by a machine's own calibration. */
export const gainClassOf = (
  spec: JobFacts['spec'],
  { machineId = null, gainEpoch = 0, planes, speedRpm, mounted }: Pick<SpinFact, 'machineId' | 'gainEpoch' | 'planes' | 'speedRpm' | 'mounted'>,
): GainClass => ({
  machineId,
  gainEpoch,
  family: LAYOUTS[spec.layoutId].family,
  mounted: Object.keys(mounted ?? usuallyMounted(spec.crank)).sort(),
  planes,
  speedRpm,
});

/** Planes and speed of one class lie within a tenth of one another. */
const ALIKE = 0.1;

function isAlike(one: GainClass, other: GainClass): boolean {
  const spanMm = other.planes.zBMm - other.planes.zAMm;
  const near = (x: number, y: number): boolean => Math.abs(x - y) <= ALIKE * spanMm;
  return (
    one.machineId === other.machineId &&
    one.gainEpoch === other.gainEpoch &&
    one.family === other.family &&
    one.mounted.join() === other.mounted.join() &&
    near(one.planes.zAMm, other.planes.zAMm) &&
    near(one.planes.zBMm, other.planes.zBMm) &&
    Math.abs(one.speedRpm / other.speedRpm - 1) <= ALIKE
  );
}

/**
 * What a job came to know of a machine's gain on cranks of a class: known to 0.03 by known weights, or by two rounds that agreed.
 * @returns null where it does not know it, where its crank is of another class, or where its record contradicts itself
 * @throws CoreError as estimate
 */
export function jobGain(facts: JobFacts, wanted: GainClass): GainOfJob | null {
  const { spec, spins } = wholeOf(facts);
  const alike = spins.filter((spin) => spin.quick !== true && spin.calibrationId == null && isAlike(gainClassOf(spec, spin), wanted));
  if (alike.length === 0) return null;
  const input = recordEvents(facts);
  const { told } = worked(input);
  if (told.surprise) return null;
  const taken = takenSpins(spins, input, told).filter(({ fact }) => alike.includes(fact));
  const last = taken.at(-1);
  const gain = told.gains.find(({ calibration }) => calibration === last?.event.calibration);
  if (!last || !gain) return null;
  const mine = taken.filter(({ event }) => event.calibration === gain.calibration);
  return gainKnownBy(mine, gain) === null ? null : { a: gain.a.gain, b: gain.b.gain, spinId: last.fact.id };
}
