import { jobCard, personIn, type CardNames, type Named } from '@tare/card';
import { factsOf, type JobCard, type JobSheet, type SignedCard } from '@tare/contract';
import { benchStatuses, jobFigures, type JobFigures } from '@tare/core';
import { Injectable } from '@nestjs/common';
import { ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';

/** A job's card worked out anew, with what it was worked out from. */
export interface FreshCard {
  readonly sheet: JobSheet;
  readonly figures: JobFigures;
  readonly card: JobCard;
}

interface SignedRow {
  id: string;
  core_version: string;
  card: JobCard | null;
  person_id: string;
  created_at: Date;
}

/** Cards of the shop's jobs: as they stand now, and as they were signed. */
@Injectable()
export class CardStore {
  constructor(private readonly jobs: JobAccess) {}

  /** What people, scales and machines are called now. */
  async names(shopId: string): Promise<CardNames> {
    const { db } = this.jobs;
    const latest = (table: string, key: string): Promise<{ rows: Named[] }> =>
      db.raw(/* sql */ `select distinct on (??) ?? as id, spec ->> 'name' as name from ?? where shop_id = ? order by ??, version desc`, [
        key,
        key,
        table,
        shopId,
        key,
      ]);
    const [shop, people, instruments, machines] = await Promise.all([
      db('shop').where({ id: shopId }).first<{ name: string }>('name'),
      db('person').where({ shop_id: shopId }).select<Named[]>('id', 'name'),
      latest('instrument_spec', 'instrument_id'),
      latest('machine_spec', 'machine_id'),
    ]);
    return { shopName: shop.name, people, instruments: instruments.rows, machines: machines.rows };
  }

  /** @throws ProblemException 404 or 410 */
  async fresh(jobId: string): Promise<FreshCard> {
    const [sheet, names] = await Promise.all([this.jobs.sheet(jobId), this.jobs.shop.id().then((shopId) => this.names(shopId))]);
    const facts = factsOf(sheet);
    const figures = jobFigures(facts);
    return { sheet, figures, card: jobCard(sheet, figures, benchStatuses(facts, figures), names) };
  }

  /** Oldest first. @throws ProblemException 404 or 410 */
  async signed(jobId: string): Promise<SignedCard[]> {
    const { shopId } = await this.jobs.require(jobId);
    const [rows, names] = await Promise.all([
      this.jobs.db('sign_off').where({ job_id: jobId }).orderBy('seq').select<SignedRow[]>('id', 'core_version', 'card', 'person_id', 'created_at'),
      this.names(shopId),
    ]);
    return rows.map(({ id, core_version: coreVersion, card, person_id, created_at }) => {
      const signed = { by: personIn(names, person_id), at: created_at.toISOString(), coreVersion };
      return { signOffId: id, ...signed, card: card && { ...card, signed } };
    });
  }

  /** A card as it was signed. @throws ProblemException 404 */
  async signedOne(jobId: string, signOffId: string): Promise<JobCard> {
    const found = (await this.signed(jobId)).find((one) => one.signOffId === signOffId);
    if (!found) throw new ProblemException(404, 'This job was not signed so.');
    if (!found.card) throw new ProblemException(404, 'This card was signed before signed cards were kept. The present one is worked out anew.');
    return found.card;
  }
}
