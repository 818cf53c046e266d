import type { Planes } from '../../rotor/planes.js';
import type { ShownBy } from '../../spin/shownSpin.js';

/** A machine that shows grams at the correction radius where the crank is heavy, to a tenth and to a degree. */
export const inGrams = (planes: Planes): ShownBy => ({
  unit: 'gAtRadius',
  convention: { seenFrom: 'front', counts: 'clockwise', zeroAtDeg: 0, shows: 'heavy' },
  planes,
  influence: null,
  amountStep: 0.1,
  angleStepDeg: 1,
});
