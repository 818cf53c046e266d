import type { EngineLayout } from '../engine/layout.js';
import type { Elsewhere } from '../parts/elsewhere.js';
import { SINGLE_KINDS, type Balance } from '../parts/facts.js';
import { hasBench, isSpun, type JobKind } from './jobKind.js';

/** What spins with the crank besides the parts of its cylinders. */
export const CRANK_ITEMS = ['crank', 'timingGear', 'keys', 'damper', 'flywheel', 'clutchCover'] as const;
/** Everything that a list of what has to arrive may name. */
export const ARRIVAL_KEYS = [...SINGLE_KINDS, ...CRANK_ITEMS, 'block'] as const;
export type ArrivalKey = (typeof ARRIVAL_KEYS)[number];

/** One line of the list of what has to arrive. */
export interface ArrivalItem {
  readonly key: ArrivalKey;
  /** How many this engine has. */
  readonly count: number;
  /** False for what may come along but holds nothing up. */
  readonly needed: boolean;
}

/** What was found when the parts came in. */
export interface Arrival {
  readonly count: number;
  readonly condition: string;
  /** Cylinder numbers, cap-to-rod numbers, witness marks. */
  readonly marks: string;
}

/** What decides which things have to arrive. */
export interface Arriving {
  readonly layout: EngineLayout;
  readonly balance: Balance;
  readonly jobKind?: JobKind;
  readonly elsewhere?: Elsewhere;
}

/**
 * What has to arrive before a job can be finished (handbook section 1), from its layout, its kind of balance and what is wanted.
 *
 * One of each kind of part a cylinder that this engine has, where parts are weighed, needed unless they are done elsewhere; the crank
 * with its gear and keys, where it is spun; the block, for its bores and decks, where it is brought to be made ready. Damper and flywheel are needed only when they carry part of the balance; on an internally
 * balanced job they, and the clutch cover always, may come along.
 */
export function arrivalList({ layout: { cylinders }, balance, jobKind, elsewhere = {} }: Arriving): ArrivalItem[] {
  const external = balance === 'external';
  const weighs = hasBench(jobKind, 'weigh');
  const perCylinder = SINGLE_KINDS.flatMap((key): ArrivalItem[] => {
    const why = elsewhere[key]?.why;
    if (why === 'notInEngine' || !weighs || (why === 'notWeighed' && !isSpun(jobKind))) return [];
    return [{ key, count: cylinders.length, needed: why === undefined && jobKind !== 'survey' }];
  });
  const one = (key: ArrivalKey, needed: boolean): ArrivalItem => ({ key, count: 1, needed });
  const block = elsewhere.piston?.why === 'notInEngine' ? [] : [one('block', false)];
  if (!isSpun(jobKind)) return [...perCylinder, ...block];
  return [
    ...perCylinder,
    one('crank', true),
    one('timingGear', false),
    one('keys', false),
    one('damper', external),
    one('flywheel', external),
    one('clutchCover', false),
    ...block,
  ];
}

/** The benches that cannot go on without an item. */
const HOLDS_UP: Readonly<Record<'match' | 'bobs' | 'spin', readonly ArrivalKey[]>> = {
  match: ['piston', 'pin', 'lockPair', 'ringSet', 'rod'],
  bobs: ['piston', 'pin', 'lockPair', 'ringSet', 'rod', 'bearingPair'],
  spin: ['crank', 'damper', 'flywheel'],
};

/**
 * Needed items that are short and hold up a bench. A job whose parts nobody has checked in is held up by nothing: a
 * shop that does not use the list is not punished for it.
 *
 * @param arrivals what was found, by item; an item that is not in it was not looked at and counts as missing once others were
 */
export function missingFor(
  bench: keyof typeof HOLDS_UP,
  list: readonly ArrivalItem[],
  arrivals: Readonly<Partial<Record<ArrivalKey, Arrival>>>,
): ArrivalItem[] {
  if (Object.keys(arrivals).length === 0) return [];
  return list.filter(({ key, count, needed }) => needed && HOLDS_UP[bench].includes(key) && (arrivals[key]?.count ?? 0) < count);
}
