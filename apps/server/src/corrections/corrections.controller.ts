import { Controller, Param, Post } from '@nestjs/common';
import { factsOf, newHoleSchema, newPlanSchema, type HoleEntry, type JobSheet, type NewHole, type NewPlan, type PlanEntry } from '@tare/contract';
import {
  assessHoles,
  counterweightOf,
  holeMetal,
  isCorrectable,
  jobFigures,
  measuredFrom,
  metalNow,
  RIM_KIND_WORDS,
  rimKindOf,
  ruleBreaches,
  trackJob,
  type Bit,
  type CrankHole,
} from '@tare/core';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { readShopTools } from '../shop/readShopTools.js';
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
    const { tools } = await readShopTools(this.jobs.db, await this.jobs.shop.id());
    const holes = asMeasured(sheet, plan.holes);
    const workshop = { bits: await this.bits(), faces: tools.means.faces };
    const refuse = (i: number, why: string): ProblemException => fieldProblem(`holes.${i}`, `Hole ${i + 1} cannot be drilled. ${why}`);
    holes.forEach((hole, i) => {
      const neutral = refusalOfNeutral(sheet, hole);
      if (neutral) throw refuse(i, neutral);
      // Rims are taken down first: everything else is measured from them as they then are.
      const before = metalNow(sheet.spec.crank, [...sheet.holes, ...holes.filter(({ rim }) => rim && !hole.rim)]);
      const others = [...before.holes, ...holes.filter((other) => other !== hole && !other.rim)];
      const [breach] = ruleBreaches(before.crank, hole, hole.rim ? sheet.holes : others, workshop);
      if (breach) throw refuse(i, breach);
    });
    const figures = jobFigures(factsOf(sheet));
    const tracked = trackJob(sheet, tools.drill)!;
    const { residual } = assessHoles(
      {
        crank: sheet.spec.crank,
        unbalance: { aGmm: tracked.a.unbalanceGmm, bGmm: tracked.b.unbalanceGmm },
        toleranceAGmm: figures.tolerance.aGmm,
        toleranceBGmm: figures.tolerance.bGmm,
      },
      holes,
    );
    const row = {
      id: plan.id,
      shop_id: await this.jobs.shop.id(),
      job_id: jobId,
      spin_id: spin.id,
      holes: JSON.stringify(holes),
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
    if (!hole.slug && hole.axialRadiusMm == null && hole.depthMm > depthLimitMm * DEEPEST_BELIEVED)
      throw fieldProblem(
        'depthMm',
        `${hole.depthMm} mm is far past the ${depthLimitMm} mm that ${name} allows. Check the decimal point; if it is true, stop and look at the crank.`,
      );
    const [measured] = asMeasured(sheet, [hole]);
    holeMetal(sheet.spec.crank, measured!);
    const row = {
      id: hole.id,
      shop_id: await this.jobs.shop.id(),
      job_id: jobId,
      after_spin_id: spin.id,
      plan_id: hole.planId,
      plan_index: hole.planIndex,
      ...holeToRow(measured!),
      person_id: hole.personId,
    };
    const [inserted] = await this.jobs.db('hole').insert(row).onConflict().ignore().returning<HoleRow[]>('*');
    if (!inserted) throw new ProblemException(409, 'That hole of the plan was logged by somebody else meanwhile. Reload to see it.');
    return holeFromRow(inserted);
  }

  private async bits(): Promise<Bit[]> {
    const rows = await this.jobs
      .db('bit')
      .where({ shop_id: await this.jobs.shop.id() })
      .select<{ bit_mm: number; point_angle_deg: number; usable_depth_mm: number }[]>('*');
    return rows.map((row) => ({ bitMm: row.bit_mm, pointAngleDeg: row.point_angle_deg, usableDepthMm: row.usable_depth_mm }));
  }
}

/** A hole may really have gone past the limit a little; half as deep again is a slip of the finger. */
const DEEPEST_BELIEVED = 1.5;

/** The holes with the rims that they are measured from, where those were turned down before. */
function asMeasured<T extends CrankHole>({ spec, holes: drilled }: JobSheet, holes: readonly T[]): T[] {
  const now = metalNow(spec.crank, [...drilled, ...holes.filter(({ rim }) => rim)]);
  const beforeTurning = metalNow(spec.crank, drilled);
  return holes.map((hole) => measuredFrom(spec.crank, hole.rim ? beforeTurning.crank : now.crank, hole));
}

/** Why a part that should be neutral is not corrected; null where it may be. */
function refusalOfNeutral({ spec, decisions }: JobSheet, hole: CrankHole): string | null {
  const counterweight = counterweightOf(spec.crank, hole.counterweightId);
  const reason = (decisions['correct.neutralReason']?.value ?? null) as string | null;
  return isCorrectable(counterweight, spec.balance, reason)
    ? null
    : `${counterweight.name} is the ${RIM_KIND_WORDS[rimKindOf(counterweight)]} of an internally balanced crank: it is left neutral, unless a reason is put on record.`;
}

function requireLatestSpin(sheet: JobSheet, spinId: string): JobSheet['spins'][number] {
  const latest = sheet.spins.at(-1);
  if (!latest) throw new ProblemException(422, 'Spin the crank before planning: there is no reading to correct.');
  if (latest.id !== spinId) throw new ProblemException(409, 'The crank was spun again since this plan was made. Plan from the latest spin.');
  return latest;
}
