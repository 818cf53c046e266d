import { Injectable } from '@nestjs/common';
import { factsOf, type Amends, type JobSheet, type MachineSpec, type NewTypedSpin, type SpinEntry, type SpinSetUp } from '@tare/contract';
import { jobFigures, type HungPiece, type Influence, type Mounted, type PlaneUnbalance, type Planes, type ShownBy, type Supports } from '@tare/core';
import { randomUUID } from 'node:crypto';
import type { Knex } from 'knex';
import { JobAccess } from '../jobs/jobAccess.js';
import { amend } from '../ledger/amend.js';
import { askWhetherAnother } from '../ledger/askWhetherAnother.js';
import { insertOnce, isKnown, lockJob, register, type OneWrite } from '../ledger/insertOnce.js';

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
  readonly hungPieces: readonly HungPiece[] | null;
  readonly calibrationId: string | null;
  /** What the signals were read by; null for typed ones. */
  readonly influence: Influence | null;
  readonly warnings: readonly string[];
  readonly shown?: NewTypedSpin['repeats'];
  readonly shownBy?: ShownBy;
  readonly recording?: KeptRecording;
  readonly display?: SpinEntry['display'];
  readonly atLeastGmm?: SpinEntry['atLeastGmm'] | null;
  /** Somebody else typed the same within the minute, and this is another. */
  readonly another?: true;
  readonly gainDeviation?: number | null;
  readonly gainEpoch?: number;
  readonly gainBasis: SpinEntry['gainBasis'];
  readonly mounted: Mounted | null;
  readonly setUpId: string | null;
  readonly rebolted: readonly string[] | null;
  readonly supports: Supports | null;
  readonly quick: boolean;
  readonly note: string;
  readonly amends?: Amends | undefined;
}

/** The spins of the shop's jobs, added to and never changed. */
@Injectable()
export class SpinLedger {
  constructor(private readonly jobs: JobAccess) {}

  /** The write that a spin is: known already, it need not be spun. @throws ProblemException 409 for an id that belongs to something else */
  async isKnown(jobId: string, spin: { readonly id: string; readonly personId: string }, content: unknown): Promise<boolean> {
    return isKnown(this.jobs.db, await this.writeOf(jobId, spin, content));
  }

  /**
   * Adds a spin, once, with what hung on it and what the machine made of that.
   * @param content what was sent, by which a second try is known
   * @throws ProblemException 400 for one that cannot be judged, 409 for an id that belongs to another entry
   */
  async keep(jobId: string, spin: SpinToKeep, content: unknown): Promise<void> {
    const write = await this.writeOf(jobId, spin, content);
    await insertOnce(this.jobs.db, write, async (trx) => {
      await lockJob(trx, jobId);
      if (spin.shown && !spin.amends && spin.another !== true) {
        const { shown, personId } = spin;
        const near = (query: Knex.QueryBuilder): Knex.QueryBuilder => query.whereRaw('spin.shown = ?::jsonb', [JSON.stringify(shown)]);
        await askWhetherAnother(trx, { table: 'spin', jobId, personId, alike: { 'spin.machine_id': spin.machineId }, near, what: 'the same spin' });
      }
      await insertSpin(trx, write.shopId, jobId, spin);
      await amend(trx, { ...write, kind: 'spin', entryId: spin.id, amends: spin.amends });
      if (spin.machineId !== null) await this.keepCheck(trx, write.shopId, jobId, spin, spin.machineId);
    });
  }

  private async writeOf(
    jobId: string,
    { id, personId }: { readonly id: string; readonly personId: string },
    content: unknown,
  ): Promise<OneWrite & { personId: string }> {
    return { id, kind: 'spin', shopId: await this.jobs.shop.id(), jobId, personId, content };
  }

  /** Where a known weight came on or off since the spin before, what the machine made of it stays with the machine. */
  private async keepCheck(trx: Knex.Transaction, shopId: string, jobId: string, spin: SpinToKeep, machineId: string): Promise<void> {
    const figures = jobFigures(factsOf(await this.jobs.sheet(jobId, trx))).spins.find(({ spinId }) => spinId === spin.id);
    if (!figures || (figures.checks.a === null && figures.checks.b === null)) return;
    const checks = JSON.stringify(figures.checks);
    await trx('machine_check').insert({ spin_id: spin.id, shop_id: shopId, machine_id: machineId, calibration_id: spin.calibrationId, checks });
  }
}

/** What was said of how a spin was set up, in the set-up that the sheet stands in. */
export const setUpOf = (
  { mounted, quick, note, hungPieces, rebolted }: SpinSetUp,
  { setUp }: Pick<JobSheet, 'setUp'>,
): Pick<SpinToKeep, 'mounted' | 'setUpId' | 'rebolted' | 'quick' | 'note' | 'hungPieces'> => ({
  hungPieces: hungPieces && hungPieces.length > 0 ? hungPieces : null,
  mounted: mounted ?? setUp?.mounted ?? null,
  setUpId: setUp?.current.id ?? null,
  rebolted: rebolted && rebolted.length > 0 ? rebolted : null,
  quick: quick ?? false,
  note: note ?? '',
});

async function insertSpin(trx: Knex.Transaction, shopId: string, jobId: string, spin: SpinToKeep): Promise<void> {
  const json = (value: unknown): string | null => (value === null || value === undefined ? null : JSON.stringify(value));
  await trx('spin').insert({
    id: spin.id,
    shop_id: shopId,
    job_id: jobId,
    speed_rpm: spin.speedRpm,
    planes: json(spin.planes),
    turns: json(spin.turns),
    known_deviation_gmm: spin.knownDeviationGmm,
    spread: json(spin.spread),
    cautions_confirmed: true,
    person_id: spin.personId,
    machine_id: spin.machineId,
    source: spin.source,
    calibration_id: spin.calibrationId,
    influence: json(spin.influence),
    warnings: json(spin.warnings),
    shown: json(spin.shown),
    shown_by: json(spin.shownBy),
    recording: spin.recording?.bytes ?? null,
    recording_format: spin.recording?.format ?? null,
    columns: json(spin.recording?.columns),
    channels: json(spin.recording?.channels),
    mounted: json(spin.mounted),
    set_up_id: spin.setUpId,
    rebolted: json(spin.rebolted),
    supports: json(spin.supports),
    quick: spin.quick,
    gain_basis: json(spin.gainBasis),
    display: json(spin.display),
    at_least_gmm: json(spin.atLeastGmm),
    gain_deviation: spin.gainDeviation ?? null,
    gain_epoch: spin.gainEpoch ?? 0,
    note: spin.note,
  });
  if (spin.hung === null) return;
  const hungId = randomUUID();
  const { personId, hung, hungPieces: pieces } = spin;
  await register(trx, { id: hungId, kind: 'hungWeight', shopId, jobId, personId, content: pieces ?? hung }, spin.id);
  const said = { hung: json(hung), pieces: json(pieces) };
  await trx('hung_weight').insert({ id: hungId, shop_id: shopId, job_id: jobId, spin_id: spin.id, ...said, person_id: personId });
}
