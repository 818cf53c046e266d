import type { RadialCut } from '../../rotor/cut.js';
import { clearOfForbidden, fromRim, insideArc, withBit, type Rule } from '../goodCut.js';
import { clearOfOilWays } from '../oilWays.js';
import { keepsWebs } from '../webs.js';

export const rules: readonly Rule<RadialCut>[] = [withBit, fromRim, insideArc, clearOfForbidden, clearOfOilWays, keepsWebs];
