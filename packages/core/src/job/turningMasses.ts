import type { EngineLayout } from '../engine/layout.js';
import type { Mounted } from '../estimate/events.js';
import type { PointMass } from '../rotor/supports.js';

/** Masses of what bolts on, by the part's name, and where each acts along the crank. */
export type PartMasses = Readonly<Record<string, PointMass>>;

export interface TurningMasses {
  readonly known: readonly PointMass[];
  /** Mounted parts whose mass nobody said, by name. */
  readonly missing: readonly string[];
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
