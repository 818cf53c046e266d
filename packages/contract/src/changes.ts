/** What a listener asks for who passes the words on to others, each with a job of its own open. */
export const ALL_JOBS = 'all';

/** Ledgers of a job that change what the job list says too. */
export const JOB_LIST_TABLES: readonly string[] = ['job', 'job_removal'];

/** Word that something was written: where, and by which write, so that its author need not look again. */
export interface ChangeWord {
  /** The job it is about; null for what is the shop's own. */
  readonly jobId: string | null;
  /** The ledger that grew; `*` where something may have been missed and everything may be new. */
  readonly table: string;
  /** The id of the write; null for one that did not come through this API. */
  readonly writeId: string | null;
}
