import { checkNumber, CoreError } from '../units/check.js';
import { studentPoint } from '../units/student.js';

/** A size with how well it is known. */
export interface Measured {
  readonly mm: number;
  /** Standard uncertainty, mm; null where nobody knows how the gauge scatters. */
  readonly deviationMm: number | null;
  /** Degrees of freedom of that; left out where a study or a class tells it. */
  readonly freedom?: number;
}

/** The worst known of several sizes; null where one of them is not known. */
export const worstDeviationMm = (sizes: readonly Pick<Measured, 'deviationMm'>[]): number | null =>
  sizes.reduce<number | null>((worst, { deviationMm }) => (worst === null || deviationMm === null ? null : Math.max(worst, deviationMm)), 0);

/** Limits as typed; null where a side has none. */
export interface Limits {
  readonly lowMm: number | null;
  readonly highMm: number | null;
}

export type Acceptance =
  | { readonly kind: 'inside' }
  | { readonly kind: 'outside'; readonly side: 'low' | 'high' }
  /** The region lies across a limit: so many times the placements would settle it; null where no sensible number would, or the gauge was never studied. */
  | { readonly kind: 'cannotYetTell'; readonly timesPlacements: number | null; readonly isUnstudied?: true };

/** The two-sided 95 % region, or the standard's one-sided guard band at 95 %: the share of the law that lies below its upper end. */
const ACCEPTANCE_RULES = { twoSided95: 0.975, oneSided95: 0.95 } as const;
export type AcceptanceRule = keyof typeof ACCEPTANCE_RULES;

/** Nobody measures a place more often than this many times over. */
const MOST_TIMES = 30;
/** What two sums of decimals differ by. */
const DUST_MM = 1e-9;

/** @throws CoreError when the low limit lies over the high one */
export function checkLimits({ lowMm, highMm }: Limits, name: string, field: string): void {
  for (const mm of [lowMm, highMm]) if (mm !== null) checkNumber(`A limit of ${name}`, mm, { min: -10, max: 5000, unit: 'mm' }, field);
  if (lowMm !== null && highMm !== null && lowMm > highMm) throw new CoreError(`The low limit of ${name} lies over the high one.`, field);
}

/** How far apart two limits are; null where one of them is missing. */
export const bandMm = (limits: Limits | null | undefined): number | null =>
  limits && limits.lowMm !== null && limits.highMm !== null ? limits.highMm - limits.lowMm : null;

/** What a gauge that nobody studied is taken to be off by: what would just make it unfit, as a share of the band that it judges. */
const UNSTUDIED_SHARE = 1 / 4;

/** Half the width of a size's region, with its gauge's scatter; where nobody knows that, a quarter of the band, or of the one limit there is. */
function halfWidthMm({ deviationMm, freedom = Infinity }: Measured, limits: Limits, rule: AcceptanceRule): number {
  if (deviationMm !== null) return deviationMm * studentPoint(ACCEPTANCE_RULES[rule], freedom);
  return UNSTUDIED_SHARE * (bandMm(limits) ?? Math.abs(limits.highMm ?? limits.lowMm ?? 0));
}

/**
 * Whether a size lies inside its limits (ISO 14253-1, handbook): inside only when its whole region does, outside when all of it lies
 * outside, else it cannot yet be told, and with it how many times the placements would shrink the region, which goes with 1/√n, to the nearest
 * limit. Where nobody studied the gauge it is that which would tell.
 */
export function accept(measured: Measured, limits: Limits, rule: AcceptanceRule = 'twoSided95'): Acceptance {
  const { mm, deviationMm } = measured;
  const { lowMm, highMm } = limits;
  const half = halfWidthMm(measured, limits, rule);
  if (lowMm !== null && mm + half < lowMm - DUST_MM) return { kind: 'outside', side: 'low' };
  if (highMm !== null && mm - half > highMm + DUST_MM) return { kind: 'outside', side: 'high' };
  const gap = Math.min(...(lowMm === null ? [] : [mm - lowMm]), ...(highMm === null ? [] : [highMm - mm]));
  if (gap >= half - DUST_MM) return { kind: 'inside' };
  if (deviationMm === null) return { kind: 'cannotYetTell', timesPlacements: null, isUnstudied: true };
  const times = gap === 0 ? Infinity : Math.ceil((half / Math.abs(gap)) ** 2);
  return { kind: 'cannotYetTell', timesPlacements: times <= MOST_TIMES ? times : null };
}
