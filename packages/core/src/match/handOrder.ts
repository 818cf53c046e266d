import { checkNumber } from '../units/check.js';
import { removalOf, type PadStations, type RodToMatch } from './rodPads.js';

/** A source of standard normal numbers; the core has no chance of its own. */
export type Chance = () => number;

/** What a person who works end by end can expect. */
export interface HandOrder {
  /** Median rounds until every end reads inside; null when more than half of the tries never ended. */
  readonly medianRounds: number | null;
  /** Rounds within which 95 in 100 tries ended; null when fewer did. */
  readonly rounds95: number | null;
  /** Share of tries that ended. */
  readonly endedRatio: number;
}

/** A set that is not inside after so many rounds is not going to be. */
const MOST_ROUNDS = 12;
const TRIES = 200;

/**
 * The hand order, tried in numbers: all big ends down to the lightest at the cap pad, then all small ends at the eye's pad,
 * then again, because each cut moves the other end's reading (handbook section 3). Every weighing is off by the fixture's
 * scatter; cuts come off as read. A try has ended when all ends read inside the tolerance, largest minus smallest.
 *
 * @param deviationG scatter of one weighing of an end, as the mean of its placements
 * @throws CoreError when a number makes no sense
 */
export function handOrder(rods: readonly RodToMatch[], stations: PadStations, toleranceG: number, deviationG: number, chance: Chance): HandOrder {
  checkNumber('The matching tolerance', toleranceG, { above: 0, unit: 'g' }, 'toleranceG');
  checkNumber('The scatter of the fixture', deviationG, { min: 0, unit: 'g' }, 'deviationG');
  const rounds = Array.from({ length: deviationG === 0 ? 1 : TRIES }, () => roundsByHand(rods, stations, toleranceG, deviationG, chance)).sort(
    (a, b) => a - b,
  );
  const at = (share: number): number | null => {
    const n = rounds[Math.ceil(share * rounds.length) - 1]!;
    return Number.isFinite(n) ? n : null;
  };
  return { medianRounds: at(0.5), rounds95: at(0.95), endedRatio: rounds.filter(Number.isFinite).length / rounds.length };
}

function roundsByHand(rods: readonly RodToMatch[], stations: PadStations, toleranceG: number, deviationG: number, chance: Chance): number {
  let now = rods.map((rod) => ({ ...rod }));
  const read = (end: 'bigEndG' | 'smallEndG'): number[] => now.map((rod) => rod[end] + deviationG * chance());
  const spread = (values: readonly number[]): number => Math.max(...values) - Math.min(...values);
  for (let round = 0; round <= MOST_ROUNDS; round += 1) {
    if (spread(read('bigEndG')) <= toleranceG && spread(read('smallEndG')) <= toleranceG) return round;
    for (const end of ['bigEndG', 'smallEndG'] as const) {
      const readings = read(end);
      const lightest = Math.min(...readings);
      now = now.map((rod, i) => {
        const off = readings[i]! - lightest;
        const pads =
          end === 'bigEndG' ? { bigPadG: off / stations.bigRatio, smallPadG: 0 } : { bigPadG: 0, smallPadG: off / (1 - stations.smallRatio) };
        return { ...rod, ...removalOf(rod, pads, stations).after };
      });
    }
  }
  return Infinity;
}
