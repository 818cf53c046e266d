import { checkNumber, CoreError } from '../units/check.js';
import { degToRad } from '../units/angle.js';
import { cholesky, inverse, solveCholesky } from '../estimate/cholesky.js';
import type { Vector } from '../units/vector.js';

/** An indicator's reading with the crank turned so that this angle of it lies under the needle. */
export interface IndicatorReading {
  readonly angleDeg: number;
  readonly mm: number;
}

/** What an indicator tells of one journal over a turn. */
export interface Harmonics {
  /** Eccentricity, mm, as a vector that points to where the journal stands out: half of its share of the run-out. */
  readonly eccentricityMm: Vector;
  /** Standard deviation of that along any direction, mm; null where as many readings as figures left nothing over to tell it by. */
  readonly deviationMm: number | null;
  /** Degrees of freedom of that deviation. */
  readonly freedom: number;
  /** Radial amplitude of the second harmonic, mm: the journal's ovality, where the V shows it once. */
  readonly ovalityMm: number;
  /** What the needle really swept, largest minus smallest. */
  readonly sweptMm: number;
}

/** Mean, first and second harmonic: five figures. */
const TERMS = 5;
/** A turn that is read closer than this leaves no gap that a harmonic could hide in. */
const WIDEST_GAP_DEG = 100;

/**
 * Least squares of mean, first and second harmonic through the readings of a turn (handbook, straightness):
 *
 *   r(θ) = m + a·cos θ + b·sin θ + c·cos 2θ + d·sin 2θ
 *
 * The first is the eccentricity e = √(a² + b²) towards atan2(b, a), apart from the second, which is the journal's own ovality. Its deviation is
 * the needle's, times the root of the mean of both variances of (XᵀX)⁻¹: s·√(2/n) for a turn in equal steps. The needle's scatter s is what
 * is left over, √(Σ residual²/(n − 5)), unless a study of the gauge knows it.
 *
 * @param studiedMm scatter of the gauge by its study, mm; null before any
 * @throws CoreError for fewer than five places, or a gap of more than 100° that would leave a harmonic unseen
 */
export function harmonics(readings: readonly IndicatorReading[], studiedMm: number | null): Harmonics {
  readings.forEach(({ mm }) => checkNumber('An indicator reading', mm, { min: -20, max: 20, unit: 'mm' }, 'mm'));
  const angles = [...new Set(readings.map(({ angleDeg }) => ((angleDeg % 360) + 360) % 360))].sort((a, b) => a - b);
  if (angles.length < TERMS)
    throw new CoreError(`An eccentricity wants readings at ${TERMS} angles at least; there are ${angles.length}.`, 'readings');
  const gap = Math.max(...angles.map((angle, i) => (i === 0 ? angle + 360 - angles.at(-1)! : angle - angles[i - 1]!)));
  if (gap > WIDEST_GAP_DEG)
    throw new CoreError(`Nothing was read over ${Math.round(gap)}° of the turn: what lies there would be guessed.`, 'readings');
  const row = (angleDeg: number): number[] => {
    const t = degToRad(angleDeg);
    return [1, Math.cos(t), Math.sin(t), Math.cos(2 * t), Math.sin(2 * t)];
  };
  const normal = new Float64Array(TERMS * TERMS);
  const right = new Float64Array(TERMS);
  for (const { angleDeg, mm } of readings) {
    const x = row(angleDeg);
    for (let i = 0; i < TERMS; i += 1) {
      right[i]! += x[i]! * mm;
      for (let j = 0; j < TERMS; j += 1) normal[i * TERMS + j]! += x[i]! * x[j]!;
    }
  }
  const beta = solveCholesky(cholesky(normal, TERMS), TERMS, right);
  const spread = inverse(normal, TERMS);
  const left = readings.reduce((sum, { angleDeg, mm }) => sum + (mm - row(angleDeg).reduce((y, x, i) => y + x * beta[i]!, 0)) ** 2, 0);
  const over = readings.length - TERMS;
  const s = studiedMm ?? (over > 0 ? Math.sqrt(left / over) : null);
  const values = readings.map(({ mm }) => mm);
  return {
    eccentricityMm: { re: beta[1]!, im: beta[2]! },
    deviationMm: s === null ? null : s * Math.sqrt((spread[TERMS + 1]! + spread[2 * TERMS + 2]!) / 2),
    freedom: studiedMm === null ? Math.max(1, over) : Infinity,
    ovalityMm: Math.hypot(beta[3]!, beta[4]!),
    sweptMm: Math.max(...values) - Math.min(...values),
  };
}

/**
 * The short way: highest, lowest, and where the highest lies. e = (highest − lowest)/2, which takes an oval for eccentricity.
 * @param studiedMm scatter of the gauge; of a difference of two readings √2 of it, halved
 * @throws CoreError when the lowest lies over the highest
 */
export function eccentricityOfSwing(highestMm: number, lowestMm: number, highestAtDeg: number, studiedMm: number | null): Harmonics {
  if (lowestMm > highestMm) throw new CoreError(`The lowest reading, ${lowestMm} mm, lies over the highest, ${highestMm} mm.`, 'lowestMm');
  const e = (highestMm - lowestMm) / 2;
  const t = degToRad(highestAtDeg);
  return {
    eccentricityMm: { re: e * Math.cos(t), im: e * Math.sin(t) },
    deviationMm: studiedMm === null ? null : studiedMm / Math.SQRT2,
    freedom: Infinity,
    ovalityMm: 0,
    sweptMm: highestMm - lowestMm,
  };
}
