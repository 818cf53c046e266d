import { Controller, Param, Sse, type MessageEvent } from '@nestjs/common';
import { interval, map, merge, type Observable } from 'rxjs';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { JobChanges } from './jobChanges.js';

/** A line that nobody hears would be kept for ever; a word now and then finds out. */
const STILL_HERE_MS = 25_000;

@Controller('api/jobs/:jobId/changes')
export class LiveController {
  constructor(
    private readonly jobs: JobAccess,
    private readonly changes: JobChanges,
  ) {}

  @Sse()
  @Describe('Says “changed” whenever anything about a job changes, until the reader hangs up (server-sent events)')
  async listen(@Param('jobId', IdPipe) jobId: string): Promise<Observable<MessageEvent>> {
    await this.jobs.require(jobId);
    return merge(
      this.changes.of(jobId).pipe(map((): MessageEvent => ({ data: 'changed' }))),
      interval(STILL_HERE_MS).pipe(map((): MessageEvent => ({ data: 'still here' }))),
    );
  }
}
