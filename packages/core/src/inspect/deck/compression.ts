import { checkNumber } from '../../units/check.js';

/** What is over a piston at the top of its stroke. */
export interface OverPiston {
  readonly boreMm: number;
  readonly strokeMm: number;
  /** Of the crown below the deck; above it below nothing. */
  readonly downMm: number;
  readonly chamberCm3: number;
  /** A dish above nothing, a dome below. */
  readonly dishCm3: number;
  readonly gasketMm: number;
  readonly gasketBoreMm: number;
}

const discCm3 = (diameterMm: number, highMm: number): number => ((Math.PI / 4) * diameterMm ** 2 * highMm) / 1000;

/**
 * Compression ratio: swept and clearance volume together over the clearance volume, which is chamber, dish, gasket and what is left between
 * crown and deck (by its definition). The ring of air round the top land is left out: it is a hundredth of the chamber at most.
 *
 * @returns null where nothing is left over the piston
 */
export function compressionRatio({ boreMm, strokeMm, downMm, chamberCm3, dishCm3, gasketMm, gasketBoreMm }: OverPiston): number | null {
  checkNumber('The bore', boreMm, { above: 0, max: 2000, unit: 'mm' }, 'boreMm');
  checkNumber('The stroke', strokeMm, { above: 0, max: 3000, unit: 'mm' }, 'strokeMm');
  const clearanceCm3 = chamberCm3 + dishCm3 + discCm3(gasketBoreMm, gasketMm) + discCm3(boreMm, downMm);
  return clearanceCm3 > 0 ? 1 + discCm3(boreMm, strokeMm) / clearanceCm3 : null;
}
