import { CoreError } from '../units/check.js';
import { apartG } from './againstOwn.js';
import { cylinderOf, type PartKind } from './facts.js';
import { USUAL_DIVISION_G } from './weighingError.js';
import type { WeighedJob } from './weighParts.js';

const NAMES: Readonly<Record<PartKind, string>> = {
  piston: 'Piston',
  pin: 'Pin',
  lockPair: 'Lock pair',
  ringSet: 'Ring set',
  rod: 'Rod',
  bearingPair: 'Bearing pair',
  cylinderSet: 'Set',
  pressedAssembly: 'Assembly',
};

/** What a stray placement moves the mean by that nothing is planned by: this share of what a match allows. */
const MOVES_RATIO = 0.25;

/**
 * Nothing is planned by placements that contradict each other: one of them is a slip, and which one only whoever weighed can tell.
 * A stray (`strayReadings`) counts where it moves its part's mean, by (x − mean of the others)/n, by more than a quarter of what the
 * match allows; smaller ones change no decision. Of two neither is the stray: they count where they lie apart (`apartG`), and their mean
 * may be as far off.
 *
 * @param kinds whose placements are looked at
 * @param allowedG largest minus smallest allowed in a matched set, g
 * @throws CoreError that names the part and the placement
 */
export function requireAgreement({ parts }: WeighedJob, kinds: readonly PartKind[], allowedG: number): void {
  for (const { part, now, needsReweighing } of parts) {
    if (needsReweighing || !kinds.includes(part.kind)) continue;
    for (const { straysG = [], meanG, spreadG, n } of Object.values(now)) {
      if (n === 2 && spreadG > apartG(meanG, USUAL_DIVISION_G) && spreadG / n > MOVES_RATIO * allowedG)
        throw new CoreError(
          `${NAMES[part.kind]} ${cylinderOf(part)}: its two placements, ${Number((meanG - spreadG / 2).toFixed(2))} and ${Number((meanG + spreadG / 2).toFixed(2))} g, stand ${spreadG.toFixed(2)} g apart. One of them is a slip: weigh it once more, and void that one. Nothing is planned until then.`,
          'readings',
        );
      for (const strayG of straysG) {
        const fromOthersG = ((strayG - meanG) * n) / (n - 1);
        if (Math.abs(fromOthersG) / n <= MOVES_RATIO * allowedG) continue;
        throw new CoreError(
          `${NAMES[part.kind]} ${cylinderOf(part)}: one placement, ${Number(strayG.toFixed(2))} g, stands ${Math.abs(fromOthersG).toFixed(2)} g from the others. One of them is a slip: void it on the weigh bench. Nothing is planned until then.`,
          'readings',
        );
      }
    }
  }
}
