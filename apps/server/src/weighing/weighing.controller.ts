import { Controller, Param, Post } from '@nestjs/common';
import {
  newPartCutSchema,
  newReadingSchema,
  removalSchema,
  type Attribution,
  type NewPartCut,
  type NewReading,
  type ReadingEntry,
  type Removal,
} from '@tare/contract';
import { measuresOf, readingComplaint, type PartCutFact, type PartKind } from '@tare/core';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { partCutFromRow, readingFromRow, type PartCutRow, type ReadingRow } from '../jobs/rows.js';

const NOT_VOIDED = { void_reason: null, void_person_id: null, void_at: null };

@Controller('api/jobs/:jobId')
export class WeighingController {
  constructor(private readonly jobs: JobAccess) {}

  @Post('readings')
  @Describe('Capture a reading; the same id again changes nothing', newReadingSchema)
  async capture(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newReadingSchema) reading: NewReading): Promise<ReadingEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const kind = await this.kindOf(jobId, reading.partId);
    if (!measuresOf(kind).includes(reading.measure))
      throw fieldProblem('measure', kind === 'rod' ? 'A rod is weighed as total, big end or small end.' : 'Only a rod has ends to weigh.');
    const complaint = readingComplaint(kind, reading.measure, reading.valueG);
    if (complaint) throw fieldProblem('valueG', complaint);
    await this.requireLatestCut(reading);
    const row = {
      id: reading.id,
      shop_id: shopId,
      job_id: jobId,
      part_id: reading.partId,
      measure: reading.measure,
      value_g: reading.valueG,
      cut_id: reading.cutId,
      person_id: reading.personId,
    };
    const [inserted] = await this.jobs.db('reading').insert(row).onConflict('id').ignore().returning<ReadingRow[]>('*');
    if (inserted) return readingFromRow({ ...inserted, ...NOT_VOIDED });
    return this.sameReading(jobId, reading);
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
    return readingFromRow((await this.reading(jobId, readingId))!);
  }

  @Post('part-cuts')
  @Describe('Record that metal was taken off a part; its weight is unknown until it is weighed again', newPartCutSchema)
  async cut(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newPartCutSchema) cut: NewPartCut): Promise<PartCutFact & Attribution> {
    const { shopId } = await this.jobs.require(jobId);
    await this.kindOf(jobId, cut.partId);
    const row = { id: cut.id, shop_id: shopId, job_id: jobId, part_id: cut.partId, person_id: cut.personId };
    await this.jobs.db('part_cut').insert(row).onConflict('id').ignore();
    const kept = await this.jobs.db('part_cut').where({ id: cut.id, job_id: jobId, part_id: cut.partId }).first<PartCutRow | undefined>();
    if (!kept) throw new ProblemException(409, 'This entry’s id belongs to another entry. Nothing was recorded; log the cut again.');
    return partCutFromRow(kept);
  }

  private async kindOf(jobId: string, partId: string): Promise<PartKind> {
    const part = await this.jobs.db('part').where({ id: partId, job_id: jobId }).first<{ kind: PartKind } | undefined>('kind');
    if (!part) throw fieldProblem('partId', 'That part is not in this job.');
    return part.kind;
  }

  /** A reading that names an older cut was taken before somebody cut the part again: it would say the wrong weight. */
  private async requireLatestCut({ partId, cutId, id }: NewReading): Promise<void> {
    const latest = await this.jobs.db('part_cut').where({ part_id: partId }).orderBy('seq', 'desc').first<{ id: string } | undefined>('id');
    if ((latest?.id ?? null) === cutId) return;
    // A retry of a reading that did arrive is fine, whatever was cut since.
    if (await this.jobs.db('reading').where({ id }).first('id')) return;
    throw new ProblemException(409, 'This part was cut since your screen last heard of it. Reload, and weigh it as it is now.');
  }

  private async sameReading(jobId: string, reading: NewReading): Promise<ReadingEntry> {
    const known = await this.reading(jobId, reading.id);
    if (known?.part_id === reading.partId && known.measure === reading.measure && known.value_g === reading.valueG) return readingFromRow(known);
    throw new ProblemException(409, 'This entry’s id belongs to another reading. Nothing was recorded; capture it again.');
  }

  private reading(jobId: string, readingId: string): Promise<ReadingRow | undefined> {
    return this.jobs
      .db('reading')
      .leftJoin('reading_void', 'reading_void.reading_id', 'reading.id')
      .where({ 'reading.id': readingId, 'reading.job_id': jobId })
      .first('reading.*', {
        void_reason: 'reading_void.reason',
        void_person_id: 'reading_void.person_id',
        void_at: 'reading_void.created_at',
      });
  }
}
