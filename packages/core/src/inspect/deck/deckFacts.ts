import type { AcceptanceRule, Limits } from '../acceptance.js';

/** What a block's decks have to be and what stands over them, typed from the engine's own data: none ships. */
export interface DeckLimits {
  readonly rule: AcceptanceRule;
  /** From the main line to the deck, new and at least. */
  readonly heightMm: number | null;
  readonly leastHeightMm: number | null;
  /** How far the corners of a deck may differ, a straight edge may stand off it, and two banks may differ. */
  readonly flatnessMm: number | null;
  /** What the last, thin cut takes. */
  readonly lastCutMm: number;
  /** From a piston's pin to its crown. */
  readonly compressionHeightMm: number | null;
  /** How far a crown stands below the deck at the top of its stroke; under nothing where it stands above. */
  readonly pistonDown: Limits;
  /** What is over a piston: the head's chamber, the crown's dish (a dome below nothing), the gasket as it is pressed. */
  readonly chamberCm3: number | null;
  readonly dishCm3: number | null;
  readonly gasketMm: number | null;
  readonly gasketBoreMm: number | null;
  readonly leastCompressionRatio: number | null;
  readonly mostCompressionRatio: number | null;
}

/** A deck that was cut. */
export interface DeckWork {
  readonly kind: 'deck';
  /** Counted from 1, in the order in which the layout names them. */
  readonly bank: number;
  readonly takenMm: number;
}

export const isDeckWork = (work: { readonly kind: string }): work is DeckWork => work.kind === 'deck';

/** What somebody said and decided of a block's decks. */
export interface DecksSaid {
  readonly limits: DeckLimits | null;
  /** The most that a straight edge stands off a deck between its corners, by bank, mm. */
  readonly hollowMm: Readonly<Record<string, number>>;
  /** The height that all decks are to be cut to, by somebody's own decision; null for what follows from the corners. */
  readonly toMm: number | null;
}
