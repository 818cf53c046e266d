import { normaliseAngleDeg, turnBetweenDeg } from '../units/angle.js';
import { checkNumber } from '../units/check.js';
import { fromPolar, subtract, toPolar, type Polar } from '../units/vector.js';

/** How a machine says where: from which end it looks, which way it counts, where its zero lies, and whether it shows metal to remove or to add. */
export interface MachineConvention {
  readonly seenFrom: 'front' | 'rear';
  readonly counts: 'clockwise' | 'anticlockwise';
  /** Where the machine's zero lies, in Tare's angle: 0 at crankpin 1, clockwise seen from the front. */
  readonly zeroAtDeg: number;
  /** Shows where the crank is heavy (remove there) or light (add there). */
  readonly shows: 'heavy' | 'light';
}

/** +1 where the machine's angles grow as Tare's do. */
const senseOf = ({ seenFrom, counts }: MachineConvention): 1 | -1 => ((seenFrom === 'front') === (counts === 'clockwise') ? 1 : -1);

/** A machine's angle as Tare's angle of the heavy spot. */
export function toHeavyDeg(machineDeg: number, convention: MachineConvention): number {
  return normaliseAngleDeg(convention.zeroAtDeg + senseOf(convention) * machineDeg + (convention.shows === 'light' ? 180 : 0));
}

/** The machine's angle for a heavy spot at Tare's angle: what its display says there. */
export function fromHeavyDeg(heavyDeg: number, convention: MachineConvention): number {
  return normaliseAngleDeg(senseOf(convention) * (heavyDeg - convention.zeroAtDeg - (convention.shows === 'light' ? 180 : 0)));
}

export type ConventionFault = 'none' | 'opposite' | 'mirrored' | 'mirroredOpposite' | 'zeroOff' | 'cannotTell';

export interface ConventionCheck {
  readonly fault: ConventionFault;
  /** The convention that agrees with the trial weight; null where none of the usual mistakes explains it. */
  readonly mended: MachineConvention | null;
  /** What the machine says the trial weight is, in Tare's angle by the convention as it was set. */
  readonly seen: Polar;
  readonly sentence: string;
}

/** Angles that agree this well are the same: machines, marks and clay are a few degrees out together. */
const AGREES_WITHIN_DEG = 15;
/** A weight that moved the reading by less than this share of itself was not heard. */
const LEAST_HEARD_RATIO = 0.2;

/**
 * Checks a machine's convention against one known weight: the reading without it and with it, as the machine shows them, and
 * where the weight was put. The usual mistakes are an answer turned by 180° (adding for removing) and one that counts the
 * other way (seen from the other end); both are tried, alone and together, and named.
 *
 * A weight 60° from the machine's zero tells all four apart; near 0, 90, 180 or 270° two of them agree and nothing is said.
 *
 * @param weight in Tare's angle; its amount in the unit of the readings, or null where the readings have none
 * @throws CoreError for amounts or angles that make no sense
 */
export function checkConvention(
  before: Polar,
  withWeight: Polar,
  weight: { readonly amount: number | null; readonly angleDeg: number },
  convention: MachineConvention,
): ConventionCheck {
  for (const [name, polar] of [
    ['The reading without the weight', before],
    ['The reading with the weight', withWeight],
  ] as const)
    checkNumber(name, polar.amount, { min: 0 }, 'amount');
  const by = (one: MachineConvention): Polar => {
    const heavy = ({ amount, angleDeg }: Polar): ReturnType<typeof fromPolar> => fromPolar(amount, toHeavyDeg(angleDeg, one));
    return toPolar(subtract(heavy(withWeight), heavy(before)));
  };
  const seen = by(convention);
  if (seen.amount === 0 || (weight.amount !== null && seen.amount < LEAST_HEARD_RATIO * weight.amount))
    return {
      fault: 'cannotTell',
      mended: null,
      seen,
      sentence: 'The weight hardly moved the reading: put on more, in the plane that is read, and see that it is tight.',
    };
  const mirrored: MachineConvention = { ...convention, counts: convention.counts === 'clockwise' ? 'anticlockwise' : 'clockwise' };
  const turned = (one: MachineConvention): MachineConvention => ({ ...one, shows: one.shows === 'heavy' ? 'light' : 'heavy' });
  const candidates = [
    ['none', convention],
    ['opposite', turned(convention)],
    ['mirrored', mirrored],
    ['mirroredOpposite', turned(mirrored)],
  ] as const;
  const agreeing = candidates.filter(([, one]) => Math.abs(turnBetweenDeg(by(one).angleDeg, weight.angleDeg)) <= AGREES_WITHIN_DEG);
  if (agreeing.length > 1) {
    return {
      fault: 'cannotTell',
      mended: null,
      seen,
      sentence: 'At this angle two conventions look alike. Put the weight about 60° from the machine’s zero and try again.',
    };
  }
  const found = agreeing[0];
  if (!found) {
    const offDeg = turnBetweenDeg(seen.angleDeg, weight.angleDeg);
    return {
      fault: 'zeroOff',
      mended: { ...convention, zeroAtDeg: normaliseAngleDeg(convention.zeroAtDeg + offDeg) },
      seen,
      sentence: `The machine’s zero is ${Math.round(Math.abs(offDeg))}° from where it was set, or the weight was not where it was said to be. Look for the mark; a second weight elsewhere tells which.`,
    };
  }
  return { fault: found[0], mended: found[0] === 'none' ? null : found[1], seen, sentence: SENTENCES[found[0]] };
}

const SENTENCES: Readonly<Record<Exclude<ConventionFault, 'zeroOff' | 'cannotTell'>, string>> = {
  none: 'The machine and this convention agree.',
  opposite: 'Turned by 180°: the machine shows the other spot, where to add instead of where to remove, or the reverse.',
  mirrored: 'Mirrored: the machine counts the other way, or looks from the other end.',
  mirroredOpposite: 'Mirrored and turned by 180°: it counts the other way and shows the other spot.',
};
