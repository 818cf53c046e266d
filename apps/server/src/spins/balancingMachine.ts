import type { Crank, CrankHole, PlaneUnbalance, SpinSignal } from '@tare/core';

/** Token of the machine that this shop's spins run on. */
export const BALANCING_MACHINE = Symbol('BALANCING_MACHINE');

/** What lies in the machine. A real machine needs none of it; the stand-in builds its hidden crank from it. */
export interface Mounted {
  /** Label of the crank in this shop, such as "job-12". */
  readonly rotor: string;
  readonly crank: Crank;
  readonly holes: readonly CrankHole[];
}

export interface SpinOrder {
  readonly speedRpm: number;
  readonly turns: number;
  /** Counts this crank's spins from 1. */
  readonly run: number;
}

/** A spin whose raw signals are wanted, and what is hung on the crank for it. */
export interface RecordOrder extends SpinOrder {
  readonly trial: PlaneUnbalance;
  readonly supports: 'hard' | 'soft';
  readonly looseBob: boolean;
  readonly endStopForgotten: boolean;
}

export type SpinProgress =
  | { readonly type: 'speed'; readonly speedRpm: number; readonly targetRpm: number }
  | { readonly type: 'turn'; readonly turn: number; readonly of: number; readonly planes: PlaneUnbalance };

/**
 * A balancing machine as Tare sees it. A driver turns its machine's own words, units and angles into Tare's: one
 * vector a turn and plane in g·mm, pointing to where the crank is heavy, angle 0 at crankpin 1 and clockwise seen
 * from the front.
 */
export interface BalancingMachine {
  /**
   * Runs one spin to its end.
   * @param onProgress called as speed and turns come in
   * @param signal stops the machine when aborted
   * @throws MachineError when the machine does not answer, fails, or was stopped
   */
  spin(mounted: Mounted, order: SpinOrder, onProgress: (progress: SpinProgress) => void, signal: AbortSignal): Promise<PlaneUnbalance[]>;

  /**
   * Runs one spin and hands over its raw signals.
   * @throws MachineError when the machine does not answer, fails, or was stopped
   */
  record(mounted: Mounted, order: RecordOrder, signal: AbortSignal): Promise<SpinSignal>;
}

/** Why a spin gave nothing, in a sentence for the person at the machine. */
export class MachineError extends Error {
  override readonly name = 'MachineError';
}
