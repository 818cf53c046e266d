import type { Quantity, Work } from '@tare/core';

/** Where the stand-in gauge is held: at a place of a part of a job, and what was done to that part so far. */
export interface Held {
  /** Label of the job, such as "job-4": it seeds the true sizes of its parts. */
  readonly job: string;
  readonly feature: string;
  readonly quantity: Quantity;
  readonly angleDeg: number | null;
  readonly depth: number | null;
  /** What it should be when new, mm; 0 for a needle alone. */
  readonly nominalMm: number;
  /** How far along the crank the part stands, 0 at its front end and 1 at its rear. */
  readonly alongRatio: number;
  /** What was done to the engine, in order. */
  readonly works: readonly Work[];
}
