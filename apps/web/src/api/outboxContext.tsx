import { useQueryClient } from '@tanstack/react-query';
import type { JobSheet, NewReading, ReadingEntry, Removal } from '@tare/contract';
import { createContext, use, useEffect, useMemo, useState, useSyncExternalStore, type ReactNode } from 'react';
import { request } from './client.js';
import { Outbox, type OutboxEntry } from './outbox.js';
import { putReading } from './queries.js';

const OutboxContext = createContext<Outbox | null>(null);

/** One outbox for the whole app; what the server acknowledges goes into the sheet that is on screen. */
export function OutboxProvider({ children }: { readonly children: ReactNode }): ReactNode {
  const queries = useQueryClient();
  const [outbox] = useState(
    () =>
      new Outbox(async ({ jobId, path, body }) => {
        const entry = await request<ReadingEntry>('POST', `jobs/${jobId}/${path}`, body);
        await putReading(queries, jobId, entry);
      }),
  );
  useEffect(() => {
    const flush = (): void => void outbox.flush();
    window.addEventListener('online', flush);
    return () => {
      window.removeEventListener('online', flush);
    };
  }, [outbox]);
  return <OutboxContext value={outbox}>{children}</OutboxContext>;
}

/** @throws Error outside the provider */
export function useOutbox(): Outbox {
  const outbox = use(OutboxContext);
  if (!outbox) throw new Error('There is no outbox here.');
  return outbox;
}

/** What waits for the server, of one job or of all. */
export function useWaitingEntries(jobId?: string): readonly OutboxEntry[] {
  const outbox = useOutbox();
  const entries = useSyncExternalStore(outbox.subscribe, outbox.snapshot);
  return useMemo(() => (jobId === undefined ? entries : entries.filter((entry) => entry.jobId === jobId)), [entries, jobId]);
}

/** A sheet with the readings and voidings that wait here already in it, so that the bench goes on as if they had arrived. */
export function withWaiting(sheet: JobSheet, waiting: readonly OutboxEntry[]): JobSheet {
  const pending = waiting.filter((entry) => entry.refusal === undefined);
  if (pending.length === 0) return sheet;
  const arrived = new Set(sheet.readings.map((r) => r.id));
  const here = pending.flatMap(({ reading, at }): ReadingEntry[] => (reading && !arrived.has(reading.id) ? [asEntry(reading, at)] : []));
  const readings = [...sheet.readings, ...here].map((reading) => {
    const voiding = pending.find(({ path }) => path === `readings/${reading.id}/void`);
    return voiding ? { ...reading, voided: true, voidedBy: { ...(voiding.body as Removal), at: voiding.at } } : reading;
  });
  return { ...sheet, readings };
}

function asEntry(reading: NewReading, at: string): ReadingEntry {
  return {
    ...reading,
    instrumentId: reading.instrumentId ?? null,
    source: reading.source ?? 'typed',
    referencePartId: reading.referencePartId ?? null,
    zero: null,
    voided: false,
    voidedBy: null,
    at,
  };
}
