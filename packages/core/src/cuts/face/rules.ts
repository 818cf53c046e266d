import type { FaceCut } from '../../rotor/cut.js';
import { clearOfForbidden, fromFace, insideArc, withBit, type Rule } from '../goodCut.js';
import { clearOfOilWays } from '../oilWays.js';
import { keepsWebs } from '../webs.js';

export const rules: readonly Rule<FaceCut>[] = [withBit, fromFace, insideArc, clearOfForbidden, clearOfOilWays, keepsWebs];
