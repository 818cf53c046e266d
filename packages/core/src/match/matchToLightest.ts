import { checkNumber, CoreError } from '../units/check.js';

/** One member of a set to be matched: a cylinder's set, a rod end, a part. */
export interface Matchable {
  readonly id: string;
  readonly weightG: number;
  /** Damaged or to be replaced: brought down like the rest, never the reference. */
  readonly damaged: boolean;
  /** Not believed until it is weighed again: never the reference either. */
  readonly doubtful?: boolean;
}

export interface MatchedItem extends Matchable {
  /** What has to come off to reach the target; never negative. */
  readonly removalG: number;
  /** Above the target by no more than the tolerance. */
  readonly inTolerance: boolean;
  /** Lighter than the target: damaged, or cut too far. */
  readonly belowTarget: boolean;
}

export interface MatchedSet {
  readonly targetG: number;
  /** The lightest usable one: the target, unless that was fixed. */
  readonly referenceId: string;
  readonly spreadG: number;
  readonly inTolerance: boolean;
  readonly items: readonly MatchedItem[];
}

/**
 * Brings a set down to its lightest usable member (handbook section 3).
 *
 * target = min over undamaged weights; removal = max(0, weight − target); the set is inside when
 * largest − smallest ≤ tolerance over all members, damaged ones included.
 *
 * A target that was fixed (when cutting began, or by somebody's word) stays where it is: a part cut too far falls below it
 * and does not move it.
 *
 * @param items at least one, at least one undamaged, weights in g above zero
 * @param toleranceG largest minus smallest allowed, above zero
 * @throws CoreError when the set is empty, wholly damaged, has two of one id, or a number makes no sense
 * @example matchToLightest([{ id: 'a', weightG: 612, damaged: false }, { id: 'b', weightG: 614, damaged: false }], 1).items[1].removalG // 2
 */
export function matchToLightest(items: readonly Matchable[], toleranceG: number, fixedTargetG: number | null = null): MatchedSet {
  checkNumber('The matching tolerance', toleranceG, { above: 0, unit: 'g' }, 'toleranceG');
  items.forEach((item, i) => checkNumber('A weight to match', item.weightG, { above: 0, unit: 'g' }, `items.${i}.weightG`));
  const twice = items.findIndex(({ id }, i) => items.findIndex((other) => other.id === id) !== i);
  if (twice >= 0) throw new CoreError(`“${items[twice]!.id}” is in this set twice.`, `items.${twice}.id`);
  const usable = items.filter((item) => !item.damaged && item.doubtful !== true);
  if (usable.length === 0) throw new CoreError('Every part of this set is marked damaged: there is nothing to match to.', 'items');
  const reference = usable.reduce((lightest, item) => (item.weightG < lightest.weightG ? item : lightest));
  const targetG = fixedTargetG === null ? reference.weightG : checkNumber('The target', fixedTargetG, { above: 0, unit: 'g' }, 'targetG');
  const weights = items.map((item) => item.weightG);
  const spreadG = Math.max(...weights) - Math.min(...weights);
  return {
    targetG,
    referenceId: reference.id,
    spreadG,
    inTolerance: isWithin(spreadG, toleranceG, targetG),
    items: items.map((item) => ({
      ...item,
      removalG: Math.max(0, item.weightG - targetG),
      inTolerance: isWithin(Math.abs(item.weightG - targetG), toleranceG, targetG),
      belowTarget: item.weightG < targetG - ROUNDING * targetG,
    })),
  };
}

/**
 * A difference of two means carries rounding of about one part in 10¹⁵ of the weights themselves; 10⁻¹² of the
 * weight (a nanogram on a piston) keeps "exactly 1.0 g apart" inside 1 g without admitting anything real.
 */
const ROUNDING = 1e-12;

function isWithin(differenceG: number, toleranceG: number, weightG: number): boolean {
  return differenceG <= toleranceG + ROUNDING * weightG;
}
