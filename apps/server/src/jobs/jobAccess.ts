import { Inject, Injectable } from '@nestjs/common';
import { sheetOf, type JobRecord, type JobSheet } from '@tare/contract';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { ProblemException } from '../http/problem.js';
import { CurrentShop } from '../shop/currentShop.js';
import { loadRecords } from './loadRecords.js';

/** Finds a job of the current shop, or says why it is not there. */
@Injectable()
export class JobAccess {
  constructor(
    @Inject(KNEX) readonly db: Knex,
    readonly shop: CurrentShop,
  ) {}

  /**
   * A job as it was written. Within a transaction that is going to write, it is read by that.
   * @throws ProblemException 404 for a job that never was, 410 for one that was removed
   */
  async record(jobId: string, db: Knex = this.db): Promise<JobRecord> {
    const [record] = await loadRecords(db, await this.shop.id(), [jobId]);
    if (record) return record;
    throw await this.whyNotHere(jobId);
  }

  /** A job as it counts. @throws as record */
  async sheet(jobId: string, db: Knex = this.db): Promise<JobSheet> {
    return sheetOf(await this.record(jobId, db));
  }

  /** The shop's id and the job's number, without loading the job's ledgers. @throws as record */
  async require(jobId: string): Promise<{ shopId: string; number: number }> {
    const shopId = await this.shop.id();
    const row = await this.db('job')
      .where({ id: jobId, shop_id: shopId })
      .whereNotExists(this.db('job_removal').where({ job_id: jobId }).select(this.db.raw('1')))
      .first<{ number: number } | undefined>('number');
    if (!row) throw await this.whyNotHere(jobId);
    return { shopId, number: row.number };
  }

  private async whyNotHere(jobId: string): Promise<ProblemException> {
    const removal = await this.db('job_removal')
      .join('person', 'person.id', 'job_removal.person_id')
      .join('job', 'job.id', 'job_removal.job_id')
      .where({ job_id: jobId, 'job_removal.shop_id': await this.shop.id() })
      .first<{ reason: string; name: string; created_at: Date; number: number } | undefined>(
        'reason',
        'person.name',
        'job_removal.created_at',
        'job.number',
      );
    if (!removal) return new ProblemException(404, 'There is no such job in this shop. It may have been mistyped; the job list has them all.');
    return new ProblemException(
      410,
      `Job ${removal.number} was removed by ${removal.name} on ${removal.created_at.toISOString().slice(0, 10)}: ${removal.reason}`,
    );
  }
}
