import { Z95 } from '../units/normal.js';

export type GaugeFitness =
  | { readonly kind: 'fit' }
  | { readonly kind: 'fitWith'; readonly placements: number }
  | { readonly kind: 'unfit'; readonly why: string }
  | { readonly kind: 'notStudied' };

const MOST_PLACEMENTS = 20;

/**
 * Whether a gauge can judge a band (handbook, the gauge comes first): division ≤ band/4 and r/√n ≤ band/2, with r = 1.96·√2·s.
 * @param deviationMm of its study; null before any
 */
export function gaugeFitness(divisionMm: number, deviationMm: number | null, bandMm: number, placements: number): GaugeFitness {
  if (divisionMm > bandMm / 4 + 1e-12)
    return {
      kind: 'unfit',
      why: `It counts in ${divisionMm} mm; a band of ${Number(bandMm.toPrecision(6))} mm wants ${Number((bandMm / 4).toPrecision(3))} mm or finer.`,
    };
  if (deviationMm === null) return { kind: 'notStudied' };
  const repeatabilityMm = Z95 * Math.SQRT2 * deviationMm;
  const needed = Math.max(1, Math.ceil(((2 * repeatabilityMm) / bandMm) ** 2 - 1e-9));
  if (needed > MOST_PLACEMENTS) return { kind: 'unfit', why: `It scatters so much that ${needed} placements of each place would be needed.` };
  return needed <= placements ? { kind: 'fit' } : { kind: 'fitWith', placements: needed };
}
