import { randomUUID } from 'node:crypto';
import { Controller, Param, Post } from '@nestjs/common';
import { newSpareSchema, spareRemovalSchema, type NewSpare, type SpareRemoval } from '@tare/contract';
import type { Knex } from 'knex';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { insertOnce, lockJob } from '../ledger/insertOnce.js';

/** A box holds no more of a kind than this beside the engine's own. */
const MOST_SPARES = 8;

@Controller('api/jobs/:jobId/spares')
export class SparesController {
  constructor(private readonly jobs: JobAccess) {}

  @Post()
  @Describe('Put a spare part on the list, numbered on from the engine’s own', newSpareSchema)
  async add(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newSpareSchema) { id, personId, kind }: NewSpare): Promise<{ added: true }> {
    const { shopId } = await this.jobs.require(jobId);
    await insertOnce(this.jobs.db, { id, kind: 'sparePart', shopId, jobId, personId, content: { kind } }, async (trx) => {
      await lockJob(trx, jobId);
      const own = await trx('part').where({ job_id: jobId, kind }).orderBy('cylinder').select<ExtraRow[]>('id', 'cylinder', 'extra', 'gone');
      if (own.filter(({ extra, gone }) => extra && !gone).length >= MOST_SPARES)
        throw new ProblemException(400, `There are ${MOST_SPARES} spares of that kind already.`);
      const goneOne = own.find(({ gone }) => gone);
      if (goneOne) await trx('part').where({ id: goneOne.id }).update({ gone: false });
      else await trx('part').insert({ id: randomUUID(), shop_id: shopId, job_id: jobId, kind, cylinder: own.at(-1)!.cylinder + 1, extra: true });
    });
    return { added: true };
  }

  @Post(':partId/removal')
  @Describe('Take a spare part off the list again, while nothing is on record of it', spareRemovalSchema)
  async remove(
    @Param('jobId', IdPipe) jobId: string,
    @Param('partId', IdPipe) partId: string,
    @CheckedBody(spareRemovalSchema) { id, personId }: SpareRemoval,
  ): Promise<{ removed: true }> {
    const { shopId } = await this.jobs.require(jobId);
    await insertOnce(this.jobs.db, { id, kind: 'sparePartRemoval', shopId, jobId, personId, content: { partId } }, async (trx) => {
      await lockJob(trx, jobId);
      if (!(await trx('part').where({ id: partId, job_id: jobId, extra: true, gone: false }).first('id')))
        throw new ProblemException(404, 'That is no spare part of this job.');
      if (await isOnRecord(trx, jobId, partId))
        throw new ProblemException(409, 'There are readings, cuts, photos or a place on record of that part: it stays on the list.');
      await trx('part').where({ id: partId }).update({ gone: true });
    });
    return { removed: true };
  }
}

interface ExtraRow {
  readonly id: string;
  readonly cylinder: number;
  readonly extra: boolean;
  readonly gone: boolean;
}

/** Something was measured or done with the part, or it runs, or another one stands in its place. */
async function isOnRecord(trx: Knex.Transaction, jobId: string, partId: string): Promise<boolean> {
  const { rows } = await trx.raw<{ rows: unknown[] }>(
    /* sql */ `
    with arranged as (
      select value from decision where job_id = :jobId and subject = 'match.arrangement' order by version desc limit 1),
    moved as (
      select part.id, part.kind, entry.value::int as cylinder from arranged
      cross join jsonb_each_text(arranged.value) entry join part on part.id = entry.key::uuid)
    select from part own where own.id = :partId and (
      exists (select from reading where part_id = own.id)
      or exists (select from part_cut where part_id = own.id)
      or exists (select from photo where part_id = own.id)
      or exists (select from moved where moved.id = own.id or (moved.kind = own.kind and moved.cylinder = own.cylinder)))`,
    { jobId, partId },
  );
  return rows.length > 0;
}
