import { checkNumber, CoreError } from '../units/check.js';
import { Z95 } from '../units/normal.js';

/** One of a rod's three weighings: its mean and the variance of that mean (s²/n). */
export interface RodWeighing {
  readonly meanG: number;
  /** Variance of the mean in g²; zero or less means unknown and is refused. */
  readonly varianceG2: number;
}

export interface RodWeighings {
  readonly total: RodWeighing | null;
  readonly bigEnd: RodWeighing | null;
  readonly smallEnd: RodWeighing | null;
}

export type RodEnds =
  | {
      /** All three were weighed and adjusted to add up. */
      readonly kind: 'adjusted';
      readonly totalG: number;
      readonly bigEndG: number;
      readonly smallEndG: number;
      /** Ends minus total before adjusting. */
      readonly closureG: number;
      /** 95 % bound of the closure error from the variances. */
      readonly closureBoundG: number;
      readonly closes: boolean;
    }
  | {
      readonly kind: 'derived';
      readonly totalG: number;
      readonly bigEndG: number;
      readonly smallEndG: number;
      readonly derived: 'total' | 'bigEnd' | 'smallEnd';
    }
  | {
      readonly kind: 'unknown';
      readonly totalG: number | null;
      readonly missing: readonly ('total' | 'bigEnd' | 'smallEnd')[];
      /** What was weighed leaves nothing for the end that was not: an end heavier than the whole rod, or as heavy. */
      readonly impossible?: true;
    };

/** Its ends and its total contradict each other beyond their bound: it steers nobody else's cuts until it is weighed again (handbook section 3). */
export const isDoubtful = (rod: RodEnds | null): rod is Extract<RodEnds, { kind: 'adjusted' }> => rod?.kind === 'adjusted' && !rod.closes;

/**
 * Big end, small end and total of a rod, made to add up.
 *
 * With all three measured the closure error c = big + small − total is shared by weighted least squares:
 * minimise Σ(x̂ − x)²/v subject to big + small = total, which gives (one Lagrange multiplier)
 * big − c·v_b/V, small − c·v_s/V, total + c·v_t/V with V = v_b + v_s + v_t. The rod closes when
 * |c| ≤ 1.96·√V (handbook section 2). With two of three the third follows; with the total alone, or one
 * end alone, the ends are unknown and that is what is returned: a missing end is never made up. Nor is one that could not be there: a total
 * of 400 with a big end of 425 leaves no small end.
 *
 * @throws CoreError when a variance is not above zero, or a mean is not a number
 */
export function rodEnds({ total, bigEnd, smallEnd }: RodWeighings): RodEnds {
  for (const [field, weighing] of Object.entries({ total, bigEnd, smallEnd })) {
    if (!weighing) continue;
    checkNumber(`A rod's ${field}`, weighing.meanG, { unit: 'g' }, `${field}.meanG`);
    if (!(weighing.varianceG2 > 0 && weighing.varianceG2 < Infinity)) {
      throw new CoreError(`The variance of a rod's ${field} has to be above 0 g²; give the scale's division a share in it.`, field);
    }
  }
  if (total && bigEnd && smallEnd) {
    const closureG = bigEnd.meanG + smallEnd.meanG - total.meanG;
    const variance = bigEnd.varianceG2 + smallEnd.varianceG2 + total.varianceG2;
    const closureBoundG = Z95 * Math.sqrt(variance);
    return {
      kind: 'adjusted',
      totalG: total.meanG + (closureG * total.varianceG2) / variance,
      bigEndG: bigEnd.meanG - (closureG * bigEnd.varianceG2) / variance,
      smallEndG: smallEnd.meanG - (closureG * smallEnd.varianceG2) / variance,
      closureG,
      closureBoundG,
      closes: Math.abs(closureG) <= closureBoundG,
    };
  }
  if (total && bigEnd) return derived(total.meanG, bigEnd.meanG, total.meanG - bigEnd.meanG, 'smallEnd');
  if (total && smallEnd) return derived(total.meanG, total.meanG - smallEnd.meanG, smallEnd.meanG, 'bigEnd');
  if (bigEnd && smallEnd) return derived(bigEnd.meanG + smallEnd.meanG, bigEnd.meanG, smallEnd.meanG, 'total');
  const missing = (['total', 'bigEnd', 'smallEnd'] as const).filter((measure) => ({ total, bigEnd, smallEnd })[measure] === null);
  return { kind: 'unknown', totalG: total?.meanG ?? null, missing };
}

function derived(totalG: number, bigEndG: number, smallEndG: number, which: 'total' | 'bigEnd' | 'smallEnd'): RodEnds {
  if (bigEndG <= 0 || smallEndG <= 0) return { kind: 'unknown', totalG, missing: which === 'total' ? [] : [which], impossible: true };
  return { kind: 'derived', totalG, bigEndG, smallEndG, derived: which };
}
