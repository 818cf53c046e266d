import type { PartKind } from '../parts/facts.js';
import type { MetalChoices } from './partMetals.js';
import type { RodPlaceChoices } from './rodPlaces.js';

/** Named tolerances, largest minus smallest in a set, with the reason the trade gives for each (handbook section 3). */
export const MATCH_SCHOOLS = [
  { id: 'rebuild', toleranceG: 1, name: 'Ordinary rebuild', reason: 'Quality aftermarket sets come within a gram.' },
  { id: 'performance', toleranceG: 0.5, name: 'Performance', reason: 'Half a gram, where the engine is asked for more.' },
  { id: 'competition', toleranceG: 0.1, name: 'Competition', reason: 'Wants a scale that counts in 0.025 g or finer.' },
  { id: 'becauseItCan', toleranceG: 0.05, name: 'Because it can be done', reason: 'Needs a 0.01 g scale, and patience.' },
] as const;

/** Whole sets must match, or the parts of each kind among themselves, which is stricter and keeps them interchangeable. */
export const MATCH_BASES = ['perSet', 'perKind'] as const;
export type MatchBasis = (typeof MATCH_BASES)[number];

/** The places of a piston that the trade takes metal from (handbook section 3: two schools; the maker's advice first). */
export const PISTON_PLACES = ['bosses', 'skirtEdge'] as const;
export type PistonPlace = (typeof PISTON_PLACES)[number];

/** Where metal comes off, and how much may, as the job chose it. */
export interface MatchChoices extends MetalChoices, RodPlaceChoices {
  readonly basis: MatchBasis;
  /** Pads that a piston's removal is shared between. */
  readonly pistonPads: 2 | 4;
  /** Where a piston loses metal: at its pads by the pin bosses, or as a relief along the lower inside edge of the skirt; left out for the pads. */
  readonly pistonPlace?: PistonPlace;
  /** Parts inside the tolerance go on to the target itself, down to a division of the scale; left out for not. */
  readonly toTarget?: boolean;
  /** Most that may come off, as a share of the weight as received. */
  readonly pistonLimitRatio: number;
  readonly pinLimitRatio: number;
  readonly rodEndLimitRatio: number;
  /** Cylinders whose parts stay as they are. */
  readonly lockedCylinders: readonly number[];
}

/** Limits of handbook section 3. */
export const USUAL_MATCH_CHOICES: MatchChoices = {
  basis: 'perSet',
  pistonPads: 2,
  pistonLimitRatio: 0.015,
  pinLimitRatio: 0.01,
  rodEndLimitRatio: 0.01,
  bigPadMm: null,
  smallPadMm: null,
  lockedCylinders: [],
};

/** A target that no longer follows the lightest: fixed when cutting began, or by somebody's word. */
export interface FixedTarget {
  readonly targetG: number;
  readonly reason: string;
}

/** What a target is for: the cylinders' sets, or the parts of a kind. */
export type TargetGroup = 'set' | PartKind;
