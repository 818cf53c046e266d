import { Injectable } from '@nestjs/common';
import { factsOf, type MachineSpec, type NewTypedSpin, type SpinEntry } from '@tare/contract';
import { CoreError, jobFigures, planeReading, type Influence, type PlaneUnbalance, type Planes } from '@tare/core';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';

/** A spin's recording, gzipped, and how it is to be read again. */
export interface KeptRecording {
  readonly bytes: Buffer;
  readonly format: 'csv' | 'wav';
  readonly columns: MachineSpec['columns'];
  readonly channels: MachineSpec['channels'];
}

/** A spin as it goes into the ledger. */
export interface SpinToKeep {
  readonly id: string;
  readonly personId: string;
  readonly machineId: string | null;
  readonly source: SpinEntry['source'];
  readonly speedRpm: number;
  readonly planes: Planes;
  readonly turns: readonly PlaneUnbalance[];
  readonly knownDeviationGmm: number | null;
  readonly spread: SpinEntry['spread'];
  readonly hung: PlaneUnbalance | null;
  readonly calibrationId: string | null;
  /** What the signals were read by; null for typed ones. */
  readonly influence: Influence | null;
  readonly warnings: readonly string[];
  readonly shown?: NewTypedSpin['repeats'];
  readonly recording?: KeptRecording;
}

/** The spins of the shop's jobs, added to and never changed. */
@Injectable()
export class SpinLedger {
  constructor(private readonly jobs: JobAccess) {}

  /**
   * Adds a spin, once.
   * @throws ProblemException 400 for one that cannot be judged, 409 for an id that belongs to another spin
   */
  async keep(jobId: string, spin: SpinToKeep): Promise<void> {
    try {
      planeReading(
        spin.turns.map((turn) => turn.aGmm),
        spin.knownDeviationGmm,
      );
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      throw fieldProblem('repeats', `${error.message} Spin and read it again, or write down the machine’s scatter on its page.`);
    }
    const { db, shop } = this.jobs;
    const json = (value: unknown): string | null => (value === null || value === undefined ? null : JSON.stringify(value));
    await db('spin')
      .insert({
        id: spin.id,
        shop_id: await shop.id(),
        job_id: jobId,
        speed_rpm: spin.speedRpm,
        planes: json(spin.planes),
        turns: json(spin.turns),
        known_deviation_gmm: spin.knownDeviationGmm,
        spread: json(spin.spread),
        hung: json(spin.hung),
        cautions_confirmed: true,
        person_id: spin.personId,
        machine_id: spin.machineId,
        source: spin.source,
        calibration_id: spin.calibrationId,
        influence: json(spin.influence),
        warnings: json(spin.warnings),
        shown: json(spin.shown),
        recording: spin.recording?.bytes ?? null,
        recording_format: spin.recording?.format ?? null,
        columns: json(spin.recording?.columns),
        channels: json(spin.recording?.channels),
      })
      .onConflict('id')
      .ignore();
    if (!(await db('spin').where({ id: spin.id, job_id: jobId }).first('id')))
      throw new ProblemException(409, 'This entry’s id belongs to another spin.');
    if (spin.machineId !== null) await this.keepCheck(jobId, spin, spin.machineId);
  }

  /** Where a known weight came on or off since the spin before, what the machine made of it stays with the machine. */
  private async keepCheck(jobId: string, spin: SpinToKeep, machineId: string): Promise<void> {
    const figures = jobFigures(factsOf(await this.jobs.sheet(jobId))).spins.find(({ spinId }) => spinId === spin.id);
    if (!figures || (figures.checks.a === null && figures.checks.b === null)) return;
    await this.jobs
      .db('machine_check')
      .insert({
        spin_id: spin.id,
        shop_id: await this.jobs.shop.id(),
        machine_id: machineId,
        calibration_id: spin.calibrationId,
        checks: JSON.stringify(figures.checks),
      })
      .onConflict('spin_id')
      .ignore();
  }
}
