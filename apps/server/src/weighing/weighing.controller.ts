import { Controller, Param, Post } from '@nestjs/common';
import {
  newPartCutSchema,
  newReadingSchema,
  newZeroSchema,
  readingBatchSchema,
  removalSchema,
  type NewPartCut,
  type NewReading,
  type NewZero,
  type PartCutEntry,
  type ReadingBatch,
  type ReadingEntry,
  type Removal,
} from '@tare/contract';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { partCutFromRow, readingFromRow, type PartCutRow } from '../jobs/rows.js';
import { selectReadings } from '../jobs/selectReadings.js';
import { captureReadings } from './captureReadings.js';

@Controller('api/jobs/:jobId')
export class WeighingController {
  constructor(private readonly jobs: JobAccess) {}

  @Post('readings')
  @Describe('Capture a reading; the same id again changes nothing', newReadingSchema)
  async capture(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newReadingSchema) reading: NewReading): Promise<ReadingEntry> {
    const { shopId } = await this.jobs.require(jobId);
    await captureReadings(this.jobs.db, shopId, jobId, [reading], () => '');
    return (await this.reading(jobId, reading.id))!;
  }

  @Post('readings/batch')
  @Describe('Capture several readings, all or none', readingBatchSchema)
  async captureBatch(
    @Param('jobId', IdPipe) jobId: string,
    @CheckedBody(readingBatchSchema) { readings }: ReadingBatch,
  ): Promise<{ captured: number }> {
    const { shopId } = await this.jobs.require(jobId);
    await captureReadings(this.jobs.db, shopId, jobId, readings, (i) => `readings.${i}.`);
    return { captured: readings.length };
  }

  @Post('readings/:readingId/zero')
  @Describe('Say which zeros were seen before and after a placement', newZeroSchema)
  async zero(
    @Param('jobId', IdPipe) jobId: string,
    @Param('readingId', IdPipe) readingId: string,
    @CheckedBody(newZeroSchema) { personId, beforeG, afterG }: NewZero,
  ): Promise<ReadingEntry> {
    const { shopId } = await this.jobs.require(jobId);
    if (!(await this.reading(jobId, readingId))) throw new ProblemException(404, 'That reading is not in this job.');
    await this.jobs
      .db('reading_zero')
      .insert({ reading_id: readingId, shop_id: shopId, before_g: beforeG, after_g: afterG, person_id: personId })
      .onConflict('reading_id')
      .ignore();
    return (await this.reading(jobId, readingId))!;
  }

  @Post('readings/:readingId/void')
  @Describe('Void a reading with a reason; it stays in the ledger', removalSchema)
  async voidReading(
    @Param('jobId', IdPipe) jobId: string,
    @Param('readingId', IdPipe) readingId: string,
    @CheckedBody(removalSchema) { personId, reason }: Removal,
  ): Promise<ReadingEntry> {
    const { shopId } = await this.jobs.require(jobId);
    if (!(await this.reading(jobId, readingId))) throw new ProblemException(404, 'That reading is not in this job.');
    await this.jobs
      .db('reading_void')
      .insert({ reading_id: readingId, shop_id: shopId, reason, person_id: personId })
      .onConflict('reading_id')
      .ignore();
    return (await this.reading(jobId, readingId))!;
  }

  @Post('part-cuts')
  @Describe('Record that metal was taken off a part; its weight is unknown until it is weighed again', newPartCutSchema)
  async cut(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newPartCutSchema) cut: NewPartCut): Promise<PartCutEntry> {
    const { shopId } = await this.jobs.require(jobId);
    if (!(await this.jobs.db('part').where({ id: cut.partId, job_id: jobId }).first<{ id: string } | undefined>('id')))
      throw fieldProblem('partId', 'That part is not in this job.');
    await this.requireTool(shopId, cut.toolId ?? null);
    const row = {
      id: cut.id,
      shop_id: shopId,
      job_id: jobId,
      part_id: cut.partId,
      person_id: cut.personId,
      removal: cut.removal ? JSON.stringify(cut.removal) : null,
      tool_id: cut.toolId ?? null,
      seconds: cut.seconds ?? null,
      replaced: cut.replaced ?? false,
    };
    await this.jobs.db('part_cut').insert(row).onConflict('id').ignore();
    const kept = await this.jobs.db('part_cut').where({ id: cut.id, job_id: jobId, part_id: cut.partId }).first<PartCutRow | undefined>();
    if (!kept) throw new ProblemException(409, 'This entry’s id belongs to another entry. Nothing was recorded; log the cut again.');
    return partCutFromRow(kept);
  }

  private async requireTool(shopId: string, toolId: string | null): Promise<void> {
    if (toolId !== null && !(await this.jobs.db('tool').where({ id: toolId, shop_id: shopId }).first('id')))
      throw fieldProblem('toolId', 'That tool is not in the drawer.');
  }

  private async reading(jobId: string, readingId: string): Promise<ReadingEntry | undefined> {
    const [row] = await selectReadings(this.jobs.db, (query) => query.where({ 'reading.id': readingId, 'reading.job_id': jobId }));
    return row && readingFromRow(row);
  }
}
