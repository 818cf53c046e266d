/** Word that something was written: where, and by which write, so that its author need not look again. */
export interface ChangeWord {
  /** The job it is about; null for what is the shop's own. */
  readonly jobId: string | null;
  /** The ledger that grew; `*` where something may have been missed and everything may be new. */
  readonly table: string;
  /** The id of the write; null for one that did not come through this API. */
  readonly writeId: string | null;
}
