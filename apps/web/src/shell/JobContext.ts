import type { JobSheet } from '@tare/contract';
import type { BenchStatus, JobFacts, JobFigures } from '@tare/core';
import { createContext, use } from 'react';

/** The open job: what is on record, and what the core works out of it. */
export interface OpenJob {
  readonly sheet: JobSheet;
  readonly facts: JobFacts;
  readonly figures: JobFigures;
  readonly statuses: readonly BenchStatus[];
}

export const JobContext = createContext<OpenJob | null>(null);

/** @throws Error outside a job's frame */
export function useOpenJob(): OpenJob {
  const job = use(JobContext);
  if (!job) throw new Error('This bench is not in a job’s frame.');
  return job;
}
