import type { BobChoices } from '../bob/bobChoices.js';
import type { EngineLayout } from '../engine/layout.js';
import type { Mounted } from '../estimate/estimate.js';
import type { PointMass } from '../rotor/supports.js';
import type { JobFigures } from './jobFigures.js';

/** Masses of what bolts on, by the part's name, and where each acts along the crank. */
export type PartMasses = Readonly<Record<string, PointMass>>;

export interface TurningMasses {
  readonly known: readonly PointMass[];
  /** Mounted parts whose mass nobody said, by name. */
  readonly missing: readonly string[];
}

/** What hangs on each pin, g: what was accepted, else what is worked out; null where nothing is needed, `unknown` while nobody knows. */
export function hangingBobsG(
  { bobsNeeded, bobs }: Pick<JobFigures, 'bobsNeeded' | 'bobs'>,
  { acceptedG }: Pick<BobChoices, 'acceptedG'>,
): readonly number[] | 'unknown' | null {
  if (!bobsNeeded.needed) return null;
  if (acceptedG !== null) return acceptedG;
  return bobs.kind === 'ready' ? bobs.pins.map(({ card }) => card.bobWeightG) : 'unknown';
}

/**
 * What turns with the crank besides itself: a bob on each pin where bobs are needed, and every part that is mounted.
 * @param bobsG as hangingBobsG
 */
export function turningMasses(
  { pins }: Pick<EngineLayout, 'pins'>,
  bobsG: readonly number[] | 'unknown' | null,
  mounted: Mounted,
  masses: PartMasses,
): TurningMasses {
  const parts = Object.keys(mounted).filter((part) => part !== 'crank');
  const onPins = bobsG === null || bobsG === 'unknown' ? [] : bobsG.map((g, p) => ({ massKg: g / 1000, zMm: pins[p]!.zMm }));
  return {
    known: [...onPins, ...parts.flatMap((part) => (masses[part] ? [masses[part]] : []))],
    missing: [...(bobsG === 'unknown' ? ['bobs'] : []), ...parts.filter((part) => !masses[part])],
  };
}
