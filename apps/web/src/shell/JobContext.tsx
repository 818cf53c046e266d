import type { JobSheet } from '@tare/contract';
import type { BenchStatus, JobFacts, JobFigures } from '@tare/core';
import { createContext, use, type ReactNode } from 'react';

/** What the core works out of the open job. */
export interface JobFiguresOpen {
  readonly facts: JobFacts;
  readonly figures: JobFigures;
  readonly statuses: readonly BenchStatus[];
}

/** The open job: what is on record, and what the core works out of it. */
export interface OpenJob extends JobFiguresOpen {
  readonly sheet: JobSheet;
}

const SheetContext = createContext<JobSheet | null>(null);
const FiguresContext = createContext<JobFiguresOpen | null>(null);

/** Opens a job to everything below. */
export function JobOpen({
  sheet,
  worked,
  children,
}: {
  readonly sheet: JobSheet;
  readonly worked: JobFiguresOpen;
  readonly children: ReactNode;
}): ReactNode {
  return (
    <SheetContext value={sheet}>
      <FiguresContext value={worked}>{children}</FiguresContext>
    </SheetContext>
  );
}

/** What is on record of the open job, for whoever needs no figures. @throws Error outside a job's frame */
export function useSheet(): JobSheet {
  const sheet = use(SheetContext);
  if (!sheet) throw new Error('This bench is not in a job’s frame.');
  return sheet;
}

/** Record and figures of the open job. @throws Error outside a job's frame */
export function useOpenJob(): OpenJob {
  const sheet = useSheet();
  const worked = use(FiguresContext);
  if (!worked) throw new Error('This bench is not in a job’s frame.');
  return { sheet, ...worked };
}
