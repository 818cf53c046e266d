import { absolute } from '../units/complex.js';
import { subtract } from '../units/vector.js';
import { meanPlanes, type PlaneUnbalance } from '../rotor/planes.js';

/** Farther from the mean of the others than so many times their own distance (handbook section 6, definition 9b). */
const TIMES_APART = 7;
/** And than so many steps of the display, which three honest readings may lie apart without a word. */
const STEPS = 3;
/** Where the scatter is known from elsewhere. */
const DEVIATIONS = 5;

/** What readings of one state are held against. */
export interface ReadingsKnown {
  /** What the display cannot tell apart in each plane: its step along, its angle's step across, g·mm. */
  readonly stepGmm: { readonly a: number; readonly b: number };
  /** Deviation of one reading in each component, g·mm, where it is known from elsewhere; null where it is not. */
  readonly deviationGmm: number | null;
}

/**
 * The reading of one state that does not go with the others: of three, farther from the mean of the other two than 7 times their own
 * distance, over all four numbers, and than 3 display steps (1 honest triple in 465, independent computation); where the scatter is
 * known, farther than 5 of its deviations.
 * @param readings of one state, g·mm
 * @returns its place, or null where they go together, or there are fewer than three
 */
export function oddReading(readings: readonly PlaneUnbalance[], { stepGmm, deviationGmm }: ReadingsKnown): number | null {
  if (readings.length < 3) return null;
  const apart = readings.map((reading, i) => {
    const others = readings.filter((_, k) => k !== i);
    const mean = meanPlanes(others);
    // Of two, their distance from each other; of more, twice their spread about their mean.
    const own =
      others.length === 2
        ? distance(others[0]!, others[1]!)
        : (2 * Math.hypot(...others.map((one) => distance(one, mean)))) / Math.sqrt(others.length - 1);
    return { off: distance(reading, mean), own };
  });
  const at = apart.reduce((worst, { off }, i) => (off > apart[worst]!.off ? i : worst), 0);
  const { off, own } = apart[at]!;
  const bound = deviationGmm === null ? TIMES_APART * own : DEVIATIONS * deviationGmm;
  return off > Math.max(bound, STEPS * Math.hypot(stepGmm.a, stepGmm.b)) ? at : null;
}

/** Whether readings are the same to the last digit, where scatter says they should not be: one reading typed again and again. */
export function isOneReading(readings: readonly PlaneUnbalance[], { stepGmm, deviationGmm }: ReadingsKnown): boolean {
  if (readings.length < 3) return false;
  const same = readings.every((one) => distance(one, readings[0]!) === 0);
  return same && (deviationGmm === null || deviationGmm >= Math.min(stepGmm.a, stepGmm.b));
}

const distance = (x: PlaneUnbalance, y: PlaneUnbalance): number => Math.hypot(absolute(subtract(x.aGmm, y.aGmm)), absolute(subtract(x.bGmm, y.bGmm)));
