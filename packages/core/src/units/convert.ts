/**
 * Units of the trade at the edge. Stored values are always g, mm, g·mm, N, rpm.
 * 1 oz = 28.349523125 g and 1 in = 25.4 mm exactly (international avoirdupois pound, 1959).
 */
export const GRAMS_PER_OUNCE = 28.349523125;
export const MM_PER_INCH = 25.4;
export const GMM_PER_OZIN = GRAMS_PER_OUNCE * MM_PER_INCH;
/** 1 lbf = 4.4482216152605 N exactly. */
export const NEWTONS_PER_LBF = 4.4482216152605;

export const gmmToOzin = (unbalanceGmm: number): number => unbalanceGmm / GMM_PER_OZIN;
export const ozinToGmm = (unbalanceOzin: number): number => unbalanceOzin * GMM_PER_OZIN;
export const newtonsToLbf = (forceN: number): number => forceN / NEWTONS_PER_LBF;

/**
 * Unbalance as a mass at a stated radius: grams = g·mm / mm.
 * @throws RangeError when the radius is not above zero: a gram figure without a radius means nothing
 */
export function gmmToGramsAtRadius(unbalanceGmm: number, radiusMm: number): number {
  if (!(radiusMm > 0)) throw new RangeError(`The correction radius has to be above 0 mm, not ${radiusMm}.`);
  return unbalanceGmm / radiusMm;
}
