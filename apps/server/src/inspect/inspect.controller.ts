import { Controller, Param, Post } from '@nestjs/common';
import {
  newCrankWorkSchema,
  newMeasurementSchema,
  type CrankWorkEntry,
  type MeasurementEntry,
  type NewCrankWork,
  type NewMeasurement,
} from '@tare/contract';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { amend } from '../ledger/amend.js';
import { insertOnce, lockJob } from '../ledger/insertOnce.js';
import { crankWorkFromRow, crankWorkToRow, measurementFromRow, measurementToRow, type CrankWorkRow, type MeasurementRow } from './inspectRows.js';

/** What is measured of a job's crank, and done to it. */
@Controller('api/jobs/:jobId')
export class InspectController {
  constructor(private readonly jobs: JobAccess) {}

  @Post('measurements')
  @Describe('Capture what a gauge showed at one place of the crank', newMeasurementSchema)
  async measure(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newMeasurementSchema) measurement: NewMeasurement): Promise<MeasurementEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const { id, personId, afterWorkId, amends } = measurement;
    await insertOnce(this.jobs.db, { id, kind: 'measurement', shopId, jobId, personId, content: measurement }, async (trx) => {
      await lockJob(trx, jobId);
      if (afterWorkId !== null && !(await trx('crank_work').where({ id: afterWorkId, job_id: jobId }).first('id')))
        throw fieldProblem('afterWorkId', 'That work is not in this job.');
      await trx('measurement').insert({ ...measurementToRow(measurement), shop_id: shopId, job_id: jobId });
      await amend(trx, { shopId, jobId, personId, kind: 'measurement', entryId: id, amends });
    });
    return measurementFromRow(await this.jobs.db('measurement').where({ id }).first<MeasurementRow>());
  }

  @Post('crank-works')
  @Describe('Log what was done to the crank: a push, grinding, polishing, what finishes it', newCrankWorkSchema)
  async work(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newCrankWorkSchema) work: NewCrankWork): Promise<CrankWorkEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const { id, personId, afterSpinId } = work;
    await insertOnce(this.jobs.db, { id, kind: 'crankWork', shopId, jobId, personId, content: work }, async (trx) => {
      await lockJob(trx, jobId);
      if (afterSpinId !== null && !(await trx('spin').where({ id: afterSpinId, job_id: jobId }).first('id')))
        throw fieldProblem('afterSpinId', 'That spin is not in this job.');
      const row = crankWorkToRow(work);
      await trx('crank_work').insert({ ...row, work: JSON.stringify(row.work), shop_id: shopId, job_id: jobId });
    });
    return crankWorkFromRow(await this.jobs.db('crank_work').where({ id }).first<CrankWorkRow>());
  }
}
