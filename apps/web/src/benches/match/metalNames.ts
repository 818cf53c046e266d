import type { PartMetal } from '@tare/core';

/** What parts are made of, as it stands in a sentence. */
export const METAL_NAMES: Readonly<Record<PartMetal, string>> = {
  aluminium: 'aluminium',
  steel: 'steel',
  castIron: 'cast iron',
  titanium: 'titanium',
};
