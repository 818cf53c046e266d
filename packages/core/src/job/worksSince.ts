import { workEvents } from '../inspect/workEvents.js';
import { holesAfter } from './holesAfter.js';
import type { JobFacts } from './jobFacts.js';
import { wholeOf } from './recordEvents.js';

/** Ids of what was done to the crank since its last spin that counts and moves its balance: that spin does not know it. */
export function worksSince(facts: JobFacts): string[] {
  const last = facts.spins.findLast(({ quick }) => quick !== true);
  if (!last) return [];
  const { spec, spins } = wholeOf(facts);
  return holesAfter(last.id, spins, workEvents(facts.madeReady, spec)).map(({ id }) => id);
}
