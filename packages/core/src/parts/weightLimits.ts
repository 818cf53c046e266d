import type { Measure, PartKind } from './facts.js';

/** The heaviest reading in g that is believed of a part; beyond it a slip of the finger is likelier. */
const HEAVIEST_G: Readonly<Record<PartKind, number>> = {
  piston: 6000,
  pin: 3000,
  lockPair: 200,
  ringSet: 600,
  rod: 10000,
  bearingPair: 1500,
  cylinderSet: 9000,
  pressedAssembly: 16000,
};

const NAMES: Readonly<Record<PartKind, string>> = {
  piston: 'a piston',
  pin: 'a pin',
  lockPair: 'a pair of locks',
  ringSet: 'a ring set',
  rod: 'a rod',
  bearingPair: 'a bearing pair',
  cylinderSet: 'a cylinder’s set',
  pressedAssembly: 'a piston on its rod',
};

/**
 * Why a reading cannot be believed of this kind of part, or null when it can.
 *
 * The bounds are wide on purpose (a stationary engine's piston weighs kilograms): they catch a
 * lost decimal point and a wrong unit, not an unusual part.
 */
export function readingComplaint(kind: PartKind, measure: Measure, valueG: number): string | null {
  if (!Number.isFinite(valueG)) return 'A reading has to be a number of grams.';
  if (valueG <= 0) return `A weight of ${valueG} g cannot be: is the scale's zero right?`;
  const heaviestG = HEAVIEST_G[kind];
  if (valueG > heaviestG) {
    const what = measure === 'mass' || measure === 'total' ? NAMES[kind] : `one end of ${NAMES[kind]}`;
    return `${valueG} g is more than Tare believes of ${what} (up to ${heaviestG} g). Check the decimal point and the unit.`;
  }
  return null;
}

/** A difference from a tared reference larger than this is no difference between like parts. */
const LARGEST_DIFFERENCE_G = 500;

/** Why a signed difference from a reference part cannot be believed, or null when it can. */
export function differenceComplaint(valueG: number): string | null {
  if (!Number.isFinite(valueG)) return 'A difference has to be a number of grams.';
  if (Math.abs(valueG) > LARGEST_DIFFERENCE_G)
    return `${valueG} g is more than like parts differ by (up to ${LARGEST_DIFFERENCE_G} g). Is the scale tared on the reference?`;
  return null;
}
