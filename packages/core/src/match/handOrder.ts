import { checkNumber } from '../units/check.js';
import { endsOfPads, removalOf, type PadMasses, type PadStations, type RodEndWeights, type RodToMatch } from './rodPads.js';

/** A source of standard normal numbers; the core has no chance of its own. */
export type Chance = () => number;

/** What a person who works end by end can expect. */
export interface HandOrder {
  /** Median rounds until every rod reads inside; null when more than half of the tries never ended. */
  readonly medianRounds: number | null;
  /** Rounds within which 95 in 100 tries ended; null when fewer did. */
  readonly rounds95: number | null;
  /** Share of tries that ended. */
  readonly endedRatio: number;
}

/** The end that is brought down first, at its own pad; then the totals, at the other one. */
export type FirstEnd = 'bigEnd' | 'smallEnd';

/** What is brought down in a step: one end, or what the whole rod weighs. */
export type HandStep = FirstEnd | 'total';

/** A set that is not inside after so many rounds is not going to be. */
const MOST_ROUNDS = 12;
const TRIES = 200;

/** One cut by hand: what comes off where, and what everything reads then. */
export interface HandCut {
  readonly step: HandStep;
  readonly pad: 'big' | 'small';
  /** Metal to take, g: not what the end's reading falls by. */
  readonly metalG: number;
  readonly off: PadMasses;
  readonly after: RodEndWeights & { readonly totalG: number };
}

/**
 * The cut that lowers one reading of a rod by so much (handbook section 3, hand order): metal m at station ξ lowers the big end by m·ξ,
 * the small end by m·(1 − ξ), the total by m. So an end that is to read w less loses m = w/ξ, or w/(1 − ξ), and a total m = w.
 *
 * @param lowerG what the reading has to fall by, 0 or more
 * @param first the end that is worked first; totals are brought down at the other pad
 */
export function handCut(rod: RodToMatch, step: HandStep, lowerG: number, stations: PadStations, first: FirstEnd = 'bigEnd'): HandCut {
  checkNumber('What a reading is to fall by', lowerG, { min: 0, unit: 'g' }, 'lowerG');
  const pad = step === 'total' ? (first === 'bigEnd' ? 'small' : 'big') : step === 'bigEnd' ? 'big' : 'small';
  const ratio = pad === 'big' ? stations.bigRatio : stations.smallRatio;
  const metalG = step === 'total' ? lowerG : lowerG / (step === 'bigEnd' ? ratio : 1 - ratio);
  const off = pad === 'big' ? { bigPadG: metalG, smallPadG: 0 } : { bigPadG: 0, smallPadG: metalG };
  const lost = endsOfPads(off, stations);
  const [bigEndG, smallEndG] = [rod.bigEndG - lost.bigEndG, rod.smallEndG - lost.smallEndG];
  return { step, pad, metalG, off, after: { bigEndG, smallEndG, totalG: bigEndG + smallEndG } };
}

/** How far weighings of a rod scatter, each the mean of its placements, g: an end in its fixture, the whole on the scale. */
export interface RodScatter {
  readonly endG: number;
  readonly totalG: number;
}

/** How somebody works by hand. */
export interface HandWay {
  /** Largest minus smallest, of the end and of the totals. */
  readonly toleranceG: number;
  /** What lies nearer to the lightest than a division of the scale is on it. */
  readonly divisionG: number;
  readonly scatter: RodScatter;
  readonly first: FirstEnd;
}

/** Whether a rod is worked in a step: while the step's readings lie within the tolerance none is, else all that the scale can tell from the lightest. */
export const isWorkedByHand = (lowerG: number, isStepInside: boolean, divisionG: number): boolean => !isStepInside && lowerG > divisionG;

/**
 * The hand order, tried in numbers: one end of all rods down to the lightest at its pad, then all totals to the lightest at the other
 * pad, then again, because each cut moves the other reading (handbook section 3). Every weighing is off by its scatter; cuts come off as
 * read. A try has ended when the ends and the totals read inside the tolerance, largest minus smallest: a person who works so sees those.
 *
 * @throws CoreError when a number makes no sense
 */
export function handOrder(rods: readonly RodToMatch[], stations: PadStations, way: HandWay, chance: Chance): HandOrder {
  const { endG, totalG } = way.scatter;
  checkNumber('The matching tolerance', way.toleranceG, { above: 0, unit: 'g' }, 'toleranceG');
  checkNumber('The division of the scale', way.divisionG, { min: 0, unit: 'g' }, 'divisionG');
  checkNumber('The scatter of the fixture', endG, { min: 0, unit: 'g' }, 'endG');
  checkNumber('The scatter of the totals', totalG, { min: 0, unit: 'g' }, 'totalG');
  const isQuiet = endG === 0 && totalG === 0;
  const rounds = Array.from({ length: isQuiet ? 1 : TRIES }, () => roundsByHand(rods, stations, way, chance)).sort((a, b) => a - b);
  const at = (share: number): number | null => {
    const n = rounds[Math.ceil(share * rounds.length) - 1]!;
    return Number.isFinite(n) ? n : null;
  };
  return { medianRounds: at(0.5), rounds95: at(0.95), endedRatio: rounds.filter(Number.isFinite).length / rounds.length };
}

function roundsByHand(rods: readonly RodToMatch[], stations: PadStations, way: HandWay, chance: Chance): number {
  const { toleranceG, divisionG, scatter, first } = way;
  let now = rods.map((rod) => ({ ...rod }));
  const read = (step: HandStep): number[] =>
    now.map(({ bigEndG, smallEndG }) =>
      step === 'total' ? bigEndG + smallEndG + scatter.totalG * chance() : (step === 'bigEnd' ? bigEndG : smallEndG) + scatter.endG * chance(),
    );
  const isInside = (values: readonly number[]): boolean => Math.max(...values) - Math.min(...values) <= toleranceG;
  for (let round = 0; round <= MOST_ROUNDS; round += 1) {
    if (isInside(read(first)) && isInside(read('total'))) return round;
    for (const step of [first, 'total'] as const) {
      const readings = read(step);
      const lightest = Math.min(...readings);
      now = now.map((rod, i) => {
        const lowerG = readings[i]! - lightest;
        if (!isWorkedByHand(lowerG, isInside(readings), divisionG)) return rod;
        return { ...rod, ...removalOf(rod, handCut(rod, step, lowerG, stations, first).off, stations).after };
      });
    }
  }
  return Infinity;
}
