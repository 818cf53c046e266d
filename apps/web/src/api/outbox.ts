import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb';
import type { NewReading } from '@tare/contract';
import { ProblemError } from './problem.js';

/** An entry that was made here and has not been acknowledged by the server. */
export interface OutboxEntry {
  /** Order of making; the browser's database hands it out, and without it the entry is not kept yet. */
  readonly seq?: number;
  readonly jobId: string;
  /** Address below /api. */
  readonly path: string;
  /** With an id of its own, by which the server knows it again. */
  readonly body: OutboxBody;
  /** The reading, when the entry is one: the bench shows it at once. */
  readonly reading?: NewReading;
  readonly at: string;
  /** Why the server would not have it; it stays until somebody decides. */
  readonly refusal?: string;
}

/** An entry with an id of its own, and whatever else it says. */
export interface OutboxBody {
  readonly id: string;
  readonly [field: string]: unknown;
}

interface Store extends DBSchema {
  entries: { key: number; value: OutboxEntry };
}

/** Entries of version 1 had addresses below their job's, and voids and zeros no ids; those that wait are brought over. */
async function upgrade(db: IDBPDatabase<Store>, oldVersion: number, trx: IDBPTransaction<Store, 'entries'[], 'versionchange'>): Promise<void> {
  if (oldVersion === 0) {
    db.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true });
    return;
  }
  const entries = trx.objectStore('entries');
  for (const entry of await entries.getAll()) {
    const voided = /^readings\/([^/]+)\/void$/.exec(entry.path)?.[1];
    const path = voided === undefined ? `jobs/${entry.jobId}/${entry.path}` : `entries/${voided}/void`;
    await entries.put({ ...entry, path, body: { ...entry.body, id: (entry.body as { id?: string }).id ?? crypto.randomUUID() } });
  }
}

type Send = (entry: OutboxEntry) => Promise<void>;

/** Next try after a fault, ms: twice as long each time, up to a minute. */
const RETRY_MS = { first: 2000, most: 60_000 };

/** Why nothing goes out at the moment. */
export interface OutboxFault {
  readonly reason: string;
  readonly nextTryAt: Date;
}

/**
 * Entries wait in the browser's database and go to the server in the order they were made, each exactly once: ids are
 * made here and the server ignores one it knows, so trying again is safe; an entry leaves only when it is acknowledged.
 */
export class Outbox {
  /** What the browser's database holds. */
  private kept: readonly OutboxEntry[] = [];
  /** What is on its way there: the bench must know of it before the next key is pressed. */
  private made: readonly OutboxEntry[] = [];
  private entries: readonly OutboxEntry[] = [];
  private readonly listeners = new Set<() => void>();
  private readonly db: Promise<IDBPDatabase<Store>>;
  private sending: Promise<void> | null = null;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private isClosed = false;
  private pauseMs = RETRY_MS.first;
  private retryAt: Date | null = null;
  private fault: OutboxFault | null = null;

  constructor(
    private readonly send: Send,
    /** Only one window sends at a time; the rest wait for it. */
    private readonly alone: (work: () => Promise<void>) => Promise<void> = (work) => navigator.locks.request('tare.outbox', work),
  ) {
    this.db = openDB<Store>('tare', 2, { upgrade: (db, from, _to, trx) => void upgrade(db, from, trx) });
    void this.refresh().then(() => this.flush());
  }

  /** For useSyncExternalStore. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly snapshot = (): readonly OutboxEntry[] => this.entries;
  readonly faultNow = (): OutboxFault | null => this.fault;

  /** Keeps an entry: it is in the snapshot at once; resolves when it is safe in the browser's database, before the server has it. */
  async add(entry: OutboxEntry): Promise<void> {
    this.made = [...this.made, entry];
    this.publish();
    let kept = entry;
    try {
      kept = { ...entry, seq: await this.keep(entry) };
    } finally {
      // Kept, it stays among the made until the database's own list is read.
      this.made = kept === entry ? this.made.filter((one) => one !== entry) : this.made.map((one) => (one === entry ? kept : one));
      this.publish();
    }
    await this.refresh();
    void this.flush();
  }

  /** Commits at once, not when the page has time to hear of what was asked: until then a reload takes it away. */
  private async keep(entry: OutboxEntry): Promise<number> {
    const trx = (await this.db).transaction('entries', 'readwrite');
    const adding = trx.store.add(entry);
    trx.commit();
    const [seq] = await Promise.all([adding, trx.done]);
    return seq;
  }

  /** Gives up an entry that the server refused. */
  async drop(seq: number): Promise<void> {
    await (await this.db).delete('entries', seq);
    await this.refresh();
  }

  /** Sends a refused entry again with what was put right: as a new one, since the old one was answered. */
  async mend(seq: number, changed: Readonly<Record<string, unknown>> = {}): Promise<void> {
    const db = await this.db;
    const refused = await db.get('entries', seq);
    if (!refused) return;
    const { refusal: _, reading, ...entry } = refused;
    const right = { ...changed, id: crypto.randomUUID() };
    await db.put('entries', { ...entry, body: { ...entry.body, ...right }, ...(reading ? { reading: { ...reading, ...right } } : {}) });
    await this.refresh();
    void this.flush();
  }

  /** Tries at once, whatever pause is on. */
  tryNow(): Promise<void> {
    if (this.retry !== null) clearTimeout(this.retry);
    this.retry = this.retryAt = null;
    this.pauseMs = RETRY_MS.first;
    return this.flush();
  }

  /** Sends what waits; a call while one is under way joins it. */
  flush(): Promise<void> {
    this.sending ??= this.alone(() => this.sendAll()).finally(() => {
      this.sending = null;
      // Something may have been added after the last look.
      if (this.kept.some((entry) => entry.refusal === undefined) && this.retry === null) this.later();
    });
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    for (;;) {
      // Another window may have sent, or made, entries meanwhile.
      await this.refresh();
      const next = this.kept.find((entry) => entry.refusal === undefined);
      if (!next) return;
      try {
        await this.send(next);
        await (await this.db).delete('entries', next.seq!);
        this.pauseMs = RETRY_MS.first;
        this.fault = null;
      } catch (problem) {
        // Whatever is not the server's own no is worth another try.
        if (!(problem instanceof ProblemError) || problem.isFault) {
          this.fault = {
            reason: problem instanceof Error ? problem.message : String(problem),
            nextTryAt: this.retryAt ?? new Date(Date.now() + this.pauseMs),
          };
          this.publish();
          return;
        }
        this.pauseMs = RETRY_MS.first;
        this.fault = null;
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
    this.retryAt = new Date(Date.now() + this.pauseMs);
    this.retry = setTimeout(() => {
      this.retry = this.retryAt = null;
      void this.flush();
    }, this.pauseMs);
    this.pauseMs = Math.min(2 * this.pauseMs, RETRY_MS.most);
  }

  private async refresh(): Promise<void> {
    this.kept = await (await this.db).getAll('entries');
    this.made = this.made.filter(({ seq }) => seq === undefined);
    this.publish();
  }

  private publish(): void {
    const known = new Set(this.kept.map(({ seq }) => seq));
    this.entries = [...this.kept, ...this.made.filter(({ seq }) => !known.has(seq))];
    this.listeners.forEach((listener) => {
      listener();
    });
  }
}
