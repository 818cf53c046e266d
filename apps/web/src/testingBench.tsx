import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { factsOf, sheetOf as readRecord, type InstrumentCupboard, type JobRecord, type Shop } from '@tare/contract';
import { benchStatuses, jobFigures } from '@tare/core';
import { useMemo, type ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import type { Outbox, OutboxEntry } from './api/outbox.js';
import { OutboxContext, usePendingEntries, withPending } from './api/outboxContext.js';
import { AtTheBenchProvider } from './api/person.js';
import { JobOpen } from './shell/JobContext.js';
import { DisplayProvider } from './ui/display.js';

export const SHOP: Shop = {
  id: 'shop',
  name: 'The Winch House',
  usual: { version: 0, factorRatio: 0.5, oilG: 4 },
  people: [{ id: 'ottoline', name: 'Ottoline Fasch', role: 'balancing' }],
  bits: [],
  bitsVersion: 0,
  fittings: { version: 0, standIns: true, trialPieces: [] },
  displays: {},
};

/** An outbox without a browser's database: what is added waits until a test sends it. */
export class WaitingOutbox implements Pick<Outbox, 'add' | 'subscribe' | 'snapshot' | 'faultNow'> {
  private entries: readonly OutboxEntry[] = [];
  private readonly listeners = new Set<() => void>();
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly snapshot = (): readonly OutboxEntry[] => this.entries;
  readonly faultNow = (): null => null;

  add(entry: OutboxEntry): Promise<void> {
    this.put([...this.entries, entry]);
    return Promise.resolve();
  }

  /** Has it hold these, as the browser's database would give them back: alike, but not the same objects. */
  put(entries: readonly OutboxEntry[]): void {
    this.entries = entries.map((entry) => ({ ...entry }));
    this.listeners.forEach((listener) => {
      listener();
    });
  }
}

interface AtABenchProps {
  readonly record: JobRecord;
  readonly outbox: WaitingOutbox;
  readonly cupboard?: InstrumentCupboard;
  readonly at?: string;
  readonly shop?: Shop;
  readonly children: ReactNode;
}

/** A job open at a bench, with somebody there and nothing of the server: what a bench's hooks need around them. */
export function AtABench({ record, outbox, cupboard = { instruments: [], studies: [] }, at = '/', shop = SHOP, children }: AtABenchProps): ReactNode {
  const queries = useMemo(() => {
    const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false }, mutations: { retryDelay: 0 } } });
    client.setQueryData(['shop'], shop);
    client.setQueryData(['instruments'], cupboard);
    return client;
  }, [cupboard, shop]);
  return (
    <QueryClientProvider client={queries}>
      <AtTheBenchProvider>
        <DisplayProvider>
          <OutboxContext value={outbox as unknown as Outbox}>
            <MemoryRouter initialEntries={[at]}>
              <Open record={record}>{children}</Open>
            </MemoryRouter>
          </OutboxContext>
        </DisplayProvider>
      </AtTheBenchProvider>
    </QueryClientProvider>
  );
}

function Open({ record, children }: { readonly record: JobRecord; readonly children: ReactNode }): ReactNode {
  const pending = usePendingEntries(record);
  const sheet = useMemo(() => readRecord(withPending(record, pending)), [record, pending]);
  const worked = useMemo(() => {
    const facts = factsOf(sheet);
    const figures = jobFigures(facts);
    return { facts, figures, statuses: benchStatuses(facts, figures) };
  }, [sheet]);
  return (
    <JobOpen sheet={sheet} worked={worked}>
      {children}
    </JobOpen>
  );
}
