import { checkPlanes, type Planes, type PlaneUnbalance } from '../rotor/planes.js';
import { checkNumber, CoreError } from '../units/check.js';
import type { Vector } from '../units/vector.js';
import { toFour } from './fourNumbers.js';
import type { SpinReading } from './reading.js';

/** What is mounted, each part with how far it is turned from its own zero, degrees. */
export type Mounted = Readonly<Record<string, number>>;

export interface SpinEvent {
  readonly kind: 'spin';
  readonly id: string;
  /** Names the gain it is read by: a machine, a calibration, and what was done to them. */
  readonly calibration: string;
  readonly planes: Planes;
  readonly mounted: Mounted;
  /** Known weights that hung on it, in its planes, and how far they may be off, 4 × 4; null where they are known. */
  readonly hung: PlaneUnbalance;
  readonly hungCovariance: readonly number[] | null;
  readonly reading: SpinReading;
  /** How far spins like it lie apart, g·mm in each component; null where nobody knows. */
  readonly scatterGmm: { readonly a: number; readonly b: number } | null;
  /** Of turns: those of like speed scatter alike. Left out where it does not matter. */
  readonly speedRpm?: number;
  /** It does not fit what was known, and somebody said that it is so: nothing is known of its parts from before. */
  readonly isSo?: boolean;
}

/** Metal that went from a part or came to it, in the planes that the estimate is kept in and the part's own angles. */
export interface CutEvent {
  readonly kind: 'cut';
  readonly id: string;
  readonly part: string;
  readonly change: PlaneUnbalance;
  /** The share of it that leans on the density of the job's metal. */
  readonly perDensity: PlaneUnbalance;
  /** 4 × 4 over both planes, (g·mm)². */
  readonly covariance: readonly number[];
}

export type RecordEvent = SpinEvent | CutEvent;

export interface EstimateInput {
  /** The planes in which the estimate is kept. */
  readonly planes: Planes;
  /** What each calibration's gain is taken for before anything was seen: the mean of the machine's history; left out for one. */
  readonly gainPrior?: Readonly<Record<string, { readonly a: Vector; readonly b: Vector }>>;
  /** Deviation of each calibration's gain before anything was seen, as a share. */
  readonly gainDeviation: Readonly<Record<string, number>>;
  /** Of the density of the job's metal, as a share. */
  readonly densityDeviation: number;
  readonly events: readonly RecordEvent[];
  /** What is mounted now; left out for what the last spin had. */
  readonly mounted?: Mounted;
}

/** @throws CoreError for planes, deviations or events that make no sense */
export function checkInput({ planes, events, gainDeviation, densityDeviation }: EstimateInput): void {
  checkPlanes(planes);
  checkNumber('The deviation of the density', densityDeviation, { above: 0, max: 1 }, 'densityDeviation');
  for (const event of events) {
    if (event.kind !== 'spin') continue;
    checkPlanes(event.planes);
    checkNumber('The deviation of the gain', gainDeviation[event.calibration], { above: 0, max: 1 }, 'gainDeviation');
    for (const value of Object.values(event.scatterGmm ?? {})) checkNumber('The scatter of a spin', value, { min: 0, unit: 'g·mm' }, 'scatterGmm');
    if (!toFour(event.reading.turns.mean).every(Number.isFinite)) throw new CoreError('A reading is missing or is not a number.', 'reading');
  }
}
