import type { SpinEvent, StandinDials } from '@tare/contract';
import type { Crank, Influence, KnownCut, Planes, PlaneUnbalance, SpinSignal, Vector } from '@tare/core';

/** Token of the machine that this shop's spins run on. */
export const BALANCING_MACHINE = Symbol('BALANCING_MACHINE');

/** Something that bolts on; `own` where its unbalance was measured by itself. */
export interface MountedPart {
  readonly name: string;
  readonly turnedDeg: number;
  readonly zMm: number;
  readonly bolted: number;
  readonly own?: Vector;
}

/** What lies in the machine. A real machine needs none of it; the stand-in builds its hidden crank from it. */
export interface Mounted {
  /** Label of the crank in this shop, such as "job-12". */
  readonly rotor: string;
  readonly crank: Crank;
  readonly holes: readonly KnownCut[];
  /** Places of the holes in the order in which the job drilled them. */
  readonly places?: readonly number[];
  /** What bolts on, in a job that says so; each sits a little otherwise each time it is bolted on. */
  readonly parts?: readonly MountedPart[];
  /** The planes in which the crank was laid out, where it is spun in others. */
  readonly bornIn?: Planes;
  /** Each counterweight is too light by so much at its rim, as heavier pistons leave it: the stand-in's to act on. */
  readonly lightG?: number;
}

/** A spin; what hangs on the crank and how the machine is set up are the stand-in's to act on. */
export interface SpinOrder extends Omit<StandinDials, 'lightG'> {
  readonly speedRpm: number;
  readonly turns: number;
  /** Counts this crank's spins from 1. */
  readonly run: number;
  readonly hung: PlaneUnbalance;
}

/** What is told of a spin while it runs. */
export type SpinProgress = Extract<SpinEvent, { type: 'speed' | 'live' }>;

/** What a machine's maker says of its own calibration, for what lies in it. */
export interface OwnCalibration {
  /** The sensors' unit per g·mm. */
  readonly influence: Influence;
  /** Deviation in each component of a sensor's gain as a share: for good, and from spin to spin. */
  readonly gainRatio: number;
  readonly runRatio: number;
  /** What remounting and drift put on from spin to spin, in each component of each plane. */
  readonly driftGmm: number;
}

export interface MachineSpin {
  readonly signal: SpinSignal;
  readonly own: OwnCalibration;
}

/**
 * A balancing machine as Tare sees it: two sensors and a once-per-turn mark, sampled together. A driver turns its machine's
 * own words into these; angles count from the mark, which stands at crankpin 1, along the crank's turning, clockwise seen from
 * the front.
 */
export interface BalancingMachine {
  /**
   * Runs one spin to its end.
   * @param onProgress called as speed and samples come in
   * @param signal stops the machine when aborted
   * @throws MachineError when the machine does not answer, fails, sends what cannot be read, or was stopped
   */
  spin(mounted: Mounted, order: SpinOrder, onProgress: (progress: SpinProgress) => void, signal: AbortSignal): Promise<MachineSpin>;
}

/** A stand-in can be asked what no machine knows: the crank's true unbalance. Only its own drawer asks. */
export interface KnowsTheTruth {
  truth(mounted: Mounted): Promise<PlaneUnbalance>;
}

/** Why a spin gave nothing, in a sentence for the person at the machine. */
export class MachineError extends Error {
  override readonly name = 'MachineError';
}
