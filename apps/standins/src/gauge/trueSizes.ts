import { isRunOut, type Quantity } from '@tare/core';
import { chanceFor } from '../chance.js';
import type { Held } from './held.js';
import { boreMm, deckMm, pistonMm, ringGapMm } from './trueBlock.js';
import { journalMm, swingMm } from './trueCrank.js';
import { bigEndMm } from './trueRod.js';

/** Scatter of what nobody wore: housings, walls, fillets, mm. */
const OTHER_MM: Readonly<Partial<Record<Quantity, number>>> = {
  housing: 0.004,
  upperWall: 0.0015,
  lowerWall: 0.0015,
  fillet: 0.08,
  width: 0.03,
  endFloat: 0.03,
  bend: 0.02,
  twist: 0.02,
};

/** The true size, or where the needle would stand, that nobody in the shop knows, mm. */
export function trueMm(held: Held): number {
  const { quantity, feature, nominalMm } = held;
  if (isRunOut(quantity)) return swingMm(held);
  switch (quantity) {
    case 'diameter':
      return journalMm(held);
    case 'bigEnd':
      return bigEndMm(held);
    case 'boreSize':
      return boreMm(held);
    case 'pistonSize':
      return pistonMm(held);
    case 'ringGap':
      return ringGapMm(held);
    case 'deckHeight':
      return deckMm(held);
    default:
      return nominalMm + chanceFor('size', held.job, feature, quantity).normal(OTHER_MM[quantity] ?? 0.005);
  }
}
