import { Controller, Param, Post } from '@nestjs/common';
import { everySpinOf, keptSpecOf, newDecisionSchema, type DecisionEntry, type NewDecision } from '@tare/contract';
import { arrangementComplaint, checkSetUps, removedWithSpins, setUpOfSpin } from '@tare/core';
import type { Knex } from 'knex';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { decisionFromRow } from '../jobs/rows.js';
import { putVersion } from '../ledger/versions.js';

@Controller('api/jobs/:jobId/decisions')
export class DecisionsController {
  constructor(private readonly jobs: JobAccess) {}

  @Post()
  @Describe('Decide something on a job; refused when somebody decided otherwise since `baseVersion`', newDecisionSchema)
  async decide(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newDecisionSchema) decision: NewDecision): Promise<DecisionEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const { subject } = decision;
    const key = { job_id: jobId, subject };
    const write = { ...decision, kind: 'decision', shopId, jobId, content: decision, value: decision.value as unknown } as const;
    const made = await putVersion(this.jobs.db, { table: 'decision', column: 'value', key }, write, (trx) => this.check(trx, jobId, decision));
    return decisionFromRow({ ...made, person_id: decision.personId });
  }

  private async check(trx: Knex, jobId: string, decision: NewDecision): Promise<void> {
    const { subject } = decision;
    if (subject.startsWith('part.')) {
      const partId = subject.slice(subject.lastIndexOf('.') + 1);
      if (!(await trx('part').where({ id: partId, job_id: jobId }).first('id'))) throw fieldProblem('subject', 'That part is not in this job.');
    }
    if (decision.subject === 'setUps') {
      const sheet = await this.jobs.sheet(jobId, trx);
      const { crank } = keptSpecOf(sheet);
      checkSetUps(decision.value, crank);
      const spins = everySpinOf(sheet).map((spin) => setUpOfSpin(spin, sheet.setUps.list, crank)?.id ?? null);
      const removed = removedWithSpins(sheet.setUps.list, decision.value.list, spins);
      if (removed !== null) throw fieldProblem('value.list', removed);
    }
    if (decision.subject === 'setUps.current') {
      const { setUps } = await this.jobs.sheet(jobId, trx);
      if (!setUps.list.some(({ id }) => id === decision.value)) throw fieldProblem('value', 'That set-up is not in this job.');
    }
    if (decision.subject === 'match.arrangement') {
      const { parts } = await this.jobs.sheet(jobId, trx);
      // Every part runs in a cylinder of its own among its kind.
      const complaint = arrangementComplaint(parts, decision.value);
      if (complaint !== null) throw fieldProblem('value', complaint);
    }
  }
}
