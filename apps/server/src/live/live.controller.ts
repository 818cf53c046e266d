import { Controller, Query, Req, Sse, type MessageEvent } from '@nestjs/common';
import type { Request } from 'express';
import { concatMap, interval, map, merge, takeWhile, type Observable } from 'rxjs';
import { ALL_JOBS } from '@tare/contract';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { Devices } from '../network/devices.js';
import { Changes } from './changes.js';

/** A line that nobody hears would be kept for ever; a word now and then finds out. */
const STILL_HERE_MS = 25_000;

@Controller('api/changes')
export class LiveController {
  constructor(
    private readonly jobs: JobAccess,
    private readonly changes: Changes,
    private readonly devices: Devices,
  ) {}

  @Sse()
  @Describe(
    'Says what was written of the shop’s own things, and of the job that `job` names (or all), until the reader hangs up (server-sent events)',
  )
  async listen(@Req() request: Request, @Query('job') job?: string): Promise<Observable<MessageEvent>> {
    const jobId = job === undefined ? null : job === ALL_JOBS ? job : new IdPipe().transform(job);
    if (jobId !== null && jobId !== ALL_JOBS) await this.jobs.require(jobId);
    return merge(
      this.changes.of(await this.jobs.shop.id(), jobId).pipe(map((data): MessageEvent => ({ data }))),
      interval(STILL_HERE_MS).pipe(map((): MessageEvent => ({ type: 'still-here', data: '' }))),
    ).pipe(
      // A device that was put out of the shop since then hears nothing more.
      concatMap(async (event) => ((await this.devices.letsIn(request)) ? event : null)),
      takeWhile((event) => event !== null),
    );
  }
}
