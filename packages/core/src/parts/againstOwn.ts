import { median } from 'simple-statistics';
import { likelySlip, said, type KindDoubt } from './againstKind.js';

/** Placements of one part, of one state, on one scale lie nearer than so many divisions of it, or than this share of what it weighs. */
const APART_DIVISIONS = 20;
const APART_RATIO = 0.01;

/** From how far apart on two placements of one part contradict each other, g: no scale that serves here, and no fixture, scatters so. */
export const apartG = (aboutG: number, divisionG: number): number => Math.max(APART_DIVISIONS * divisionG, APART_RATIO * Math.abs(aboutG));

/**
 * Whether a reading is to be asked about before it is kept, by the part's own other placements: those of another part, of another
 * measure, or a slip. Null where it lies among them, or where there are none.
 *
 * @param ownG the other placements of that part in that measure since it was last cut, g
 * @param divisionG of the scale
 * @param exchangedG what the reading would be with two digits exchanged, g
 * @example againstOwn([612], 438, 0.1) // a big end, read where the whole rod waits
 */
export function againstOwn(ownG: readonly number[], valueG: number, divisionG: number, exchangedG: readonly number[] = []): KindDoubt | null {
  if (ownG.length === 0) return null;
  const middleG = median([...ownG]);
  const isLike = (g: number): boolean => Math.abs(g - middleG) <= apartG(middleG, divisionG);
  if (ownG.some((g) => Math.abs(g - valueG) <= apartG(g, divisionG))) return null;
  const sentence = `${said(valueG)} g, and ${ownG.length === 1 ? 'its other placement reads' : 'its other placements read about'} ${said(middleG)} g.`;
  return { sentence, ...likelySlip(valueG, exchangedG.filter(isLike), middleG, isLike) };
}
