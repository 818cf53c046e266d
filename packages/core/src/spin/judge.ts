import { checkNumber } from '../units/check.js';
import { toPolar } from '../units/vector.js';
import type { PlaneEstimate } from './averageSpins.js';

export type Verdict = 'inside' | 'outside' | 'cannotYetTell';

export interface Judgement {
  readonly verdict: Verdict;
  /** Turns of one longer spin that would settle it; null when it is settled or no number of turns would. */
  readonly turnsToSettle: number | null;
  /** Spins, those there are included, whose mean would settle it; null when it is settled or no number of spins would. */
  readonly spinsToSettle: number | null;
}

/**
 * Inside only when the whole 95 % region is inside the tolerance, outside likewise (handbook section 6).
 *
 * When the region straddles the ring it has to shrink to the gap g = |amount − tolerance|. Its square is t² + r² + c²: turns
 * shrink t² alone, as 1/turns; spins shrink t² + r², as 1/spins; what all spins have in common (c) nothing shrinks. So
 * turns·t²/(g² − r² − c²) and spins·(t² + r²)/(g² − c²) settle it, where those are above zero.
 *
 * @throws CoreError when the tolerance is not above zero
 */
export function judge(estimate: PlaneEstimate, toleranceGmm: number): Judgement {
  checkNumber('The tolerance', toleranceGmm, { above: 0, unit: 'g·mm' }, 'toleranceGmm');
  const { amount } = toPolar(estimate.meanGmm);
  const settled = { turnsToSettle: null, spinsToSettle: null };
  if (amount + estimate.radius95Gmm <= toleranceGmm) return { verdict: 'inside', ...settled };
  if (amount - estimate.radius95Gmm > toleranceGmm) return { verdict: 'outside', ...settled };
  const [turn2, run2, common2] = [estimate.turnRadiusGmm ** 2, estimate.runRadiusGmm ** 2, estimate.commonRadiusGmm ** 2];
  const gap2 = (amount - toleranceGmm) ** 2;
  const needed = (now: number, shrinks: number, room: number, most: number): number | null => {
    const count = Math.ceil((now * shrinks) / room);
    return room > 0 && count <= most ? count : null;
  };
  return {
    verdict: 'cannotYetTell',
    turnsToSettle: needed(estimate.n, turn2, gap2 - run2 - common2, MOST_TURNS),
    spinsToSettle: needed(estimate.spins, turn2 + run2, gap2 - common2, MOST_SPINS),
  };
}

/** Beyond these, drift and patience limit a reading, not scatter. */
const MOST_TURNS = 5000;
const MOST_SPINS = 20;
