import { Inject, Injectable } from '@nestjs/common';
import type { RequestHandler } from 'express';
import type { Knex } from 'knex';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { Workers } from '../compute/workers.js';
import { KNEX } from '../database/connect.js';
import { streamsOpen } from '../http/limits.js';

/** Requests end within these, s: a reading in a hundredth, a spin in a minute. */
const BUCKETS_S = [0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 20, 60];

/** What the server can say of itself in numbers, in the Prometheus text format. */
@Injectable()
export class Metrics {
  readonly registry = new Registry();
  private readonly requests = new Histogram({
    name: 'tare_request_seconds',
    help: 'Time from a request to its whole answer, by route and status',
    labelNames: ['method', 'route', 'status'],
    buckets: BUCKETS_S,
    registers: [this.registry],
  });

  constructor(@Inject(KNEX) db: Knex, workers: Workers) {
    collectDefaultMetrics({ register: this.registry });
    const pool = (): { numUsed: () => number; numPendingAcquires: () => number } =>
      (db.client as { pool: { numUsed: () => number; numPendingAcquires: () => number } }).pool;
    this.gauge('tare_streams', 'Windows that listen for changes, and readers of the stand-in scale', streamsOpen);
    this.gauge('tare_database_connections', 'Connections to the database in use', () => pool().numUsed());
    this.gauge('tare_database_waiting', 'Requests that wait for a connection to the database', () => pool().numPendingAcquires());
    this.gauge('tare_workers_waiting', 'Recordings, pictures and cards that wait for a thread', () => workers.waiting);
  }

  /** Times every request. */
  readonly timed: RequestHandler = (request, response, next) => {
    const stop = this.requests.startTimer();
    response.on('finish', () => {
      const { path: route = 'page' } = (request.route ?? {}) as { path?: string };
      stop({ method: request.method, route, status: response.statusCode });
    });
    next();
  };

  private gauge(name: string, help: string, read: () => number): void {
    new Gauge({
      name,
      help,
      registers: [this.registry],
      collect() {
        this.set(read());
      },
    });
  }
}
