import { checkNumber, CoreError } from '../units/check.js';
import { add, scale, toPolar } from '../units/vector.js';
import type { Crank } from './crank.js';
import { unbalanceForceN } from './force.js';
import type { PlaneUnbalance } from './planes.js';

/** Where the crank lies in the machine, along the crank in mm. */
export interface Supports {
  /** Nearer the front. */
  readonly zLeftMm: number;
  readonly zRightMm: number;
}

/** Supports nearer than this to where they were are the same, mm. */
const SAME_SUPPORT_MM = 5;

/** Whether supports were moved between two spins; where nobody measured, nobody knows, and they are taken as they were. */
export const supportsMoved = (x: Supports | null | undefined, y: Supports | null | undefined): boolean =>
  x != null && y != null && (Math.abs(x.zLeftMm - y.zLeftMm) > SAME_SUPPORT_MM || Math.abs(x.zRightMm - y.zRightMm) > SAME_SUPPORT_MM);

/** What one support carries, N: half of the crank by its leverage, and the turning pull of the unbalance. */
export interface SupportLoad {
  readonly weightN: number;
  readonly unbalanceN: number;
}

/** m/s². */
export const GRAVITY = 9.81;
/** A crank's nose and flange reach no farther beyond its last counterweight than this, mm. */
const CRANK_REACHES_MM = 200;
/** A correction radius is a hole's or a slug's: it does not lie beyond the rim, but a ring or a flange may be a little larger, mm. */
const OVER_RIM_MM = 1;

/**
 * Refuses a set-up whose distances cannot be, by name: supports at one place or the wrong way round, a support beside the
 * crank, a correction radius over the rim.
 * @throws CoreError with the path of the figure
 */
export function checkSetUp({ zLeftMm, zRightMm }: Supports, { counterweights, planes }: Pick<Crank, 'counterweights' | 'planes'>): void {
  checkNumber('The left support', zLeftMm, { min: -5000, max: 5000, unit: 'mm' }, 'supports.zLeftMm');
  checkNumber('The right support', zRightMm, { min: -5000, max: 5000, unit: 'mm' }, 'supports.zRightMm');
  if (zLeftMm === zRightMm) throw new CoreError(`Both supports are at ${zLeftMm} mm; a crank lies on two.`, 'supports.zRightMm');
  if (zLeftMm > zRightMm)
    throw new CoreError('The left support is the one nearer the front: its position has to be the smaller.', 'supports.zLeftMm');
  const zs = counterweights.map(({ zMm }) => zMm);
  const [front, rear] = [Math.min(...zs) - CRANK_REACHES_MM, Math.max(...zs) + CRANK_REACHES_MM];
  for (const [name, zMm, field] of [
    ['left', zLeftMm, 'supports.zLeftMm'],
    ['right', zRightMm, 'supports.zRightMm'],
  ] as const)
    if (zMm < front || zMm > rear)
      throw new CoreError(`The ${name} support at ${zMm} mm stands beside the crank, which reaches from about ${front} to ${rear} mm.`, field);
  const rimMm = Math.max(...counterweights.map(({ rimRadiusMm }) => rimRadiusMm));
  for (const [name, radiusMm, field] of [
    ['A', planes.radiusAMm, 'planes.radiusAMm'],
    ['B', planes.radiusBMm, 'planes.radiusBMm'],
  ] as const)
    if (radiusMm > rimMm + OVER_RIM_MM)
      throw new CoreError(`The correction radius of ${name}, ${radiusMm} mm, lies over the rim of ${rimMm} mm.`, field);
}

/** Something heavy that turns with the crank: a bob, a flywheel. */
export interface PointMass {
  readonly massKg: number;
  readonly zMm: number;
}

/**
 * What each support carries at a speed: the weight of the crank and of all that turns with it by the leverage of each, and the pull
 * of the unbalance, both planes carried over to the supports as vectors. What hangs outside the supports lifts the far one.
 * @param withIt what turns with the crank besides
 * @throws CoreError from checkSetUp, or for a speed that makes no sense
 */
export function supportLoads(
  supports: Supports,
  crank: Pick<Crank, 'counterweights' | 'planes' | 'massKg' | 'massCentreZMm'>,
  { aGmm, bGmm }: PlaneUnbalance,
  speedRpm: number,
  withIt: readonly PointMass[] = [],
): { readonly left: SupportLoad; readonly right: SupportLoad } {
  checkSetUp(supports, crank);
  const spanMm = supports.zRightMm - supports.zLeftMm;
  const shareOfRight = (zMm: number): number => (zMm - supports.zLeftMm) / spanMm;
  const [a, b] = [crank.planes.zAMm, crank.planes.zBMm].map(shareOfRight) as [number, number];
  const masses = [{ massKg: crank.massKg, zMm: crank.massCentreZMm }, ...withIt];
  const load = (of: (right: number) => number): SupportLoad => ({
    weightN: masses.reduce((sum, { massKg, zMm }) => sum + massKg * GRAVITY * of(shareOfRight(zMm)), 0),
    unbalanceN: unbalanceForceN(toPolar(add(scale(aGmm, of(a)), scale(bGmm, of(b)))).amount, speedRpm),
  });
  return { left: load((right) => 1 - right), right: load((right) => right) };
}
