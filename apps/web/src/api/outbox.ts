import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { NewReading } from '@tare/contract';
import { ProblemError } from './problem.js';

/** An entry that was made here and has not been acknowledged by the server. */
export interface OutboxEntry {
  /** Order of making; the store hands it out. */
  readonly seq?: number;
  readonly jobId: string;
  /** Address below the job's. */
  readonly path: string;
  readonly body: unknown;
  /** The reading, when the entry is one: the bench shows it at once. */
  readonly reading?: NewReading;
  readonly at: string;
  /** Why the server would not have it; it stays until somebody decides. */
  readonly refusal?: string;
}

interface Store extends DBSchema {
  entries: { key: number; value: OutboxEntry };
}

type Send = (entry: OutboxEntry) => Promise<void>;

/** Next try after the server did not answer, ms. */
const RETRY_MS = 2000;

/**
 * Entries wait in the browser's database and go to the server in the order they were made, each exactly once: ids are
 * made here and the server ignores one it knows, so trying again is safe; an entry leaves only when it is acknowledged.
 */
export class Outbox {
  private entries: readonly OutboxEntry[] = [];
  private readonly listeners = new Set<() => void>();
  private readonly db: Promise<IDBPDatabase<Store>>;
  private sending: Promise<void> | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private isClosed = false;

  constructor(
    private readonly send: Send,
    /** Only one window sends at a time; the rest wait for it. */
    private readonly alone: (work: () => Promise<void>) => Promise<void> = (work) => navigator.locks.request('tare.outbox', work),
  ) {
    this.db = openDB<Store>('tare', 1, { upgrade: (db) => db.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true }) });
    void this.refresh().then(() => this.flush());
  }

  /** For useSyncExternalStore. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly snapshot = (): readonly OutboxEntry[] => this.entries;

  /** Keeps an entry; resolves when it is safe in the browser's database, before the server has it. */
  async add(entry: OutboxEntry): Promise<void> {
    await (await this.db).add('entries', entry);
    await this.refresh();
    void this.flush();
  }

  /** Gives up an entry that the server refused. */
  async drop(seq: number): Promise<void> {
    await (await this.db).delete('entries', seq);
    await this.refresh();
  }

  /** Sends what waits; a call while one is under way joins it. */
  flush(): Promise<void> {
    this.sending ??= this.alone(() => this.sendAll()).finally(() => {
      this.sending = null;
      // Something may have been added after the last look.
      if (this.entries.some((entry) => entry.refusal === undefined) && this.retry === null) this.later();
    });
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    for (;;) {
      // Another window may have sent, or made, entries meanwhile.
      await this.refresh();
      const next = this.entries.find((entry) => entry.refusal === undefined);
      if (!next) return;
      try {
        await this.send(next);
        await (await this.db).delete('entries', next.seq!);
      } catch (problem) {
        // Whatever is not the server's own no is worth another try.
        if (!(problem instanceof ProblemError) || problem.unreachable) return;
        await (await this.db).put('entries', { ...next, refusal: problem.message });
      }
    }
  }

  /** Stops trying; what waits stays in the browser's database for the next outbox. */
  close(): void {
    this.isClosed = true;
    if (this.retry !== null) clearTimeout(this.retry);
  }

  private later(): void {
    if (this.isClosed) return;
    this.retry = setTimeout(() => {
      this.retry = null;
      void this.flush();
    }, RETRY_MS);
  }

  private async refresh(): Promise<void> {
    this.entries = await (await this.db).getAll('entries');
    this.listeners.forEach((listener) => {
      listener();
    });
  }
}
