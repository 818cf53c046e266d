import type { PartKind } from '../parts/facts.js';

/** What parts are made of, as far as a grinder or a bit takes it off at another rate. */
export const PART_METALS = ['aluminium', 'steel', 'castIron', 'titanium'] as const;
export type PartMetal = (typeof PART_METALS)[number];

/** What each kind is usually made of; of a set, and of a piston pressed on its rod, the piston is what is cut. */
const USUAL_METAL: Readonly<Record<PartKind, PartMetal>> = {
  piston: 'aluminium',
  cylinderSet: 'aluminium',
  pressedAssembly: 'aluminium',
  pin: 'steel',
  lockPair: 'steel',
  ringSet: 'castIron',
  rod: 'steel',
  bearingPair: 'steel',
};

/** What somebody said that parts are made of; left out for aluminium and steel. */
export interface MetalChoices {
  readonly pistonMetal?: PartMetal;
  readonly rodMetal?: PartMetal;
}

/** What a part of this kind is made of in this job: as somebody said, else as is usual. */
export function partMetalOf(kind: PartKind, { pistonMetal, rodMetal }: MetalChoices): PartMetal {
  if (kind === 'rod') return rodMetal ?? USUAL_METAL.rod;
  const isPiston = USUAL_METAL[kind] === USUAL_METAL.piston;
  return (isPiston ? pistonMetal : undefined) ?? USUAL_METAL[kind];
}
