import { checkNumber } from '../units/check.js';

/** A journal as worn, for its group's undersize. */
export interface WornJournal {
  readonly id: string;
  readonly smallestMm: number;
  /** How far the axis of the new grind lies from the middle of what is left; from the unworn axis where that is told. */
  readonly eccentricityMm: number;
  /** Its size where it never wore, for wear on one side; null for wear all round. */
  readonly unwornMm: number | null;
}

/** A size of bearings that can be had. */
export interface Undersize {
  readonly underMm: number;
  readonly stock: number | null;
  readonly price: number | null;
}

export interface NeededUndersize {
  readonly id: string;
  /** Smallest undersize at which this one cleans up, mm. */
  readonly needMm: number;
  /** The smallest on sale that does; null where none. */
  readonly alone: Undersize | null;
}

export interface UndersizeChoice {
  readonly needs: readonly NeededUndersize[];
  /** The journal that decides for its whole group. */
  readonly decidesId: string;
  /** Null where none on sale cleans up every one: weld up, or another crank. */
  readonly size: Undersize | null;
}

const DUST_MM = 1e-9;

/**
 * The smallest undersize on sale at which every journal of a group cleans up (handbook, undersize): mains as one group and pins as one, never
 * a single journal. Ground on an axis e from the middle of what is left, a journal of d_min cleans up at d_min − 2·e less the allowance; one
 * that wore on one side, with e from its unworn axis, at 2·d_min − d_unworn − 2·e:
 *
 *   need = target + allowance − (d_min − 2·e)
 *
 * @param targetMm the size that a journal of undersize 0 is ground to
 * @param cleanUpMm taken off besides, on the diameter
 * @param onSale in any order
 */
export function undersizeFor(
  journals: readonly [WornJournal, ...WornJournal[]],
  targetMm: number,
  cleanUpMm: number,
  onSale: readonly Undersize[],
): UndersizeChoice {
  checkNumber('The target', targetMm, { above: 0, max: 1000, unit: 'mm' }, 'targetMm');
  checkNumber('The clean-up allowance', cleanUpMm, { min: 0, max: 2, unit: 'mm' }, 'cleanUpMm');
  const sizes = [...onSale].sort((a, b) => a.underMm - b.underMm);
  const smallest = (needMm: number): Undersize | null => sizes.find(({ underMm }) => underMm >= needMm - DUST_MM) ?? null;
  const needs = journals.map(({ id, smallestMm, eccentricityMm, unwornMm }): NeededUndersize => {
    const cleansAtMm = (unwornMm === null ? smallestMm : 2 * smallestMm - unwornMm) - 2 * eccentricityMm;
    const needMm = Math.max(0, targetMm + cleanUpMm - cleansAtMm);
    return { id, needMm, alone: smallest(needMm) };
  });
  const decides = needs.reduce((most, one) => (one.needMm > most.needMm ? one : most));
  return { needs, decidesId: decides.id, size: decides.alone };
}
