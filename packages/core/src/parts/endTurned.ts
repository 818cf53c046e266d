import type { KindDoubt } from './againstKind.js';
import type { Measure, PartKind } from './facts.js';

/**
 * Whether a rod seems to have lain on its fixture the wrong way round. Its big end, with cap and bolts, is the heavier one; ends that
 * were exchanged add up to the total all the same, so no closure error shows it. Not asked of a rod with its piston on, which may be
 * heavier at the small end.
 *
 * @param readG what the same rod weighs in another measure, g; null where it was not weighed so
 * @example endTurned('rod', 'bigEnd', 162, () => 560) // its big end would weigh less than half of it
 */
export function endTurned(kind: PartKind, measure: Measure, valueG: number, readG: (measure: Measure) => number | null): KindDoubt | null {
  if (kind !== 'rod' || (measure !== 'bigEnd' && measure !== 'smallEnd')) return null;
  const totalG = readG('total');
  const otherG = readG(measure === 'bigEnd' ? 'smallEnd' : 'bigEnd') ?? (totalG === null ? null : totalG - valueG);
  if (otherG === null) return null;
  const [bigG, smallG] = measure === 'bigEnd' ? [valueG, otherG] : [otherG, valueG];
  if (bigG >= smallG) return null;
  return {
    sentence: `That makes the big end ${said(bigG)} g and the small end ${said(smallG)} g, and the big end is the heavier one. Did the rod lie the wrong way round?`,
    meantG: null,
    slip: '',
  };
}

const said = (g: number): string => String(Math.round(10 * g) / 10);
