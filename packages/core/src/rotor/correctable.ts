import { rimKindOf, type Counterweight } from './crank.js';
import type { MetalNow } from './metalNow.js';

/**
 * Whether a rim may be corrected: damper, flywheel and clutch cover are neutral on an internally balanced crank, so that they can
 * be swapped for ever, unless somebody gave a reason that is on record (handbook section 5).
 */
export const isCorrectable = (counterweight: Counterweight, balance: 'internal' | 'external', neutralReason: string | null): boolean =>
  rimKindOf(counterweight) === 'counterweight' || balance === 'external' || neutralReason !== null;

/** The metal of those rims alone that a test lets through. */
export function onlyRims({ crank, holes }: MetalNow, test: (counterweight: Counterweight) => boolean): MetalNow {
  const counterweights = crank.counterweights.filter(test);
  const ids = new Set(counterweights.map(({ id }) => id));
  return { crank: { ...crank, counterweights }, holes: holes.filter(({ counterweightId }) => ids.has(counterweightId)) };
}
