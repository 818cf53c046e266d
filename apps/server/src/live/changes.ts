import { Injectable, Inject, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { ALL_JOBS, JOB_LIST_TABLES, type ChangeWord } from '@tare/contract';
import type { Knex } from 'knex';
import pg from 'pg';
import { filter, map, Subject, type Observable } from 'rxjs';
import { KNEX } from '../database/connect.js';

const RETRY_MS = 1000;

type ToldOf = ChangeWord & { readonly shopId: string };

/**
 * Word of every change, as the database tells it: whichever server, script or person made it. One connection of its own listens;
 * when it is lost another is opened, and everybody is told to look, since something may have been missed.
 */
@Injectable()
export class Changes implements OnModuleInit, OnApplicationShutdown {
  private readonly told = new Subject<ToldOf | null>();
  private client: pg.Client | null = null;
  private retry: NodeJS.Timeout | null = null;
  private closed = false;

  constructor(@Inject(KNEX) private readonly db: Knex) {}

  async onModuleInit(): Promise<void> {
    await this.listen();
  }

  async onApplicationShutdown(): Promise<void> {
    this.closed = true;
    if (this.retry) clearTimeout(this.retry);
    this.told.complete();
    await this.client?.end();
  }

  /** What changed of a shop's own things and, where one is open, of a job, or of all of them. */
  of(shopId: string, jobId: string | null): Observable<ChangeWord> {
    return this.told.pipe(
      filter(
        (word) =>
          word === null ||
          (word.shopId === shopId && (jobId === ALL_JOBS || word.jobId === null || word.jobId === jobId || JOB_LIST_TABLES.includes(word.table))),
      ),
      map((word) => (word === null ? MISSED : { jobId: word.jobId, table: word.table, writeId: word.writeId })),
    );
  }

  private async listen(): Promise<void> {
    const { connection } = (this.db.client as { config: { connection: string } }).config;
    const client = new pg.Client(connection);
    client.on('notification', ({ payload }) => {
      if (payload) this.told.next(JSON.parse(payload) as ToldOf);
    });
    client.on('error', () => {
      this.listenAgain();
    });
    client.on('end', () => {
      this.listenAgain();
    });
    try {
      await client.connect();
      await client.query('listen tare');
      this.client = client;
      this.told.next(null);
    } catch {
      this.listenAgain();
    }
  }

  private listenAgain(): void {
    if (this.closed || this.retry) return;
    this.client = null;
    this.retry = setTimeout(() => {
      this.retry = null;
      void this.listen();
    }, RETRY_MS);
  }
}

const MISSED: ChangeWord = { jobId: null, table: '*', writeId: null };
