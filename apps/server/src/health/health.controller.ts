import { Controller, Get, Inject, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import type { Knex } from 'knex';
import { KNEX } from '../database/connect.js';
import { Describe } from '../http/describe.js';
import { ProblemException } from '../http/problem.js';
import { isLoopback } from '../network/ownNames.js';
import { Metrics } from './metrics.js';

/** A database that takes longer for nothing at all is not one to wait for. */
const ANSWER_MS = 2000;

/** For whatever watches over the server. */
@Controller('health')
export class HealthController {
  constructor(
    @Inject(KNEX) private readonly db: Knex,
    private readonly figures: Metrics,
  ) {}

  @Get('live')
  @Describe('Answers as long as the server itself runs')
  live(): { status: 'live' } {
    return { status: 'live' };
  }

  /** @throws ProblemException 503 while the database does not answer */
  @Get('ready')
  @Describe('Answers when the database does: 503 with Retry-After while it does not')
  async ready(): Promise<{ status: 'ready' }> {
    let late: NodeJS.Timeout | undefined;
    try {
      await Promise.race([
        this.db.raw('select 1'),
        new Promise((_, reject) => (late = setTimeout(() => reject(new Error(`no answer in ${ANSWER_MS} ms`)), ANSWER_MS))),
      ]);
    } catch (cause) {
      throw new ProblemException(503, `The database does not answer: ${cause instanceof Error ? cause.message : String(cause)}`);
    } finally {
      clearTimeout(late);
    }
    return { status: 'ready' };
  }

  @Get('metrics')
  @Describe('What the server says of itself in numbers (Prometheus text format); to this machine only')
  async metrics(@Req() { socket }: Request, @Res() response: Response): Promise<void> {
    if (!isLoopback(socket.remoteAddress)) throw new ProblemException(403, 'These numbers are told to this machine only.');
    response.type(this.figures.registry.contentType).send(await this.figures.registry.metrics());
  }
}
