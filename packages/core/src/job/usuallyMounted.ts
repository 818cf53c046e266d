import type { Mounted } from '../estimate/events.js';
import { rimKindOf, type Counterweight, type Crank } from '../rotor/crank.js';
import { CRANK_PART } from '../setups/setUp.js';

/** The part that a rim belongs to, by its name in a mounting. */
export function partOfRim(rim: Counterweight): string {
  const kind = rimKindOf(rim);
  return kind === 'counterweight' ? CRANK_PART : kind;
}

/** What is mounted where nobody said: the crank with every damper, flywheel and clutch cover that it is described with. */
export function usuallyMounted({ counterweights }: Pick<Crank, 'counterweights'>): Mounted {
  return Object.fromEntries([CRANK_PART, ...counterweights.map(partOfRim)].map((part) => [part, 0]));
}
