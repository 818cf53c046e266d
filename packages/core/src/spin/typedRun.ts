import type { Planes, PlaneUnbalance } from '../rotor/planes.js';
import { typedQuantity } from '../units/quantity/read.js';
import { fromPolar, ZERO, type Vector } from '../units/vector.js';
import { toHeavyDeg, type MachineConvention } from './convention.js';
import type { SupportReading } from './influence.js';

/** The known weights of a trial run as they are typed: grams at the correction radius of each plane, and where. */
export interface TypedTrial {
  readonly aGrams: string;
  readonly aDeg: string;
  readonly bGrams: string;
  readonly bDeg: string;
}

/** What a machine's supports showed, as it is typed. */
export interface TypedSupports {
  readonly left: string;
  readonly leftDeg: string;
  readonly right: string;
  readonly rightDeg: string;
}

/** The weights of a run, g·mm in its planes; null while they are not whole. A weight that is left blank is none. */
export function typedTrial({ aGrams, aDeg, bGrams, bDeg }: TypedTrial, { radiusAMm, radiusBMm }: Planes): PlaneUnbalance | null {
  const weight = (grams: string, deg: string, radiusMm: number): Vector | null => {
    if (grams.trim() === '') return ZERO;
    const [g, at] = [typedQuantity(grams, 'g'), typedQuantity(deg, '°')];
    return Number.isNaN(g) || Number.isNaN(at) ? null : fromPolar(g * radiusMm, at);
  };
  const [a, b] = [weight(aGrams, aDeg, radiusAMm), weight(bGrams, bDeg, radiusBMm)];
  return a && b ? { aGmm: a, bGmm: b } : null;
}

/** What the supports showed, as vectors to where the rotor is heavy by the machine's convention; null while it is not whole. */
export function typedSupports({ left, leftDeg, right, rightDeg }: TypedSupports, convention: MachineConvention): SupportReading | null {
  const [l, lDeg, r, rDeg] = [typedQuantity(left, ''), typedQuantity(leftDeg, '°'), typedQuantity(right, ''), typedQuantity(rightDeg, '°')];
  if ([l, lDeg, r, rDeg].some(Number.isNaN)) return null;
  return { left: fromPolar(l, toHeavyDeg(lDeg, convention)), right: fromPolar(r, toHeavyDeg(rDeg, convention)) };
}
