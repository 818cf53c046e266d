import { CoreError } from '../../units/check.js';

/** A deck as it was measured. */
export interface MeasuredDeck {
  readonly bank: number;
  readonly lowestMm: number;
  readonly highestMm: number;
  /** What a straight edge stands off it between its corners. */
  readonly hollowMm: number;
  /** Why it is not cut; null where it may be. */
  readonly stays: string | null;
}

export interface DeckTake {
  readonly bank: number;
  /** At its highest corner and its lowest. */
  readonly mostMm: number;
  readonly leastMm: number;
  /** Before the last, thin cut. */
  readonly roughMm: number;
  /** It would leave something of the old face: its lowest corner, or its hollow. */
  readonly leavesOldFace: boolean;
}

export interface DeckPlan {
  readonly heightMm: number;
  /** The bank whose lowest place decides; null where somebody's own height does. */
  readonly decides: number | null;
  readonly takes: readonly DeckTake[];
}

const DUST_MM = 1e-9;

/**
 * The height at which every deck that may be cut is whole and all banks are alike (handbook, deck): nothing higher than the lowest corner less
 * what a straight edge stands off it; a deck that has to stay gives its own height to the others.
 *
 * @param askedMm the height that is wanted for another reason, lower than that; null where nothing asks
 * @throws CoreError where a deck that stays is higher or lower than what the others can be cut to
 */
export function planDecks(decks: readonly [MeasuredDeck, ...MeasuredDeck[]], lastCutMm: number, askedMm: number | null): DeckPlan {
  const free = decks.filter(({ stays }) => stays === null);
  const fixed = decks.filter(({ stays }) => stays !== null);
  const whole = ({ lowestMm, hollowMm }: MeasuredDeck): number => lowestMm - hollowMm;
  const lowest = free.reduce<MeasuredDeck | null>((low, one) => (low === null || whole(one) < whole(low) ? one : low), null);
  if (lowest === null) throw new CoreError(`No deck may be cut: ${fixed[0]!.stays}.`, 'noCut');
  const [kept] = fixed;
  if (kept && kept.lowestMm > whole(lowest) + DUST_MM)
    throw new CoreError(
      `Deck ${kept.bank} stays (${kept.stays}) at ${kept.lowestMm.toFixed(3)} mm; deck ${lowest.bank} is whole at ${whole(lowest).toFixed(3)} mm only: they cannot be made alike.`,
      'noCut',
    );
  const heightMm = kept ? kept.lowestMm : askedMm === null ? whole(lowest) : askedMm;
  return {
    heightMm,
    decides: kept ? kept.bank : askedMm === null ? lowest.bank : null,
    takes: free.map((deck): DeckTake => {
      const mostMm = Math.max(0, deck.highestMm - heightMm);
      return {
        bank: deck.bank,
        mostMm,
        leastMm: deck.lowestMm - heightMm,
        roughMm: Math.max(0, mostMm - lastCutMm),
        leavesOldFace: heightMm > whole(deck) + DUST_MM,
      };
    }),
  };
}
