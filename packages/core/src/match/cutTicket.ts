import type { PartKind } from '../parts/facts.js';
import { checkNumber } from '../units/check.js';
import { cutTime, type CutRate, type CutTime } from './cutRate.js';
import type { MatchChoices } from './matchChoices.js';
import { partMetalOf, type PartMetal } from './partMetals.js';

/** How far a part may be cut, and how far it has been. */
export interface CutLimit {
  readonly allowedG: number;
  /** Taken off since it came in. */
  readonly takenG: number;
  /** This removal would go past what is allowed: replace the part, or widen the tolerance. */
  readonly past: boolean;
}

/** What a person at the grinder needs to know for one cut. */
export interface CutTicket {
  readonly removalG: number;
  /** Where to stop for a weighing first. */
  readonly firstStopG: number;
  readonly pads: number;
  /** Null while no rate is known for what it is made of. */
  readonly time: CutTime | null;
  readonly limit: CutLimit;
  readonly expectedAfterG: number;
}

/** Stop for a weighing at this share of a removal (handbook section 3). */
export const FIRST_STOP_RATIO = 0.7;

/**
 * The work ticket of one part.
 *
 * @param removalG what is to come off now, above zero
 * @param nowG its present weight; @param receivedG as it came in, on which the limit is reckoned
 * @throws CoreError when a number makes no sense
 */
export function cutTicket(removalG: number, nowG: number, receivedG: number, pads: number, limitRatio: number, rate: CutRate | null): CutTicket {
  checkNumber('The removal', removalG, { above: 0, max: nowG, unit: 'g' }, 'removalG');
  checkNumber('The limit', limitRatio, { min: 0, max: 1 }, 'limitRatio');
  const allowedG = limitRatio * receivedG;
  const takenG = receivedG - nowG;
  return {
    removalG,
    firstStopG: FIRST_STOP_RATIO * removalG,
    pads,
    time: rate === null ? null : cutTime(rate, removalG),
    limit: { allowedG, takenG, past: takenG + removalG > allowedG },
    expectedAfterG: nowG - removalG,
  };
}

/** How a kind is cut: how much may come off, at how many places alike, in what metal. */
interface Cutting {
  readonly limitRatio: number;
  readonly pads: number;
  readonly metal: PartMetal;
}

/** What is cut of a set is its piston, of a pin both ends' inside chamfers, of a rod one pad. */
export function cuttingOf(kind: PartKind, choices: MatchChoices): Cutting {
  const metal = partMetalOf(kind, choices);
  if (kind === 'pin') return { limitRatio: choices.pinLimitRatio, pads: 2, metal };
  if (kind === 'rod' || kind === 'pressedAssembly') return { limitRatio: choices.rodEndLimitRatio, pads: 1, metal };
  return { limitRatio: choices.pistonLimitRatio, pads: choices.pistonPlace === 'skirtEdge' ? 2 : choices.pistonPads, metal };
}
