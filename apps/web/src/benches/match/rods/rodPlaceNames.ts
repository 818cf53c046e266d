import type { BigEndPlace, SmallEndPlace } from '@tare/core';

/** Where a rod is cut, as it stands in a sentence. */
export const ROD_PLACE_NAMES: Readonly<Record<BigEndPlace | SmallEndPlace, string>> = {
  capPad: 'the cap’s pad',
  shoulders: 'the shoulders’ outer faces, both alike',
  eyeTop: 'the top of the eye',
  eyeSides: 'the sides of the eye, both alike',
};

/** The same after "off", in a column's head. */
export const ROD_PLACE_SHORT: Readonly<Record<BigEndPlace | SmallEndPlace, string>> = {
  capPad: 'at the cap’s pad',
  shoulders: 'at the shoulders',
  eyeTop: 'at the eye’s top',
  eyeSides: 'at the eye’s sides',
};
