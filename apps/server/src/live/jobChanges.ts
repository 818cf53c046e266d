import { Injectable, Inject, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import type { Knex } from 'knex';
import pg from 'pg';
import { filter, Subject, type Observable } from 'rxjs';
import { KNEX } from '../database/connect.js';

const RETRY_MS = 1000;

/**
 * Word of every change to a job, as the database tells it: whichever server, script or person made it. One connection of its
 * own listens; when it is lost another is opened, and everybody is told to look, since something may have been missed.
 */
@Injectable()
export class JobChanges implements OnModuleInit, OnApplicationShutdown {
  private readonly changes = new Subject<string>();
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
    this.changes.complete();
    await this.client?.end();
  }

  /** Something about this job may have changed. */
  of(jobId: string): Observable<string> {
    return this.changes.pipe(filter((id) => id === jobId || id === EVERY_JOB));
  }

  private async listen(): Promise<void> {
    const { connection } = (this.db.client as { config: { connection: string } }).config;
    const client = new pg.Client(connection);
    client.on('notification', ({ payload }) => {
      if (payload) this.changes.next(payload);
    });
    client.on('error', () => {
      this.listenAgain();
    });
    client.on('end', () => {
      this.listenAgain();
    });
    try {
      await client.connect();
      await client.query('listen tare_job');
      this.client = client;
      this.changes.next(EVERY_JOB);
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

const EVERY_JOB = '*';
