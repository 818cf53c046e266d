import { rimKindOf, type Counterweight, type Crank } from '../rotor/crank.js';
import type { Cut } from '../rotor/cut.js';

/**
 * Whether a rim may be corrected in a job without set-ups: damper, flywheel and clutch cover are neutral on an internally balanced crank, so that they can
 * be swapped for ever, unless somebody gave a reason that is on record (handbook section 5).
 */
export const isCorrectable = (counterweight: Counterweight, balance: 'internal' | 'external', neutralReason: string | null): boolean =>
  rimKindOf(counterweight) === 'counterweight' || balance === 'external' || neutralReason !== null;

/** Those rims alone that a test lets through, with what was cut in them. */
export function onlyRims<C extends Cut>(
  { crank, existing }: { readonly crank: Crank; readonly existing: readonly C[] },
  test: (counterweight: Counterweight) => boolean,
): { readonly crank: Crank; readonly existing: readonly C[] } {
  const counterweights = crank.counterweights.filter(test);
  const ids = new Set(counterweights.map(({ id }) => id));
  const isIn = ({ counterweightId }: Cut): boolean => ids.has(counterweightId);
  return { crank: { ...crank, counterweights, ...(crank.found ? { found: crank.found.filter(isIn) } : {}) }, existing: existing.filter(isIn) };
}
