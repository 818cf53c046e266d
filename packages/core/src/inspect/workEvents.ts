import { CRANK_PART } from '../setups/setUp.js';
import { BALANCED } from '../rotor/planes.js';
import { subtract } from '../units/vector.js';
import type { CutEvent } from '../estimate/events.js';
import type { JobSpec } from '../job/jobFacts.js';
import { pushesOf } from './crankFigures.js';
import { isCrankWork, type MadeReady } from './inspectFacts.js';
import { workChange } from './workChange.js';

/** A work that moves the balance, as the estimate takes it: like any cut, with the spin that it followed. */
export interface WorkEvent extends CutEvent {
  readonly afterSpinId: string | null;
}

/** What of the work on a crank moves its balance, in the order it was done. */
export function workEvents(made: MadeReady | undefined, spec: Pick<JobSpec, 'layout' | 'crank' | 'strokeMm'>): WorkEvent[] {
  if (!made || made.works.length === 0) return [];
  const pushes = new Map(pushesOf(made).map(({ id, beforeMm, afterMm }) => [id, subtract(beforeMm, afterMm)]));
  return made.works.flatMap(({ id, work, afterSpinId }): WorkEvent[] => {
    if (!isCrankWork(work)) return [];
    const found = workChange(work, spec, pushes.get(id) ?? null);
    return found ? [{ kind: 'cut', id, part: CRANK_PART, perDensity: BALANCED, ...found, afterSpinId }] : [];
  });
}
