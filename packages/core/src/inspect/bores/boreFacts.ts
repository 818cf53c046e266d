import type { AcceptanceRule, Limits } from '../acceptance.js';
import type { Evidence } from './evidence.js';

/** A size of pistons that can be had, over the bore's nominal; with what the whole set costs. */
export interface Oversize {
  readonly overMm: number;
  readonly stock: number | null;
  readonly price: number | null;
}

/** Limits of a block's bores and its pistons, typed from the engine's own data: none ships. */
export interface BoreLimits {
  readonly rule: AcceptanceRule;
  readonly nominalMm: number | null;
  /** How much larger than nominal a bore may be, out of round and tapered, before it is bored. */
  readonly wearMm: number | null;
  readonly outOfRoundMm: number | null;
  readonly taperMm: number | null;
  readonly oversizes: readonly Oversize[];
  /** What is left for the hone after boring, on the diameter. */
  readonly honeMm: number;
  /** The thinnest wall that may be left, and the price of a sleeve; null where nobody said. */
  readonly leastWallMm: number | null;
  readonly sleevePrice: number | null;
  /** The day the prices are of. */
  readonly pricedOn: string;
  readonly clearance: Limits;
}

/** What the customer said of what boring costs. */
export interface BoringWord {
  readonly overMm: number;
  readonly by: string;
  readonly on: string;
  readonly price: number | null;
}

/** What was done to a block. */
export type BoreWork =
  /** A first cut in one cylinder, true to its axis or with a tool that floats. */
  | { readonly kind: 'trialCut'; readonly cylinder: number; readonly toMm: number }
  /** Every cylinder bored and honed to an oversize: other pistons and rings go in. */
  | { readonly kind: 'bore'; readonly overMm: number }
  | { readonly kind: 'sleeve'; readonly cylinder: number };

export const isBoreWork = (work: { readonly kind: string }): work is BoreWork =>
  work.kind === 'trialCut' || work.kind === 'bore' || work.kind === 'sleeve';

/** What somebody said and decided of a block's bores. */
export interface BoresSaid {
  readonly limits: BoreLimits | null;
  /** How far the old bore's axis lies from the new one, by cylinder, mm. */
  readonly offAxisMm: Readonly<Record<string, number>>;
  /** The customer's word on an oversize; null while nobody asked. */
  readonly word: BoringWord | null;
  /** What was seen and heard, by cylinder. */
  readonly evidence: Readonly<Record<string, Evidence>>;
}
