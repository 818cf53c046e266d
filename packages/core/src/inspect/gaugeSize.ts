import { checkNumber } from '../units/check.js';

/** Which way the needle goes when what it measures is larger. */
export const NEEDLE_SIGNS = [1, -1] as const;
export type NeedleSign = (typeof NEEDLE_SIGNS)[number];

/** What metals of gauges and parts grow by, 1/K (handbook, the gauge comes first). */
export const EXPANSIONS = { steel: 11.5e-6, castIron: 10.5e-6, aluminium: 23e-6 } as const;
export type GrowingMetal = keyof typeof EXPANSIONS;

/** How a gauge was set before it measured: on a ring, a block or a micrometer of this size, where its needle then stood. */
export interface GaugeSetting {
  readonly setValueMm: number;
  readonly sign: NeedleSign;
  /** The needle on its setting piece: 0 where it was turned to nought. */
  readonly zeroMm: number;
}

/**
 * A size from a gauge's indication: size = set value + sign·(indication − zero).
 * @example gaugeSizeMm(0.012, { setValueMm: 54, sign: -1, zeroMm: 0 }) // 53.988
 */
export function gaugeSizeMm(indicationMm: number, { setValueMm, sign, zeroMm }: GaugeSetting): number {
  return setValueMm + sign * (checkNumber('The indication', indicationMm, { unit: 'mm' }, 'indicationMm') - zeroMm);
}

/** What the needle shows at a size: the other way round of `gaugeSizeMm`. */
export const needleMm = (sizeMm: number, { setValueMm, sign, zeroMm }: GaugeSetting): number => zeroMm + sign * (sizeMm - setValueMm);

/** Of what metal, how warm. */
export interface Warm {
  readonly metal: GrowingMetal;
  readonly celsius: number;
}

/** What sizes are given at, °C (ISO 1). */
const REFERENCE_C = 20;

/**
 * By how much a part reads too large because it, or the gauge, is not at 20 °C: L·[α_part·(T_part − 20) − α_gauge·(T_gauge − 20)]. Equal
 * temperatures are enough only for like metals.
 *
 * @returns mm, to be taken off the reading
 */
export function warmthMm(lengthMm: number, part: Warm, gauge: Warm): number {
  const grown = ({ metal, celsius }: Warm): number =>
    EXPANSIONS[metal] * (checkNumber('The temperature', celsius, { min: -30, max: 80 }, 'celsius') - REFERENCE_C);
  return lengthMm * (grown(part) - grown(gauge));
}

/** Share of the smallest band that a zero may move by before what was read between is doubted. */
const ZERO_SHARE = 0.5;

/** Whether a zero moved by more than half the smallest band that was judged with it: then every reading between is doubtful. */
export const zeroHasMoved = (beforeMm: number, afterMm: number, smallestBandMm: number): boolean =>
  Math.abs(afterMm - beforeMm) > ZERO_SHARE * smallestBandMm;
