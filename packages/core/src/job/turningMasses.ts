import type { BobCard } from '../bob/bobCard.js';
import type { EngineLayout } from '../engine/layout.js';
import type { Mounted } from '../estimate/estimate.js';
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
 * @param bobs null where none are needed
 */
export function turningMasses(layout: Pick<EngineLayout, 'pins'>, bobs: BobCard | null, mounted: Mounted, masses: PartMasses): TurningMasses {
  const parts = Object.keys(mounted).filter((part) => part !== 'crank');
  const onPins = bobs?.kind === 'ready' ? bobs.pins.map(({ pin, card }) => ({ massKg: card.bobWeightG / 1000, zMm: layout.pins[pin - 1]!.zMm })) : [];
  return {
    known: [...onPins, ...parts.flatMap((part) => (masses[part] ? [masses[part]] : []))],
    missing: [...(bobs?.kind === 'waiting' ? ['bobs'] : []), ...parts.filter((part) => !masses[part])],
  };
}
