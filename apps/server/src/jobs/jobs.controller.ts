import { randomUUID } from 'node:crypto';
import { Controller, Get, Param, Post, Put, Query } from '@nestjs/common';
import {
  everyHoleOf,
  keptSpecOf,
  newJobSchema,
  removalSchema,
  specChangeSchema,
  type JobLine,
  type JobRecord,
  type JobSheet,
  type NewJob,
  type Removal,
  type SpecChange,
} from '@tare/contract';
import { bobsNeeded, checkCrank, checkCrankSizes, checkLayout, PART_KINDS, setUpsForCrank, tolerance, type JobSpec, type SetUps } from '@tare/core';
import type { Knex } from 'knex';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem } from '../http/problem.js';
import { insertOnce, lockJob } from '../ledger/insertOnce.js';
import { putVersion } from '../ledger/versions.js';
import { readUsual } from '../shop/shopUsual.js';
import { JobAccess } from './jobAccess.js';
import { JobLines } from './jobLines.js';

/** Lines of one page of the job list. */
const LIST_PAGE = 40;

@Controller('api/jobs')
export class JobsController {
  constructor(
    private readonly jobs: JobAccess,
    private readonly lines: JobLines,
  ) {}

  @Get()
  @Describe('The shop’s jobs, newest first, at most 40; `q` searches number, customer, boat, engine and the crank’s marks')
  async list(@Query('q') q?: string): Promise<JobLine[]> {
    const shopId = await this.jobs.shop.id();
    return this.lines.of(shopId, await findJobIds(this.jobs.db, shopId, typeof q === 'string' ? q.trim() : ''));
  }

  @Post()
  @Describe('Start a job; its parts follow from the layout', newJobSchema)
  async create(@CheckedBody(newJobSchema) job: NewJob): Promise<JobRecord> {
    checkSpec(job.spec);
    await insertJob(this.jobs.db, await this.jobs.shop.id(), job);
    return this.jobs.record(job.id);
  }

  @Get(':jobId')
  @Describe('Everything on record of a job')
  record(@Param('jobId', IdPipe) jobId: string): Promise<JobRecord> {
    return this.jobs.record(jobId);
  }

  @Put(':jobId/spec')
  @Describe('Replace what is agreed for a job; refused when somebody changed it since `baseVersion`', specChangeSchema)
  async changeSpec(@Param('jobId', IdPipe) jobId: string, @CheckedBody(specChangeSchema) { spec, ...change }: SpecChange): Promise<JobRecord> {
    const { shopId } = await this.jobs.require(jobId);
    checkSpec(spec);
    const write = { ...change, kind: 'spec', shopId, jobId, content: { spec, ...change }, value: spec } as const;
    await putVersion(this.jobs.db, { table: 'job_spec', column: 'spec', key: { job_id: jobId } }, write, async (trx) => {
      // Nobody may drill into a counterweight while it is taken off the list.
      await lockJob(trx, jobId);
      const sheet = await this.jobs.sheet(jobId, trx);
      checkFollows(keptSpecOf(sheet), everyHoleOf(sheet), spec);
    });
    return this.jobs.record(jobId);
  }

  @Post(':jobId/removal')
  @Describe('Take a job off the list, with a reason; its records stay in the database', removalSchema)
  async remove(@Param('jobId', IdPipe) jobId: string, @CheckedBody(removalSchema) { id, personId, reason }: Removal): Promise<{ removed: true }> {
    const shopId = await this.jobs.shop.id();
    await insertOnce(this.jobs.db, { id, kind: 'jobRemoval', shopId, jobId, personId, content: { reason } }, async (trx) => {
      await this.jobs.require(jobId);
      await trx('job_removal').insert({ job_id: jobId, shop_id: shopId, reason, person_id: personId }).onConflict('job_id').ignore();
    });
    return { removed: true };
  }
}

/** What was begun with a job's figures has to fit the new ones. @throws ProblemException 400 */
function checkFollows(before: JobSpec, holes: JobSheet['holes'], spec: JobSpec): void {
  const cylindersBefore = before.layout.cylinders.length;
  if (spec.layout.cylinders.length !== cylindersBefore) {
    throw fieldProblem(
      'spec.layout.cylinders',
      `This job was started with ${cylindersBefore} cylinders and has parts for them; start a new job for another engine.`,
    );
  }
  const drilled = holes.find((hole) => !spec.crank.counterweights.some((c) => c.id === hole.counterweightId));
  if (drilled) throw fieldProblem('spec.crank.counterweights', 'A counterweight with holes in it cannot be taken off the list.');
}

/** @throws CoreError naming the figure that cannot be */
function checkSpec(spec: JobSpec): void {
  checkLayout(spec.layout);
  checkCrank(spec.crank);
  if (spec.crank.sizes) checkCrankSizes(spec.crank.sizes, spec.layout);
  tolerance(spec.tolerance, spec.crank.planes, { massKg: spec.crank.massKg, massCentreZMm: spec.crank.massCentreZMm, redlineRpm: spec.redlineRpm });
  if (spec.rodLengthMm <= spec.strokeMm / 2) {
    throw fieldProblem('spec.rodLengthMm', `A rod of ${spec.rodLengthMm} mm cannot turn on a crank radius of ${spec.strokeMm / 2} mm.`);
  }
}

/** Inserts a job with its parts. */
async function insertJob(db: Knex, shopId: string, { id, personId, spec }: NewJob): Promise<void> {
  await insertOnce(db, { id, kind: 'job', shopId, jobId: id, personId, content: spec }, async (trx) => {
    // The shop's row is the lock that keeps job numbers in sequence; its key, which every write's foreign key holds, is let alone.
    await trx('shop').where({ id: shopId }).forNoKeyUpdate().select('id');
    const last = await trx('job').where({ shop_id: shopId }).max<{ max: number | null }[]>('number');
    const { version } = await readUsual(trx, shopId);
    await trx('job').insert({ id, shop_id: shopId, number: (last[0]?.max ?? 0) + 1, usual_version: version, person_id: personId });
    await trx('job_spec').insert({ id, shop_id: shopId, job_id: id, version: 1, spec: JSON.stringify(spec), person_id: personId });
    const parts = spec.layout.cylinders.flatMap(({ number }) =>
      PART_KINDS.map((kind) => ({ id: randomUUID(), shop_id: shopId, job_id: id, kind, cylinder: number })),
    );
    await trx('part').insert(parts);
    if (spec.jobKind === 'survey') await beginSurvey(trx, shopId, id, personId, spec);
  });
}

/** A survey begins with what it is going to spin: as it came, then as it runs. */
async function beginSurvey(trx: Knex.Transaction, shopId: string, jobId: string, personId: string, { crank, layout }: JobSpec): Promise<void> {
  const subject = 'setUps';
  const value: SetUps = { list: setUpsForCrank('survey', crank, bobsNeeded(layout).needed, randomUUID), positionsDeg: {} };
  const write = { id: randomUUID(), kind: 'decision', shopId, jobId, personId, baseVersion: 0, value, content: { subject, value } } as const;
  await putVersion(trx, { table: 'decision', column: 'value', key: { job_id: jobId, subject } }, write);
}

async function findJobIds(db: Knex, shopId: string, q: string): Promise<string[]> {
  const { rows } = await db.raw<{ rows: { id: string }[] }>(
    /* sql */ `
    select job.id from job
    cross join lateral (select found_by from job_spec where job_id = job.id order by version desc limit 1) latest
    where job.shop_id = :shopId and not exists (select from job_removal where job_id = job.id)
      and (:q = '' or position(lower(:q) in job.number || ' ' || found_by) > 0 or exists (
        select 1 from decision marks
        where marks.job_id = job.id and marks.subject = 'arrival.crank' and position(lower(:q) in lower(marks.value ->> 'marks')) > 0
      ))
    order by job.number desc limit :most`,
    { shopId, q, most: LIST_PAGE },
  );
  return rows.map((row) => row.id);
}
