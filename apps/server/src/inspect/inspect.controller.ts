import { randomUUID } from 'node:crypto';
import { Controller, Param, Post } from '@nestjs/common';
import { benchStatuses, honeGate, isRodWork, jobFigures, NOTHING_MADE_READY, pressGate, type PartKind, type Work } from '@tare/core';
import type { Knex } from 'knex';
import {
  factsOf,
  newWorkSchema,
  newMeasurementSchema,
  type WorkEntry,
  type MeasurementEntry,
  type NewWork,
  type NewMeasurement,
} from '@tare/contract';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { amend } from '../ledger/amend.js';
import { insertOnce, lockJob, register } from '../ledger/insertOnce.js';
import { partCutToRow } from '../jobs/rows.js';
import { workFromRow, workToRow, measurementFromRow, measurementToRow, type WorkRow, type MeasurementRow } from './inspectRows.js';

/** What is measured of a job's parts, and done to them. */
@Controller('api/jobs/:jobId')
export class InspectController {
  constructor(private readonly jobs: JobAccess) {}

  @Post('measurements')
  @Describe('Capture what a gauge showed at one place of a part', newMeasurementSchema)
  async measure(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newMeasurementSchema) measurement: NewMeasurement): Promise<MeasurementEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const { id, personId, afterWorkId, amends } = measurement;
    await insertOnce(this.jobs.db, { id, kind: 'measurement', shopId, jobId, personId, content: measurement }, async (trx) => {
      await lockJob(trx, jobId);
      if (afterWorkId !== null && !(await trx('engine_work').where({ id: afterWorkId, job_id: jobId }).first('id')))
        throw fieldProblem('afterWorkId', 'That work is not in this job.');
      await trx('measurement').insert({ ...measurementToRow(measurement), shop_id: shopId, job_id: jobId });
      await amend(trx, { shopId, jobId, personId, kind: 'measurement', entryId: id, amends });
    });
    return measurementFromRow(await this.jobs.db('measurement').where({ id }).first<MeasurementRow>());
  }

  @Post('works')
  @Describe('Log what was done to a part: a push, grinding, polishing, closing or honing of a rod; a rod is weighed anew after it', newWorkSchema)
  async work(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newWorkSchema) work: NewWork): Promise<WorkEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const { id, personId, afterSpinId } = work;
    await insertOnce(this.jobs.db, { id, kind: 'work', shopId, jobId, personId, content: work }, async (trx) => {
      await lockJob(trx, jobId);
      if (afterSpinId !== null && !(await trx('spin').where({ id: afterSpinId, job_id: jobId }).first('id')))
        throw fieldProblem('afterSpinId', 'That spin is not in this job.');
      await this.requireReady(trx, jobId, work.work);
      const row = workToRow(work);
      await trx('engine_work').insert({ ...row, work: JSON.stringify(row.work), shop_id: shopId, job_id: jobId });
      const anew = weighedAnew(work.work);
      if (anew) await this.weighAnew(trx, { shopId, jobId, personId, workId: id }, anew);
    });
    return workFromRow(await this.jobs.db('engine_work').where({ id }).first<WorkRow>());
  }

  /**
   * A pressed pin ends the weighing of its parts, and a honed bore takes the piston that it was honed for: before everything is weighed and matched,
   * or measured, either takes somebody's reason in writing.
   */
  private async requireReady(trx: Knex.Transaction, jobId: string, work: Work): Promise<void> {
    if ((work.kind !== 'pressPin' && work.kind !== 'honeBores') || work.overruled.trim() !== '') return;
    const facts = factsOf(await this.jobs.sheet(jobId, trx));
    const why =
      work.kind === 'pressPin'
        ? pressGate(benchStatuses(facts, jobFigures(facts)))
        : honeGate(facts.madeReady ?? NOTHING_MADE_READY, facts.spec.layout.cylinders.length);
    if (why !== null) throw fieldProblem('work.overruled', `${why} Whoever does it all the same says why.`);
  }

  /** What was weighed of these parts begins a new state with the work itself. */
  private async weighAnew(trx: Knex.Transaction, of: Made, { kinds, cylinder, replaced }: WeighedAnew): Promise<void> {
    const { shopId, jobId, personId, workId } = of;
    const parts = await trx('part')
      .where({ job_id: jobId, ...(cylinder === null ? {} : { cylinder }) })
      .whereIn('kind', kinds)
      .whereExists(trx('reading').whereRaw('reading.part_id = part.id'))
      .select<{ id: string }[]>('id');
    for (const { id: partId } of parts) {
      const cut = { id: randomUUID(), personId, partId, replaced };
      await register(trx, { id: cut.id, kind: 'partCut', shopId, jobId, personId, content: cut }, workId);
      const row = partCutToRow(cut);
      await trx('part_cut').insert({ ...row, removal: null, work_id: workId, shop_id: shopId, job_id: jobId });
    }
  }
}

interface Made {
  readonly shopId: string;
  readonly jobId: string;
  readonly personId: string;
  readonly workId: string;
}

interface WeighedAnew {
  readonly kinds: readonly PartKind[];
  /** Null for every cylinder. */
  readonly cylinder: number | null;
  readonly replaced: boolean;
}

/** What of the parts a work makes another weight: a rod whatever was done to it, all pistons and rings once the block is bored. */
function weighedAnew(work: Work): WeighedAnew | null {
  if (isRodWork(work)) return { kinds: ['rod', 'pressedAssembly'], cylinder: work.rod, replaced: false };
  if (work.kind === 'bore') return { kinds: ['piston', 'ringSet', 'cylinderSet', 'pressedAssembly'], cylinder: null, replaced: true };
  return null;
}
