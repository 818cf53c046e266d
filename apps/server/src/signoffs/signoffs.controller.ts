import { Controller, Param, Post } from '@nestjs/common';
import { factsOf, newSignOffSchema, type NewSignOff, type SignOffEntry } from '@tare/contract';
import { benchStatuses, CORE_VERSION, jobFigures } from '@tare/core';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { signOffFromRow, type SignOffRow } from '../jobs/rows.js';

@Controller('api/jobs/:jobId/sign-offs')
export class SignOffsController {
  constructor(private readonly jobs: JobAccess) {}

  @Post()
  @Describe('Sign a job off; only when the last spin, with nothing drilled since, is inside the tolerance', newSignOffSchema)
  async signOff(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newSignOffSchema) { id, personId }: NewSignOff): Promise<SignOffEntry> {
    const sheet = await this.jobs.sheet(jobId);
    const facts = factsOf(sheet);
    const figures = jobFigures(facts);
    const known = sheet.signOffs.find((s) => s.id === id);
    if (known) return known;
    const state = benchStatuses(facts, figures).find(({ bench }) => bench === 'signOff')?.state;
    const settled = figures.spins.at(-1)?.verdict === 'inside' && figures.holesSinceLastSpin === 0;
    if (state === 'done') throw new ProblemException(422, 'This job is signed off, and nothing was spun or drilled since.');
    if (!settled) {
      throw new ProblemException(
        422,
        'This crank is not shown to be inside its tolerance yet: the last spin’s 95 % region has to lie inside, with nothing drilled since.',
      );
    }
    const row = {
      id,
      shop_id: await this.jobs.shop.id(),
      job_id: jobId,
      core_version: CORE_VERSION,
      facts: JSON.stringify(facts),
      figures: JSON.stringify(figures),
      person_id: personId,
    };
    const [inserted] = await this.jobs.db('sign_off').insert(row).returning<SignOffRow[]>('*');
    return signOffFromRow(inserted!);
  }
}
