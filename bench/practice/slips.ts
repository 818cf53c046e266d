/** What goes wrong on a crank of the practice: each exactly one slip, said by nobody. */
export const SLIPS = [
  'tenfold in spin 1',
  'a digit in spin 2',
  'planes exchanged in spin 2',
  'angles mirrored in spin 2',
  'angles mirrored in all',
  'another unit once',
  'another unit always',
  'wrong bit',
  'wrong counterweight',
  'every hole mirrored',
  'unlogged 16 g weld',
  'unlogged hole',
  'cut never made',
  'depth 2 mm off',
  'cut logged a spin late',
  'bob 20 g wrong in spin 1',
  'bob 20 g wrong in spin 2',
  'bob 20 g wrong in a weight spin',
  'pulley on in spin 2',
  'known weight typed a fifth too heavy',
] as const;
export type SlipName = (typeof SLIPS)[number];

/** Which spin of a job one is: spin 2 is the first after the first cut. */
export type Phase = 'first' | 'weights' | 'afterCut' | 'later';
