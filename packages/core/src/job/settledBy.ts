import { estimate } from '../estimate/estimate.js';
import type { EstimateInput, SpinEvent } from '../estimate/events.js';
import { chanceInside, verdictBy } from '../estimate/verdict.js';
import type { Tolerance } from '../rotor/tolerance.js';
import { recordEvents, type EstimateFacts } from './recordEvents.js';

/** What would settle whether a crank is inside, if it reads as it did: null where nothing of that would. */
export interface Settled {
  /** Turns of one more spin. */
  readonly byTurns: number | null;
  /** Spins more. */
  readonly bySpins: number | null;
}

const TURNS = [50, 100, 200, 500, 1000];
const SPINS = [1, 2, 3, 5, 8, 12, 20];

/** Tries the last spin over, longer or more often, reading what is known: what scatters less each time settles it, or does not. */
export function settledBy(facts: EstimateFacts, tolerance: Pick<Tolerance, 'aGmm' | 'bGmm'>): Settled {
  const input = recordEvents(facts);
  const last = input.events.findLast((event): event is SpinEvent => event.kind === 'spin');
  if (!last) return { byTurns: null, bySpins: null };
  const settles = (more: readonly SpinEvent[]): boolean => {
    const { now, surprise } = estimate({ ...input, events: [...input.events, ...more] } satisfies EstimateInput);
    return !surprise && now !== null && verdictBy(chanceInside(now, tolerance)) !== 'cannotYetTell';
  };
  const again = (id: number, n: number): SpinEvent => ({
    ...last,
    id: `again ${id}`,
    isSo: false,
    reading: { ...last.reading, turns: { ...last.reading.turns, n } },
  });
  const { of, turns } = last.reading;
  return {
    byTurns: of === 'turns' ? (TURNS.find((n) => settles([again(0, n)])) ?? null) : null,
    bySpins: SPINS.find((k) => settles(Array.from({ length: k }, (_, i) => again(i, of === 'turns' ? turns.n : 1)))) ?? null,
  };
}
