import { factsOf, sheetOf, type JobLine, type JobRecord } from '@tare/contract';
import { benchStatuses, jobFigures } from '@tare/core';
import { Injectable } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import { JobAccess } from './jobAccess.js';
import { loadRecords } from './loadRecords.js';

/** Lines kept: some pages of the list. */
const KEPT = 400;

interface KeptLine {
  readonly line: JobLine;
  /** Writes that the job had before it was read. */
  readonly writes: number;
}

/**
 * Lines of the job list, each worked out anew only after its job was written to. A line follows from its job's ledgers alone, every
 * entry of them is registered in `write_id`, and none is ever taken out: as many writes as before is the job as it was.
 */
@Injectable()
export class JobLines {
  private readonly kept = new LRUCache<string, KeptLine>({ max: KEPT });

  constructor(private readonly jobs: JobAccess) {}

  /** The lines of some jobs in the order of `jobIds`, without those that are not in the shop. */
  async of(shopId: string, jobIds: readonly string[]): Promise<JobLine[]> {
    // Counted before the jobs are read: what is written meanwhile only has a line worked out once more.
    const writes = await this.countWrites(jobIds);
    const known = (id: string): JobLine | undefined => {
      const kept = this.kept.get(id);
      return kept?.writes === writes.get(id) ? kept?.line : undefined;
    };
    const lines = new Map(jobIds.map((id) => [id, known(id)]));
    for (const record of await loadRecords(
      this.jobs.db,
      shopId,
      jobIds.filter((id) => !lines.get(id)),
    )) {
      const line = jobLine(record);
      lines.set(record.id, line);
      this.kept.set(record.id, { line, writes: writes.get(record.id) ?? 0 });
    }
    return jobIds.flatMap((id) => lines.get(id) ?? []);
  }

  private async countWrites(jobIds: readonly string[]): Promise<ReadonlyMap<string, number>> {
    const { rows } = await this.jobs.db.raw<{ rows: { job_id: string; writes: number }[] }>(
      'select job_id, count(*)::int as writes from write_id where job_id = any(?::uuid[]) group by job_id',
      [[...jobIds]],
    );
    return new Map(rows.map(({ job_id, writes }) => [job_id, writes]));
  }
}

function jobLine(record: JobRecord): JobLine {
  const { customer, vessel, engineName, layoutId } = record.spec;
  const facts = factsOf(sheetOf(record));
  const statuses = benchStatuses(facts, jobFigures(facts));
  // A crank that nobody asked to be made ready holds nobody up.
  const asked = statuses.filter(({ bench, state }) => bench !== 'makeReady' || state !== 'ready');
  const standing = asked.find((status) => status.state !== 'done' && status.state !== 'waiting') ?? asked.at(-1)!;
  return { id: record.id, number: record.number, customer, vessel, engineName, layoutId, at: record.at, standing };
}
