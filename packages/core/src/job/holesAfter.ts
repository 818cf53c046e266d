import type { HoleFact, SpinFact } from './jobFacts.js';

/** Cuts that were made after a spin, whatever was spun meanwhile: it does not know them. */
export function holesAfter<H extends Pick<HoleFact, 'afterSpinId'>>(
  spinId: string,
  spins: readonly Pick<SpinFact, 'id'>[],
  holes: readonly H[],
): H[] {
  const since = new Set(spins.slice(spins.findIndex(({ id }) => id === spinId)).map(({ id }) => id));
  return holes.filter(({ afterSpinId }) => afterSpinId !== null && since.has(afterSpinId));
}
