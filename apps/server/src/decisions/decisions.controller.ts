import { Controller, Param, Post } from '@nestjs/common';
import { newDecisionSchema, type DecisionEntry, type NewDecision } from '@tare/contract';
import { arrangementComplaint } from '@tare/core';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { attribution, type AttributedRow } from '../jobs/rows.js';

interface DecisionRow extends AttributedRow {
  id: string;
  version: number;
  value: unknown;
}

@Controller('api/jobs/:jobId/decisions')
export class DecisionsController {
  constructor(private readonly jobs: JobAccess) {}

  @Post()
  @Describe('Decide something on a job; refused when somebody decided otherwise since `baseVersion`', newDecisionSchema)
  async decide(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newDecisionSchema) decision: NewDecision): Promise<DecisionEntry> {
    const { shopId } = await this.jobs.require(jobId);
    await this.requirePart(jobId, decision.subject);
    if (decision.subject === 'match.arrangement') await this.requireArrangement(jobId, decision.value);
    const row = {
      id: decision.id,
      shop_id: shopId,
      job_id: jobId,
      subject: decision.subject,
      version: decision.baseVersion + 1,
      value: JSON.stringify(decision.value),
      person_id: decision.personId,
    };
    const { db } = this.jobs;
    // The unique (job, subject, version) is what decides between two people.
    await db('decision').insert(row).onConflict().ignore();
    const latest = await db('decision')
      .join('person', 'person.id', 'decision.person_id')
      .where({ job_id: jobId, subject: decision.subject })
      .orderBy('version', 'desc')
      .first<(DecisionRow & { name: string }) | undefined>('decision.*', 'person.name');
    if (latest?.id !== decision.id)
      throw new ProblemException(
        409,
        `Changed by ${latest?.name ?? 'somebody'} meanwhile. Reload to see it; what you typed is kept here until you do.`,
      );
    return { version: latest.version, value: latest.value, ...attribution(latest) };
  }

  /** Every part runs in a cylinder of its own among its kind. */
  private async requireArrangement(jobId: string, runsIn: Readonly<Record<string, number>>): Promise<void> {
    const { parts } = await this.jobs.sheet(jobId);
    const complaint = arrangementComplaint(parts, runsIn);
    if (complaint !== null) throw fieldProblem('value', complaint);
  }

  private async requirePart(jobId: string, subject: string): Promise<void> {
    if (!subject.startsWith('part.')) return;
    const partId = subject.slice(subject.lastIndexOf('.') + 1);
    if (!(await this.jobs.db('part').where({ id: partId, job_id: jobId }).first('id')))
      throw fieldProblem('subject', 'That part is not in this job.');
  }
}
