import { CoreError } from '../units/check.js';
import { absolute } from '../units/complex.js';
import { scale, subtract, sumOf, type Vector } from '../units/vector.js';

/** A gain that a job came to know, in both planes: what the machine showed of 1 g·mm. */
export interface JobGain {
  readonly jobId: string;
  readonly a: Vector;
  readonly b: Vector;
  /** When it was known, ISO. */
  readonly at: string;
}

/** What the jobs before say of a machine's gain on cranks of a class. */
export interface GainHistory {
  readonly kind: 'history';
  readonly jobs: number;
  /** When the first and the last of them came to know it, ISO. */
  readonly from: string;
  readonly to: string;
  readonly a: Vector;
  readonly b: Vector;
  /** How far this job's gain may lie from their mean, as a share in each component. */
  readonly deviation: number;
}

/** So many jobs are a history. */
export const JOBS_OF_A_HISTORY = 3;
/** They agree when none lies farther than this from their mean, as a share. */
const AGREE_WITHIN = 0.03;
/** A crank mounted tomorrow is read no truer than this. */
const LEAST_DEVIATION = 0.02;

/**
 * A machine's gain by its history (handbook section 6, definition 2): three jobs of one class or more whose gains agree within 3 %;
 * the mean of theirs, σ = max(0.02, their spread), the spread pooled over both planes' components.
 * @param gains of jobs of the class, the newest of each job
 * @returns null where there are too few, or they do not agree
 * @throws CoreError for a gain that is not a number
 */
export function gainHistory(gains: readonly JobGain[]): GainHistory | null {
  if (gains.some(({ a, b }) => ![a.re, a.im, b.re, b.im].every(Number.isFinite))) throw new CoreError('A gain is not a number.', 'gains');
  if (gains.length < JOBS_OF_A_HISTORY) return null;
  const mean = (plane: 'a' | 'b'): Vector => scale(sumOf(gains.map((gain) => gain[plane])), 1 / gains.length);
  const [a, b] = [mean('a'), mean('b')];
  const off = gains.flatMap((gain) => [absolute(subtract(gain.a, a)), absolute(subtract(gain.b, b))]);
  if (Math.max(...off) > AGREE_WITHIN) return null;
  // Of each job two complex numbers about their means: four components, one job's worth spent on the means.
  const spread = Math.sqrt(off.reduce((sum, one) => sum + one ** 2, 0) / (4 * (gains.length - 1)));
  const dates = gains.map(({ at }) => at).sort();
  return { kind: 'history', jobs: gains.length, from: dates[0]!, to: dates.at(-1)!, a, b, deviation: Math.max(LEAST_DEVIATION, spread) };
}
