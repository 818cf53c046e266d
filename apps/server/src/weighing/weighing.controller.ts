import { Controller, Param, Post } from '@nestjs/common';
import {
  newPartCutSchema,
  partCutBatchSchema,
  newReadingSchema,
  newZeroSchema,
  readingBatchSchema,
  type NewPartCut,
  type PartCutBatch,
  type NewReading,
  type NewZero,
  type PartCutEntry,
  type ReadingBatch,
  type WrittenReading,
} from '@tare/contract';
import type { Knex } from 'knex';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { partCutFromRow, partCutToRow, readingFromRow, type PartCutRow, type ReadingRow } from '../jobs/rows.js';
import { selectReadings } from '../jobs/selectReadings.js';
import { amend } from '../ledger/amend.js';
import { askWhetherAnother } from '../ledger/askWhetherAnother.js';
import { insertOnce, lockJob, register, type OneWrite } from '../ledger/insertOnce.js';
import { captureReadings } from './captureReadings.js';

@Controller('api/jobs/:jobId')
export class WeighingController {
  constructor(private readonly jobs: JobAccess) {}

  @Post('readings')
  @Describe('Capture a reading; the same id again changes nothing', newReadingSchema)
  async capture(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newReadingSchema) reading: NewReading): Promise<WrittenReading> {
    const shopId = await this.jobs.shop.id();
    let made: ReadingRow | undefined;
    try {
      await insertOnce(this.jobs.db, readingWrite(shopId, jobId, reading), async (trx) => {
        [made] = await captureReadings(trx, shopId, jobId, [reading], () => '');
      });
    } catch (error) {
      // Asked only now: a part is found in a job that is there, and each question costs the person at the scale time.
      await this.jobs.require(jobId);
      throw error;
    }
    // A new one has no zero yet; one that was there already may.
    return made ? readingFromRow({ ...made, zero_before_g: null, zero_after_g: null }) : (await this.reading(jobId, reading.id))!;
  }

  @Post('readings/batch')
  @Describe('Capture several readings, all or none; those that are there already change nothing', readingBatchSchema)
  async captureBatch(
    @Param('jobId', IdPipe) jobId: string,
    @CheckedBody(readingBatchSchema) { id, personId, readings }: ReadingBatch,
  ): Promise<{ captured: number }> {
    const { shopId } = await this.jobs.require(jobId);
    await insertOnce(this.jobs.db, { id, kind: 'readingBatch', shopId, jobId, personId, content: readings }, async (trx) => {
      const fresh: number[] = [];
      for (const [i, reading] of readings.entries()) if (await register(trx, readingWrite(shopId, jobId, reading), id)) fresh.push(i);
      if (fresh.length > 0)
        await captureReadings(
          trx,
          shopId,
          jobId,
          fresh.map((i) => readings[i]!),
          (i) => `readings.${fresh[i]}.`,
        );
    });
    return { captured: readings.length };
  }

  @Post('readings/:readingId/zero')
  @Describe('Say which zeros were seen before and after a placement', newZeroSchema)
  async zero(
    @Param('jobId', IdPipe) jobId: string,
    @Param('readingId', IdPipe) readingId: string,
    @CheckedBody(newZeroSchema) { id, personId, beforeG, afterG }: NewZero,
  ): Promise<WrittenReading> {
    const { shopId } = await this.jobs.require(jobId);
    const content = { readingId, beforeG, afterG };
    await insertOnce(this.jobs.db, { id, kind: 'zero', shopId, jobId, personId, content }, async (trx) => {
      if (!(await trx('reading').where({ id: readingId, job_id: jobId }).first('id')))
        throw new ProblemException(404, 'That reading is not in this job.');
      await trx('reading_zero')
        .insert({ reading_id: readingId, shop_id: shopId, job_id: jobId, before_g: beforeG, after_g: afterG, person_id: personId })
        .onConflict('reading_id')
        .ignore();
    });
    return (await this.reading(jobId, readingId))!;
  }

  @Post('part-cuts')
  @Describe('Record that metal was taken off a part; its weight is unknown until it is weighed again', newPartCutSchema)
  async cut(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newPartCutSchema) cut: NewPartCut): Promise<PartCutEntry> {
    const { shopId } = await this.jobs.require(jobId);
    await insertOnce(this.jobs.db, partCutWrite(shopId, jobId, cut), async (trx) => {
      await lockJob(trx, jobId);
      await logPartCut(trx, shopId, jobId, cut, '');
    });
    return partCutFromRow(await this.jobs.db('part_cut').where({ id: cut.id }).first<PartCutRow>());
  }

  @Post('part-cuts/batch')
  @Describe('Record that several parts were cut or exchanged, all or none; what is there already changes nothing', partCutBatchSchema)
  async cutBatch(
    @Param('jobId', IdPipe) jobId: string,
    @CheckedBody(partCutBatchSchema) { id, personId, cuts, another }: PartCutBatch,
  ): Promise<{ logged: number }> {
    const { shopId } = await this.jobs.require(jobId);
    await insertOnce(this.jobs.db, { id, kind: 'partCutBatch', shopId, jobId, personId, content: cuts }, async (trx) => {
      await lockJob(trx, jobId);
      for (const [i, cut] of cuts.entries())
        if (await register(trx, partCutWrite(shopId, jobId, cut), id))
          await logPartCut(trx, shopId, jobId, another ? { ...cut, another } : cut, `cuts.${i}.`);
    });
    return { logged: cuts.length };
  }

  private async reading(jobId: string, readingId: string): Promise<WrittenReading | undefined> {
    const [row] = await selectReadings(this.jobs.db, (query) => query.where({ 'reading.id': readingId, 'reading.job_id': jobId }));
    return row && readingFromRow(row);
  }
}

const readingWrite = (shopId: string, jobId: string, reading: NewReading): OneWrite => ({
  id: reading.id,
  kind: 'reading',
  shopId,
  jobId,
  personId: reading.personId,
  content: reading,
});

const partCutWrite = (shopId: string, jobId: string, cut: NewPartCut): OneWrite => ({
  id: cut.id,
  kind: 'partCut',
  shopId,
  jobId,
  personId: cut.personId,
  content: cut,
});

/** @param at path of the cut in the request, for complaints */
async function logPartCut(trx: Knex.Transaction, shopId: string, jobId: string, cut: NewPartCut, at: string): Promise<void> {
  const { id, personId, partId, amends } = cut;
  if (!(await trx('part').where({ id: partId, job_id: jobId }).first('id'))) throw fieldProblem(`${at}partId`, 'That part is not in this job.');
  await requireTool(trx, shopId, cut.toolId ?? null);
  if (!cut.another && !amends)
    await askWhetherAnother(trx, { table: 'part_cut', jobId, personId, alike: { part_id: partId }, what: 'a cut of this part' });
  const row = partCutToRow(cut);
  await trx('part_cut').insert({ ...row, removal: row.removal && JSON.stringify(row.removal), shop_id: shopId, job_id: jobId });
  await amend(trx, { shopId, jobId, personId, kind: 'partCut', entryId: id, amends });
}

async function requireTool(db: Knex, shopId: string, toolId: string | null): Promise<void> {
  if (toolId !== null && !(await db('tool').where({ id: toolId, shop_id: shopId }).first('id')))
    throw fieldProblem('toolId', 'That tool is not in the drawer.');
}
