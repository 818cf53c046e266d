import type { RedrillCut, Rework } from '../../rotor/cut.js';
import { clearOfForbidden, fromFace, fromRim, insideArc, withBit, type Breach, type Rule } from '../goodCut.js';
import { clearOfOilWays } from '../oilWays.js';
import { keepsWebs } from '../webs.js';

const drilledAgain: readonly Rule<RedrillCut>[] = [withBit, fromRim, fromFace, insideArc, clearOfForbidden, clearOfOilWays, keepsWebs];

/** A weld fills whatever is there: whether to weld at all is the shop's to say, and a licensed welder's. */
export const rules: readonly Rule<Rework>[] = [
  (cut, site): readonly Breach[] => (cut.kind === 'weld' ? [] : drilledAgain.flatMap((rule): readonly Breach[] => [rule(cut, site)].flat())),
];
