import { useQueryClient } from '@tanstack/react-query';
import {
  addressOf,
  type JobRecord,
  type MeasurementEntry,
  type NewMeasurement,
  type NewReading,
  type Removal,
  type VoidEntry,
  type WrittenReading,
} from '@tare/contract';
import { createContext, use, useEffect, useState, useSyncExternalStore, type ReactNode } from 'react';
import { sendJson } from './client.js';
import { Outbox, type OutboxEntry, type OutboxFault } from './outbox.js';
import { putMeasurement, putReading, putVoid } from './queries.js';

export const OutboxContext = createContext<Outbox | null>(null);

/** One outbox for the whole app; what the server acknowledges goes into the sheet that is on screen. */
export function OutboxProvider({ children }: { readonly children: ReactNode }): ReactNode {
  const queries = useQueryClient();
  const [outbox] = useState(
    () =>
      new Outbox(async (entry) => {
        const { jobId, path, body } = entry;
        if (VOID.test(path)) await putVoid(queries, jobId, await sendJson<VoidEntry>('POST', path, body));
        else if (measurementOf(entry)) await putMeasurement(queries, jobId, await sendJson<MeasurementEntry>('POST', path, body));
        // Readings and zeros are both answered with the reading.
        else await putReading(queries, jobId, await sendJson<WrittenReading>('POST', path, body));
      }),
  );
  useEffect(() => {
    const flush = (): void => void outbox.tryNow();
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

/** What waits for the server, of all jobs. */
export function useWaitingEntries(): readonly OutboxEntry[] {
  const outbox = useOutbox();
  return useSyncExternalStore(outbox.subscribe, outbox.snapshot);
}

/** Why nothing goes out at the moment; null while it does. */
export function useOutboxFault(): OutboxFault | null {
  const outbox = useOutbox();
  return useSyncExternalStore(outbox.subscribe, outbox.faultNow);
}

/**
 * What of a job is not in its record yet: waiting, not refused, and not arrived. The same list as long as it holds the same, so that
 * an entry's way from the screen to the browser's database to the server is not a reason to work anything out anew.
 */
export function usePendingEntries(record: JobRecord | undefined): readonly OutboxEntry[] {
  const entries = useWaitingEntries();
  const [pending, setPending] = useState<readonly OutboxEntry[]>([]);
  const now = record ? pendingOf(record, entries) : [];
  const same = now.length === pending.length && now.every(({ body }, i) => body.id === pending[i]!.body.id);
  // Set while rendering: React goes on with the new list at once, without showing the old.
  if (!same) setPending(now);
  return same ? pending : now;
}

function pendingOf(record: JobRecord, entries: readonly OutboxEntry[]): OutboxEntry[] {
  const arrived = new Set([...record.readings, ...record.measurements, ...record.voids].map(({ id }) => id));
  return entries.filter((entry) => entry.jobId === record.id && entry.refusal === undefined && !arrived.has(entry.body.id));
}

/** A record with the readings, measurements and voids that wait here already in it, so that the bench goes on as if they had arrived. */
export function withPending(record: JobRecord, pending: readonly OutboxEntry[]): JobRecord {
  const readings = pending.flatMap(({ reading, at }): WrittenReading[] => (reading ? [asWritten(reading, at)] : []));
  const voids = pending.flatMap((entry): VoidEntry[] => asVoid(entry));
  const measurements = pending.flatMap((entry): MeasurementEntry[] => asMeasured(entry));
  if (readings.length + voids.length + measurements.length === 0) return record;
  return {
    ...record,
    readings: [...record.readings, ...readings],
    measurements: [...record.measurements, ...measurements],
    voids: [...record.voids, ...voids],
  };
}

const asWritten = ({ amends: _, ...reading }: NewReading, at: string): WrittenReading => ({
  ...reading,
  instrumentId: reading.instrumentId ?? null,
  source: reading.source ?? 'typed',
  referencePartId: reading.referencePartId ?? null,
  zero: null,
  at,
});

/** What a gauge showed, where that is what waits. */
export const measurementOf = ({ path, body }: Pick<OutboxEntry, 'path' | 'body'>): NewMeasurement | null =>
  path.endsWith('/measurements') ? (body as unknown as NewMeasurement) : null;

/** A measurement as it waits to be sent. */
export const waitingMeasurement = (jobId: string, measurement: NewMeasurement): Pick<OutboxEntry, 'jobId' | 'path' | 'body' | 'at'> => ({
  jobId,
  path: addressOf('POST jobs/:jobId/measurements', { jobId }),
  body: { ...measurement },
  at: new Date().toISOString(),
});

function asMeasured(entry: OutboxEntry): MeasurementEntry[] {
  const measured = measurementOf(entry);
  if (!measured) return [];
  const { amends: _, note = '', ...measurement } = measured;
  return [{ ...measurement, note, at: entry.at }];
}

const VOID = /^entries\/([^/]+)\/void$/;

function asVoid({ path, body, at }: OutboxEntry): VoidEntry[] {
  const entryId = VOID.exec(path)?.[1];
  if (entryId === undefined) return [];
  const { id, personId, reason } = body as unknown as Removal;
  return [{ id, entryId, replacedById: null, reason, undone: false, personId, at }];
}
