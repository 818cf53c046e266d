import { Controller, Param, Post } from '@nestjs/common';
import { jobCard, waitSentence } from '@tare/card';
import { factsOf, newSignOffSchema, type SignOffEntry, type Write } from '@tare/contract';
import { benchStatuses, CORE_VERSION, jobFigures, whyNotToSign } from '@tare/core';
import { CardStore } from '../cards/cardStore.js';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { signOffFromRow, type SignOffRow } from '../jobs/rows.js';
import { closeJob, insertOnce } from '../ledger/insertOnce.js';

@Controller('api/jobs/:jobId/sign-offs')
export class SignOffsController {
  constructor(
    private readonly jobs: JobAccess,
    private readonly cards: CardStore,
  ) {}

  /** Nothing can be entered between what is read and what is signed: the job is closed to everybody until the signature stands. */
  @Post()
  @Describe('Sign a job off; only when the last spin, with nothing drilled since, is inside the tolerance', newSignOffSchema)
  async signOff(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newSignOffSchema) { id, personId }: Write): Promise<SignOffEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const names = await this.cards.names(shopId);
    await insertOnce(this.jobs.db, { id, kind: 'signOff', shopId, jobId, personId, content: null }, async (trx) => {
      await closeJob(trx, jobId);
      const sheet = await this.jobs.sheet(jobId, trx);
      const facts = factsOf(sheet);
      const figures = jobFigures(facts);
      const statuses = benchStatuses(facts, figures);
      const state = statuses.find(({ bench }) => bench === 'signOff')?.state;
      if (state === 'done') throw new ProblemException(422, 'This job is signed off, and nothing was written to it since.');
      const why = whyNotToSign(statuses, figures, sheet.spec.jobKind, waitSentence);
      if (why !== null) throw new ProblemException(422, why);
      await trx('sign_off').insert({
        id,
        shop_id: shopId,
        job_id: jobId,
        core_version: CORE_VERSION,
        facts: JSON.stringify(facts),
        figures: JSON.stringify(figures),
        card: JSON.stringify(jobCard(sheet, figures, statuses, names)),
        person_id: personId,
      });
    });
    return signOffFromRow(await this.jobs.db('sign_off').where({ id }).first<SignOffRow>());
  }
}
