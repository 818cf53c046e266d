import { checkNumber, CoreError } from '../units/check.js';

/** What a rod reads at its ends, g. */
export interface RodEndWeights {
  readonly bigEndG: number;
  readonly smallEndG: number;
}

/** Masses at the two pads, g: of a rod, or of what comes off it. */
export interface PadMasses {
  readonly bigPadG: number;
  readonly smallPadG: number;
}

/** Stations of the pads as shares of the rod's length: 0 at the small-end centre, 1 at the big-end centre. */
export interface PadStations {
  readonly bigRatio: number;
  readonly smallRatio: number;
}

/** Pads nearer together than this along the rod do not tell its ends apart: a gram at one end would take kilograms. */
const LEAST_APART_RATIO = 0.2;

/** @throws CoreError when the pads are too near together, or off any rod */
export function checkPads({ bigRatio, smallRatio }: PadStations): void {
  checkNumber("The cap pad's station", bigRatio, { min: 0.4, max: 1.6 }, 'bigRatio');
  checkNumber("The small-end pad's station", smallRatio, { min: -0.6, max: 0.6 }, 'smallRatio');
  if (bigRatio - smallRatio < LEAST_APART_RATIO)
    throw new CoreError('The two pads are too near together to bring both ends to their targets.', 'bigRatio');
}

/**
 * What both ends read of masses at the pads (handbook section 3): mass m at station ξ = x/L loads the big end by m·ξ and the
 * small end by m·(1 − ξ). Beyond the big-end centre (ξ > 1) it lifts the small end, so cutting there makes that read heavier.
 *
 * @example endsOfPads({ bigPadG: 1, smallPadG: 0 }, { bigRatio: 1.15, smallRatio: -0.12 }).smallEndG // −0.15
 */
export function endsOfPads({ bigPadG, smallPadG }: PadMasses, { bigRatio, smallRatio }: PadStations): RodEndWeights {
  return { bigEndG: bigPadG * bigRatio + smallPadG * smallRatio, smallEndG: bigPadG * (1 - bigRatio) + smallPadG * (1 - smallRatio) };
}

/**
 * The inverse of `endsOfPads`: a rod's readings as masses at its pads. The 2×2 system has the determinant ξ_big − ξ_small.
 */
export function padsOfEnds({ bigEndG, smallEndG }: RodEndWeights, { bigRatio, smallRatio }: PadStations): PadMasses {
  const apart = bigRatio - smallRatio;
  return {
    bigPadG: (bigEndG * (1 - smallRatio) - smallEndG * smallRatio) / apart,
    smallPadG: (smallEndG * bigRatio - bigEndG * (1 - bigRatio)) / apart,
  };
}

export interface RodToMatch extends RodEndWeights {
  readonly id: string;
  /** Brought down like the rest, never the reference. */
  readonly damaged: boolean;
}

/** What comes off one rod, and what its ends will read then. */
export interface RodRemoval extends PadMasses {
  readonly id: string;
  readonly after: RodEndWeights;
}

export interface RodPlan {
  readonly target: RodEndWeights;
  readonly removals: readonly RodRemoval[];
  readonly metalG: number;
}

/**
 * The least metal that makes all rods equal at both ends, in one step: the target is the componentwise minimum in pad
 * coordinates (handbook section 3), each rod's removals what it has more at each pad. Optimal because no rod can gain metal
 * at a pad, so no common target can lie above any rod at either.
 *
 * @param rods at least one undamaged; a damaged rod below the target at a pad keeps what it lacks
 * @throws CoreError when there is no reference, the pads make no sense, or an end is not a number
 */
export function equalRods(rods: readonly RodToMatch[], stations: PadStations): RodPlan {
  checkPads(stations);
  rods.forEach(({ id, bigEndG, smallEndG }, i) => {
    checkNumber(`The big end of rod ${id}`, bigEndG, { unit: 'g' }, `rods.${i}.bigEndG`);
    checkNumber(`The small end of rod ${id}`, smallEndG, { unit: 'g' }, `rods.${i}.smallEndG`);
  });
  const usable = rods.filter((rod) => !rod.damaged);
  if (usable.length === 0) throw new CoreError('Every rod is marked damaged: there is nothing to match to.', 'rods');
  const pads = usable.map((rod) => padsOfEnds(rod, stations));
  const target = { bigPadG: Math.min(...pads.map((p) => p.bigPadG)), smallPadG: Math.min(...pads.map((p) => p.smallPadG)) };
  const removals = rods.map((rod) => {
    const own = padsOfEnds(rod, stations);
    return removalOf(rod, { bigPadG: Math.max(0, own.bigPadG - target.bigPadG), smallPadG: Math.max(0, own.smallPadG - target.smallPadG) }, stations);
  });
  return { target: endsOfPads(target, stations), removals, metalG: metalOf(removals) };
}

/** A rod with its removals, and its ends after them. */
export function removalOf(rod: RodToMatch, off: PadMasses, stations: PadStations): RodRemoval {
  const lost = endsOfPads(off, stations);
  return { id: rod.id, ...off, after: { bigEndG: rod.bigEndG - lost.bigEndG, smallEndG: rod.smallEndG - lost.smallEndG } };
}

export const metalOf = (removals: readonly PadMasses[]): number => removals.reduce((sum, { bigPadG, smallPadG }) => sum + bigPadG + smallPadG, 0);
