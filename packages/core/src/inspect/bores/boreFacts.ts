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
  /** End gaps of the rings in their bores, from the top; left out while nobody typed them. */
  readonly rings?: readonly RingLimits[];
}

/** What the ends of a ring have to leave between them in its bore. */
export interface RingLimits extends Limits {
  readonly name: string;
}

/** How a block was held while its bores were measured and honed. */
export interface BoringNoted {
  /** A plate torqued on in the head's place, or none. */
  readonly plate: 'none' | 'torqued';
  readonly plateTorqueNm: number | null;
  readonly blockC: number | null;
  readonly note: string;
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
  | {
      readonly kind: 'trialCut';
      readonly cylinder: number;
      readonly toMm: number;
      /** What the bar was set to for it; left out where nobody said. */
      readonly setMm?: number;
    }
  /** Every cylinder bored to an oversize, with so much left for the hone, left out for nothing: other pistons and rings go in. */
  | { readonly kind: 'bore'; readonly overMm: number; readonly honeLeftMm?: number }
  /** Every cylinder finish honed; why it was done before the measured pistons were there, blank where they were. */
  | { readonly kind: 'honeBores'; readonly overruled: string }
  /** A ring's ends filed in all by so much. */
  | { readonly kind: 'fileRing'; readonly cylinder: number; readonly ring: number; readonly takenMm: number }
  | { readonly kind: 'sleeve'; readonly cylinder: number };

const BORE_WORKS: ReadonlySet<string> = new Set<BoreWork['kind']>(['trialCut', 'bore', 'honeBores', 'fileRing', 'sleeve']);
export const isBoreWork = (work: { readonly kind: string }): work is BoreWork => BORE_WORKS.has(work.kind);

/** What somebody said and decided of a block's bores. */
export interface BoresSaid {
  readonly limits: BoreLimits | null;
  /** How far the old bore's axis lies from the new one, by cylinder, mm. */
  readonly offAxisMm: Readonly<Record<string, number>>;
  /** The customer's word on an oversize; null while nobody asked. */
  readonly word: BoringWord | null;
  /** What was seen and heard, by cylinder. */
  readonly evidence: Readonly<Record<string, Evidence>>;
  readonly noted: BoringNoted | null;
}
