import { Controller, Inject, Param, Post } from '@nestjs/common';
import { removalSchema, undoSchema, type Removal, type VoidEntry, type Write } from '@tare/contract';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { ProblemException } from '../http/problem.js';
import { voidFromRow, type VoidRow } from '../jobs/rows.js';
import { findEntry, keepVoid } from '../ledger/amend.js';
import { insertOnce } from '../ledger/insertOnce.js';
import { CurrentShop } from '../shop/currentShop.js';

/** What can be said of any entry of any ledger: that it is not to count. */
@Controller('api/entries')
export class EntriesController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly shop: CurrentShop,
  ) {}

  @Post(':entryId/void')
  @Describe('Void an entry with a reason: a reading, a cut of a part, a spin, a hole, a study, a known weight. It stays on record', removalSchema)
  async void(@Param('entryId', IdPipe) entryId: string, @CheckedBody(removalSchema) { id, personId, reason }: Removal): Promise<VoidEntry> {
    const shopId = await this.shop.id();
    const { jobId } = await findEntry(this.db, shopId, entryId);
    await insertOnce(this.db, { id, kind: 'void', shopId, jobId, personId, content: { entryId, reason } }, (trx) =>
      keepVoid(trx, { id, shopId, personId, entryId, reason }),
    );
    return this.word(id);
  }

  @Post(':entryId/undo')
  @Describe('Take back one’s own last entry of a job, or its void, while nothing followed it', undoSchema)
  async undo(@Param('entryId', IdPipe) entryId: string, @CheckedBody(undoSchema) { id, personId }: Write): Promise<VoidEntry> {
    const shopId = await this.shop.id();
    const { jobId } = await findEntry(this.db, shopId, entryId);
    await insertOnce(this.db, { id, kind: 'void', shopId, jobId, personId, content: { entryId } }, async (trx) => {
      await requireLast(trx, { shopId, jobId, entryId, personId, butId: id });
      await keepVoid(trx, { id, shopId, personId, entryId, reason: 'taken back at once', undone: true });
    });
    return this.word(id);
  }

  private async word(id: string): Promise<VoidEntry> {
    return voidFromRow(await this.db('entry_void').where({ id }).first<VoidRow>());
  }
}

interface LastEntry {
  readonly shopId: string;
  readonly jobId: string | null;
  readonly entryId: string;
  readonly personId: string;
  /** The undoing itself, which is registered already. */
  readonly butId: string;
}

/** @throws ProblemException 422 where it is somebody else's, or something followed it; the zero after a reading belongs to the reading */
async function requireLast(trx: Knex, { shopId, jobId, entryId, personId, butId }: LastEntry): Promise<void> {
  const last = await trx('write_id')
    .where({ shop_id: shopId, job_id: jobId, part_of: null })
    .whereNot({ kind: 'zero' })
    .whereNot({ id: butId })
    .orderBy('seq', 'desc')
    .first<{ id: string; person_id: string | null } | undefined>('id', 'person_id');
  if (last?.id !== entryId)
    throw new ProblemException(422, 'Something was entered after that. It can be voided, with a reason, but not simply taken back.');
  if (last.person_id !== personId) throw new ProblemException(422, 'Somebody else entered that. It can be voided, with a reason.');
}
