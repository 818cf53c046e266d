import type { QueryCache, QueryClient, QueryPersister } from '@tanstack/react-query';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { useSyncExternalStore } from 'react';
import { ProblemError } from './problem.js';

/** What a bench cannot do without, by the first word of its query’s key. */
const KEPT = ['shop', 'job', 'jobs', 'instruments', 'machines', 'shop-tools', 'bob-box', 'tools'];
/** Two readings in a row are one reason to keep the record. */
const SETTLE_MS = 300;
const OLDEST_MS = 14 * 24 * 3600 * 1000;

interface Copy {
  readonly data: unknown;
  readonly at: Date;
}
interface Store extends DBSchema {
  copies: { key: string; value: Copy };
}

/**
 * Copies, in the browser’s database, of what this window last heard: when the server does not answer they stand in, so that a reload
 * with the server away opens the job that was open. They never come before the server’s own answer, and it is said that they are shown.
 */
class KeptCopies {
  private readonly db: Promise<IDBPDatabase<Store>> = openDB<Store>('tare.copies', 1, { upgrade: (db) => void db.createObjectStore('copies') });
  private readonly due = new Map<string, unknown>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Of the queries that a copy stands in for: how old it is. */
  private readonly standing = new Map<string, Date>();
  private oldest: Date | null = null;
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  /** Since when what is shown may be old; null while all of it is the server’s own answer. */
  readonly since = (): Date | null => this.oldest;

  /** Keeps whatever the queries hear or are told from now on. */
  keep(cache: QueryCache): void {
    void this.forgetOld();
    cache.subscribe((event) => {
      if (event.type === 'removed') this.stands(event.query.queryHash, null);
      if (event.type !== 'updated' || event.action.type !== 'success' || !KEPT.includes(String((event.query.queryKey as readonly unknown[])[0])))
        return;
      if (this.standing.has(event.query.queryHash) && event.action.manual !== true) return;
      this.due.set(event.query.queryHash, event.query.state.data);
      // Counted from the first that is due: a bench hears one thing after the other, and would put off keeping any of it.
      this.timer ??= setTimeout(() => void this.write(), SETTLE_MS);
    });
  }

  /** Asks the server, and takes the copy where it does not answer and nothing is on the screen yet. */
  readonly askFirst: QueryPersister = async (queryFn, context, query) => {
    try {
      const fresh = await queryFn(context);
      this.stands(query.queryHash, null);
      return fresh;
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      // A device that was put out of the shop keeps nothing of it, but what was typed there.
      if (error.problem.ask === 'shopCode') await (await this.db).clear('copies');
      if (!error.isFault || query.state.data !== undefined) throw error;
      const copy = await (await this.db).get('copies', query.queryHash);
      if (copy === undefined) throw error;
      this.stands(query.queryHash, copy.at);
      return copy.data;
    }
  };

  private stands(hash: string, at: Date | null): void {
    if (at === null && !this.standing.delete(hash)) return;
    if (at !== null) this.standing.set(hash, at);
    const times = [...this.standing.values()].map((one) => one.getTime());
    this.oldest = times.length === 0 ? null : new Date(Math.min(...times));
    this.listeners.forEach((listener) => {
      listener();
    });
  }

  /** Keeps at once what is about to be kept. */
  async write(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    const due = [...this.due];
    this.due.clear();
    if (due.length === 0) return;
    const at = new Date();
    const { store, done } = (await this.db).transaction('copies', 'readwrite');
    await Promise.all([...due.map(([hash, data]) => store.put({ data, at }, hash)), done]);
  }

  private async forgetOld(): Promise<void> {
    const trx = (await this.db).transaction('copies', 'readwrite');
    for await (const cursor of trx.store) if (Date.now() - cursor.value.at.getTime() > OLDEST_MS) await cursor.delete();
  }
}

export const keptCopies = new KeptCopies();

/** How often the server is tried while copies stand in for it. */
const TRY_MS = 5000;

/** Tries the server now and then as long as a copy stands in for it, and keeps what is due when the page goes. */
export function watchCopies(queries: QueryClient): void {
  window.addEventListener('pagehide', () => void keptCopies.write());
  setInterval(() => {
    // Also what nobody looks at now: it is said that it may be old until it was asked for again.
    if (keptCopies.since() !== null) void queries.invalidateQueries({ refetchType: 'all' });
  }, TRY_MS);
}

/** Since when what is shown may be old, because the server does not answer; null while it does. */
export const useKeptSince = (): Date | null => useSyncExternalStore(keptCopies.subscribe, keptCopies.since);
