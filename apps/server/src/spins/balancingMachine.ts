import type { Crank, CrankHole, PlaneUnbalance } from '@tare/core';

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
}

/** Why a spin gave nothing, in a sentence for the person at the machine. */
export class MachineError extends Error {
  override readonly name = 'MachineError';
}
