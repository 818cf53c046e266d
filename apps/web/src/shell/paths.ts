import type { JobLine } from '@tare/contract';
import type { BenchId } from '@tare/core';

export const benchPath = (jobId: string, bench: BenchId): string => `/jobs/${jobId}/${bench}`;

/** A job opens on the bench where it stands. */
export const jobPath = (job: Pick<JobLine, 'id' | 'standing'>): string => benchPath(job.id, job.standing.bench);

/** How bad it is, on one page. */
export const surveyPath = (jobId: string): string => `/jobs/${jobId}/survey`;

/** Start, target and now, beside the wheel. */
export const grinderPath = (jobId: string): string => `/jobs/${jobId}/grinder`;

/** The job in the customer's words. */
export const customerPath = (jobId: string): string => `/jobs/${jobId}/customer`;
