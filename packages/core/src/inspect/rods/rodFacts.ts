import type { AcceptanceRule, Limits } from '../acceptance.js';
import type { ShellGrade } from '../clearance.js';

/** Shells whose outside is larger, for a big end that was honed past its high limit. */
export interface OverShell {
  readonly overMm: number;
  readonly stock: number;
}

/** Limits of a set of rods, typed from the engine's own data: none ships. */
export interface RodLimits {
  readonly rule: AcceptanceRule;
  /** Big end, torqued, shells out. */
  readonly bigEnd: Limits;
  readonly outOfRoundMm: number | null;
  readonly taperMm: number | null;
  /** Where in its band a big end is honed to: 0.5 is the middle. */
  readonly aimRatio: number;
  /** What closing leaves to be honed, on the diameter. */
  readonly stockMm: number;
  /** Taken off the cap alone up to so much; off rod and cap beyond. Null: always the cap alone. */
  readonly mostOffCapMm: number | null;
  /** Difference of the longest and the shortest centre distance of the set. */
  readonly centreSpreadMm: number | null;
  /** Bend and twist, over a stated length. */
  readonly bendMm: number | null;
  readonly twistMm: number | null;
  readonly overMm: number;
  readonly smallEnd: Limits;
  /** Torqued less free length of a bolt, and by how much longer than new it may be when free again. */
  readonly stretch: Limits;
  readonly longerMm: number | null;
  readonly mostUses: number | null;
  /** Oil clearance on the crankpin, and the grades of shells that can be had. */
  readonly clearance: Limits;
  readonly grades: readonly ShellGrade[];
  readonly overShells: readonly OverShell[];
}

/** When rod bolts are torqued: to gauge, to hone, and at last when the engine goes together. */
export const TORQUE_STEPS = ['gauging', 'honing', 'assembly'] as const;
export type TorqueStep = (typeof TORQUE_STEPS)[number];

/** How rod bolts are torqued at a step. */
export interface BoltTorque {
  readonly torqueNm: number;
  /** As it stands on the tin: oil, paste, dry. */
  readonly lubricant: string;
}

/** What is stamped on a rod and on its cap. */
export interface RodNumbers {
  readonly rod: string;
  readonly cap: string;
}

/** What is known of a rod's bolts besides their lengths. */
export interface RodBolts {
  readonly areNew: boolean;
  /** How often they were torqued so far. */
  readonly uses: number;
}

/** What was done to a rod. */
export type RodWork =
  | { readonly kind: 'closeRod'; readonly rod: number; readonly closedMm: number; readonly faces: 'cap' | 'both' }
  | { readonly kind: 'honeRod'; readonly rod: number; readonly seconds: number }
  | { readonly kind: 'newBolts'; readonly rod: number };

/** Whether a work was done to a rod. */
export const isRodWork = (work: { readonly kind: string }): work is RodWork =>
  work.kind === 'closeRod' || work.kind === 'honeRod' || work.kind === 'newBolts';

/** What somebody said and decided of a set of rods. */
export interface RodsSaid {
  readonly limits: RodLimits | null;
  readonly torques: Readonly<Partial<Record<TorqueStep, BoltTorque>>>;
  /** By cylinder. */
  readonly numbers: Readonly<Record<string, RodNumbers>>;
  readonly bolts: Readonly<Record<string, RodBolts>>;
  /** Rods that bear a crack, in words. */
  readonly cracks: Readonly<Record<string, string>>;
  /** Halves whose crush was seen. */
  readonly crush: Readonly<Record<string, boolean>>;
}
