import { Controller, Param, Post } from '@nestjs/common';
import { factsOf, newHoleSchema, newPlanSchema, type HoleEntry, type JobSheet, type NewHole, type NewPlan, type PlanEntry } from '@tare/contract';
import { assessHoles, counterweightOf, holeMetal, jobFigures, ruleBreaches, trackJob } from '@tare/core';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { holeFromRow, holeToRow, planFromRow, type HoleRow, type PlanRow } from '../jobs/rows.js';

@Controller('api/jobs/:jobId')
export class CorrectionsController {
  constructor(private readonly jobs: JobAccess) {}

  /** Keeps a plan that somebody means to drill. The prediction kept is the server's own, from the same core. */
  @Post('plans')
  @Describe('Take a plan to the drill; every hole is checked against the drilling rules', newPlanSchema)
  async plan(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newPlanSchema) plan: NewPlan): Promise<PlanEntry> {
    const sheet = await this.jobs.sheet(jobId);
    const spin = requireLatestSpin(sheet, plan.spinId);
    const existing = sheet.holes;
    const bits = await this.bits();
    plan.holes.forEach((hole, i) => {
      const others = [...existing, ...plan.holes.filter((_, j) => j !== i)];
      const [breach] = ruleBreaches(sheet.spec.crank, hole, others, bits);
      if (breach) throw fieldProblem(`holes.${i}`, `Hole ${i + 1} cannot be drilled. ${breach}`);
    });
    const figures = jobFigures(factsOf(sheet));
    const tracked = trackJob(sheet)!;
    const { residual } = assessHoles(
      {
        crank: sheet.spec.crank,
        unbalance: { aGmm: tracked.a.unbalanceGmm, bGmm: tracked.b.unbalanceGmm },
        toleranceAGmm: figures.tolerance.aGmm,
        toleranceBGmm: figures.tolerance.bGmm,
      },
      plan.holes,
    );
    const row = {
      id: plan.id,
      shop_id: await this.jobs.shop.id(),
      job_id: jobId,
      spin_id: spin.id,
      holes: JSON.stringify(plan.holes),
      predicted: JSON.stringify(residual),
      person_id: plan.personId,
    };
    await this.jobs.db('plan').insert(row).onConflict('id').ignore();
    const kept = await this.jobs.db('plan').where({ id: plan.id, job_id: jobId }).first<PlanRow | undefined>();
    if (!kept) throw new ProblemException(409, 'This entry’s id belongs to another plan. Nothing was recorded.');
    return planFromRow(kept);
  }

  /**
   * Records a hole as it was drilled. What is in the metal is recorded even where it breaks a rule; only what cannot
   * be a hole at all is refused.
   */
  @Post('holes')
  @Describe('Log a hole as drilled, with the depth measured', newHoleSchema)
  async drill(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newHoleSchema) hole: NewHole): Promise<HoleEntry> {
    const sheet = await this.jobs.sheet(jobId);
    const known = sheet.holes.find((h) => h.id === hole.id);
    if (known) return known;
    const spin = sheet.spins.at(-1);
    if (!spin) throw new ProblemException(422, 'Spin the crank before drilling: there is no reading to correct.');
    const taken = sheet.holes.find((h) => h.planId !== null && h.planId === hole.planId && h.planIndex === hole.planIndex);
    if (taken) throw new ProblemException(409, 'That hole of the plan is logged already. Reload to see who drilled it.');
    const { depthLimitMm, name } = counterweightOf(sheet.spec.crank, hole.counterweightId);
    if (!hole.slug && hole.depthMm > depthLimitMm * DEEPEST_BELIEVED)
      throw fieldProblem(
        'depthMm',
        `${hole.depthMm} mm is far past the ${depthLimitMm} mm that ${name} allows. Check the decimal point; if it is true, stop and look at the crank.`,
      );
    holeMetal(sheet.spec.crank, hole);
    const row = {
      id: hole.id,
      shop_id: await this.jobs.shop.id(),
      job_id: jobId,
      after_spin_id: spin.id,
      plan_id: hole.planId,
      plan_index: hole.planIndex,
      ...holeToRow(hole),
      person_id: hole.personId,
    };
    const [inserted] = await this.jobs.db('hole').insert(row).onConflict().ignore().returning<HoleRow[]>('*');
    if (!inserted) throw new ProblemException(409, 'That hole of the plan was logged by somebody else meanwhile. Reload to see it.');
    return holeFromRow(inserted);
  }

  private async bits(): Promise<{ bitMm: number; pointAngleDeg: number; usableDepthMm: number }[]> {
    const rows = await this.jobs
      .db('bit')
      .where({ shop_id: await this.jobs.shop.id() })
      .select<{ bit_mm: number; point_angle_deg: number; usable_depth_mm: number }[]>('*');
    return rows.map((row) => ({ bitMm: row.bit_mm, pointAngleDeg: row.point_angle_deg, usableDepthMm: row.usable_depth_mm }));
  }
}

/** A hole may really have gone past the limit a little; half as deep again is a slip of the finger. */
const DEEPEST_BELIEVED = 1.5;

function requireLatestSpin(sheet: JobSheet, spinId: string): JobSheet['spins'][number] {
  const latest = sheet.spins.at(-1);
  if (!latest) throw new ProblemException(422, 'Spin the crank before planning: there is no reading to correct.');
  if (latest.id !== spinId) throw new ProblemException(409, 'The crank was spun again since this plan was made. Plan from the latest spin.');
  if (sheet.holes.some((hole) => hole.afterSpinId === spinId))
    throw new ProblemException(409, 'Holes were drilled since this spin. Spin again before planning more.');
  return latest;
}
