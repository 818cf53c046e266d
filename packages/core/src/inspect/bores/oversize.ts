import { checkNumber } from '../../units/check.js';
import type { Oversize } from './boreFacts.js';

/** A bore as it is, for the size of the whole block. */
export interface WornBore {
  readonly cylinder: number;
  /** The largest of what was read of it, over all depths and directions. */
  readonly largestMm: number;
  /** How far its axis lies from the one that is bored on. */
  readonly offAxisMm: number;
  /** A trial cut with what a shadow left by it measures across; null before any. */
  readonly trial: { readonly cutMm: number; readonly shadowMm: number } | null;
}

export interface NeededOversize {
  readonly cylinder: number;
  /** What it cleans up at, honed: bored true to its axis, and with a tool that floats at best. */
  readonly trueMm: number;
  readonly floatingMm: number;
  /** The smallest on sale that does, true to the axis; null where none. */
  readonly alone: Oversize | null;
}

export interface OversizeChoice {
  readonly needs: readonly NeededOversize[];
  readonly decides: number;
  readonly size: Oversize | null;
  /** The smallest that cleans up all but the one that decides; null where that is no smaller, or there is only one. */
  readonly withoutIt: Oversize | null;
}

const DUST_MM = 1e-9;

/**
 * The smallest oversize on sale at which every cylinder of a block cleans up (handbook, oversize): for each
 *
 *   D ≥ max over depths of (d + 2·e) + hone allowance
 *
 * with e the distance of the old bore's axis from the new. After a trial cut D_b that leaves a shadow on one side, of which d_s is measured
 * across, a tool true to the axis cleans it at 2·d_s − D_b, one that floats at best at d_s; with shadows on both sides it lies between, so both
 * are told and the larger is planned for.
 *
 * @param onSale in any order
 */
export function oversizeFor(
  bores: readonly [WornBore, ...WornBore[]],
  nominalMm: number,
  honeMm: number,
  onSale: readonly Oversize[],
): OversizeChoice {
  checkNumber('The nominal bore', nominalMm, { above: 0, max: 2000, unit: 'mm' }, 'nominalMm');
  checkNumber('The hone allowance', honeMm, { min: 0, max: 2, unit: 'mm' }, 'honeMm');
  const sizes = [...onSale].sort((a, b) => a.overMm - b.overMm);
  const smallest = (needMm: number): Oversize | null => sizes.find(({ overMm }) => nominalMm + overMm >= needMm - DUST_MM) ?? null;
  const needs = bores.map(({ cylinder, largestMm, offAxisMm, trial }): NeededOversize => {
    const byWear = largestMm + 2 * offAxisMm;
    const trueMm = (trial ? Math.max(byWear, 2 * trial.shadowMm - trial.cutMm) : byWear) + honeMm;
    const floatingMm = (trial ? Math.max(largestMm, trial.shadowMm) : largestMm) + honeMm;
    return { cylinder, trueMm, floatingMm, alone: smallest(trueMm) };
  });
  const decides = needs.reduce((most, one) => (one.trueMm > most.trueMm ? one : most));
  const rest = needs.filter((one) => one !== decides).map(({ trueMm }) => trueMm);
  const others = rest.length === 0 ? null : smallest(Math.max(...rest));
  const isSmaller = others !== null && (decides.alone === null || others.overMm < decides.alone.overMm);
  return { needs, decides: decides.cylinder, size: decides.alone, withoutIt: isSmaller ? others : null };
}

/** What is left of a wall once its bore is larger, mm: it loses half of what the diameter gains. */
export const wallLeftMm = (wallMm: number, nowMm: number, boredMm: number): number => wallMm - Math.max(0, boredMm - nowMm) / 2;

/** Swept volume of an engine, cm³. */
export const displacementCm3 = (boreMm: number, strokeMm: number, cylinders: number): number =>
  ((Math.PI / 4) * boreMm ** 2 * strokeMm * cylinders) / 1000;
