import { Controller, Param, Post } from '@nestjs/common';
import {
  everyHoleOf,
  everySpinOf,
  factsOf,
  newHoleSchema,
  newHungWeightSchema,
  newPlanSchema,
  type HoleEntry,
  type HungWeightEntry,
  type JobSheet,
  type NewHole,
  type NewHungWeight,
  type NewPlan,
  type PlanEntry,
} from '@tare/contract';
import type { Knex } from 'knex';
import {
  assessHoles,
  bareCut,
  correctionInput,
  dot,
  fromPolar,
  goesTooFar,
  planOutcome,
  toPolar,
  besideRadiusMm,
  breachesInTurn,
  counterweightOf,
  diameterOf,
  isCorrectable,
  isCorrectedIn,
  isRimCut,
  jobFigures,
  latestOn,
  metalNow,
  metalsOf,
  replacedId,
  partOfRim,
  RIM_KIND_WORDS,
  rimKindOf,
  type Bit,
  type JobFigures,
  type Knowledge,
  type PlaneUnbalance,
  type PlanOutcome,
  type ShopTools,
  type KnownUnbalance,
  hungUnbalance,
  type Cut,
} from '@tare/core';
import { timesIn100, waitSentence } from '@tare/card';
import { CheckedBody } from '../http/checkedBody.js';
import { Describe } from '../http/describe.js';
import { IdPipe } from '../http/idPipe.js';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { JobAccess } from '../jobs/jobAccess.js';
import { holeFromRow, hungWeightFromRow, planFromRow, type HoleRow, type HungWeightRow, type PlanRow } from '../jobs/rows.js';
import { amend } from '../ledger/amend.js';
import { askWhetherAnother } from '../ledger/askWhetherAnother.js';
import { insertOnce, lockJob } from '../ledger/insertOnce.js';
import { readShopTools } from '../shop/readShopTools.js';
import { readBits } from '../shop/shopUsual.js';

@Controller('api/jobs/:jobId')
export class CorrectionsController {
  constructor(private readonly jobs: JobAccess) {}

  /** Keeps a plan that somebody means to drill. The prediction kept is the server's own, from the same core. */
  @Post('plans')
  @Describe('Take a plan to the drill; every hole is checked against the drilling rules', newPlanSchema)
  async plan(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newPlanSchema) plan: NewPlan): Promise<PlanEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const { id, personId } = plan;
    await insertOnce(this.jobs.db, { id, kind: 'plan', shopId, jobId, personId, content: plan }, async (trx) => {
      // Nobody may spin or drill while the plan is checked against what is there.
      await lockJob(trx, jobId);
      const { spinId, holes, predicted } = await this.checkedPlan(trx, shopId, jobId, plan);
      const json = { holes: JSON.stringify(holes), predicted: JSON.stringify(predicted) };
      await trx('plan').insert({ id, shop_id: shopId, job_id: jobId, spin_id: spinId, ...json, person_id: personId });
    });
    return planFromRow(await this.jobs.db('plan').where({ id }).first<PlanRow>());
  }

  private async checkedPlan(trx: Knex, shopId: string, jobId: string, plan: NewPlan): Promise<Pick<PlanEntry, 'spinId' | 'holes' | 'predicted'>> {
    const sheet = await this.jobs.sheet(jobId, trx);
    const spin = requireLatestSpin(sheet, plan.spinId);
    const { tools } = await readShopTools(trx, shopId);
    const { holes } = plan;
    const { bits } = await readBits(trx, shopId);
    const refuse = (i: number, why: string): ProblemException => fieldProblem(`holes.${i}`, `Hole ${i + 1} cannot be drilled. ${why}`);
    const metal = metalNow(sheet.spec.crank, sheet.holes);
    holes.forEach((cut, i) => {
      requireCounterweight(sheet, cut, `holes.${i}.counterweightId`);
      const neutral = refusalOfNeutral(sheet, cut);
      if (neutral) throw refuse(i, neutral);
      if (replacedId(cut) !== null && !metal.standing.some(({ id }) => id === replacedId(cut)))
        throw refuse(i, 'The hole that it changes is not there, or was filled since. Reload to see the crank as it is.');
    });
    breachesInTurn(metal, holes, { bits, faces: tools.means.faces }).forEach(([breach], i) => {
      if (breach !== undefined) throw refuse(i, breach);
    });
    const figures = jobFigures(factsOf(sheet));
    const known = planned(figures);
    const assessed = assessHoles(
      {
        metal,
        unbalance: known.unbalance,
        toleranceAGmm: figures.tolerance.aGmm,
        toleranceBGmm: figures.tolerance.bGmm,
      },
      holes,
    );
    requireSafe(planOutcome(metal, holes, knowledgeOf(sheet, figures, bits, tools)), figures, assessed.residual);
    // As they are made: what others lean on comes first.
    return { spinId: spin.id, holes: assessed.holes.map(bareCut), predicted: assessed.residual };
  }

  /**
   * Records a hole as it was drilled. What is in the metal is recorded even where it breaks a rule; only what cannot
   * be a hole at all is refused.
   */
  @Post('holes')
  @Describe('Log a hole as drilled, with the depth measured', newHoleSchema)
  async drill(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newHoleSchema) hole: NewHole): Promise<HoleEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const { id, personId, planId, planIndex, amends, cut } = hole;
    await insertOnce(this.jobs.db, { id, kind: 'hole', shopId, jobId, personId, content: hole }, async (trx) => {
      await lockJob(trx, jobId);
      const sheet = await this.jobs.sheet(jobId, trx);
      const afterSpinId = amends
        ? (everyHoleOf(sheet).find((h) => h.id === amends.entryId)?.afterSpinId ?? null)
        : spinBefore(sheet, hole.beforeSpinId);
      if (afterSpinId === null && !amends) throw new ProblemException(422, 'Spin the crank before drilling: there is no reading to correct.');
      const taken = sheet.holes.find((h) => h.planId !== null && h.planId === planId && h.planIndex === planIndex && h.id !== amends?.entryId);
      if (taken) throw new ProblemException(409, 'That hole of the plan is logged already. Reload to see who drilled it.');
      requireCounterweight(sheet, cut, 'cut.counterweightId');
      const frozen = amends ? null : refusalInSetUp(sheet, cut);
      if (frozen) throw fieldProblem('cut.counterweightId', frozen);
      checkBelieved(sheet, cut);
      const before = metalNow(
        sheet.spec.crank,
        sheet.holes.filter((h) => h.id !== amends?.entryId),
      );
      if (replacedId(cut) !== null && !before.standing.some((old) => old.id === replacedId(cut)))
        throw fieldProblem('cut.replacesId', 'The hole that this changes is not there, or was filled since. Reload to see the crank as it is.');
      // What cannot be metal at all is refused here.
      metalsOf(before, [cut]);
      if (planId === null && !hole.another && !amends)
        await askWhetherAnother(trx, {
          table: 'hole',
          jobId,
          personId,
          alike: { plan_id: null, counterweight_id: cut.counterweightId, kind: cut.kind, ...(isRimCut(cut) ? {} : { diameter_mm: diameterOf(cut) }) },
          near: (query) => query.whereRaw('abs((angle_deg - ? + 540)::numeric % 360 - 180) <= ?', [cut.angleDeg, SAME_PLACE_DEG]),
          what: 'a hole like this',
        });
      await trx('hole').insert({
        id,
        shop_id: shopId,
        job_id: jobId,
        after_spin_id: afterSpinId,
        plan_id: planId,
        plan_index: planIndex,
        cut: JSON.stringify(cut),
        chips_g: hole.chipsG ?? null,
        turned_deg: turnedDegOf(sheet, cut),
        note: hole.note ?? '',
        person_id: personId,
      });
      await amend(trx, { shopId, jobId, personId, kind: 'hole', entryId: id, amends });
    });
    return holeFromRow(await this.jobs.db('hole').where({ id }).first<HoleRow>());
  }

  /** What hung on the crank, where that was left out or said wrongly with the spin. */
  @Post('hung-weights')
  @Describe('Say which known weights hung on the crank in a spin that is kept already', newHungWeightSchema)
  async hang(@Param('jobId', IdPipe) jobId: string, @CheckedBody(newHungWeightSchema) weight: NewHungWeight): Promise<HungWeightEntry> {
    const { shopId } = await this.jobs.require(jobId);
    const { id, personId, spinId, pieces = null, amends } = weight;
    await insertOnce(this.jobs.db, { id, kind: 'hungWeight', shopId, jobId, personId, content: weight }, async (trx) => {
      await lockJob(trx, jobId);
      const sheet = await this.jobs.sheet(jobId, trx);
      const { hungWeights } = sheet;
      const spin = everySpinOf(sheet).find((s) => s.id === spinId);
      if (!spin) throw fieldProblem('spinId', 'That spin is not in this job, or was voided.');
      const before = hungWeights.find((w) => w.id === amends?.entryId);
      if (spin.hung !== null && before?.spinId !== spinId)
        throw new ProblemException(409, 'It is on record already what hung on the crank in this spin; amend that.');
      const hung = pieces === null ? weight.hung! : hungUnbalance(pieces, spin.planes);
      const said = { hung: JSON.stringify(hung), pieces: pieces && JSON.stringify(pieces) };
      await trx('hung_weight').insert({ id, shop_id: shopId, job_id: jobId, spin_id: spinId, ...said, person_id: personId });
      await amend(trx, { shopId, jobId, personId, kind: 'hungWeight', entryId: id, amends });
    });
    return hungWeightFromRow(await this.jobs.db('hung_weight').where({ id }).first<HungWeightRow>());
  }
}

/** What a plan may go by. @throws ProblemException 409 while the record contradicts itself, or all leans on one typed reading */
function planned({ estimate }: JobFigures): KnownUnbalance {
  if (estimate.surprise)
    throw new ProblemException(
      409,
      'The last spins contradict what was known before. Say on the Spin bench what happened; nothing is planned until then.',
    );
  const [wait] = estimate.restsOn.planWaits;
  if (wait) throw new ProblemException(409, waitSentence(wait));
  return estimate.now!;
}

/** What the plan is tried with, as the screen tries it. */
function knowledgeOf(sheet: JobSheet, { estimate, tolerance }: JobFigures, bits: readonly Bit[], tools: ShopTools): Knowledge {
  const wishes = { maxHoles: 1, heavyMetal: false, neutralReason: null };
  return correctionInput(sheet, estimate, tolerance, { bits, tools }, wishes)!.known;
}

/** @throws ProblemException 409 for a plan that goes too far too often, or takes more than a gain that nothing has checked allows (9a, 9e) */
function requireSafe(outcome: PlanOutcome, { estimate, tolerance }: JobFigures, residual: PlaneUnbalance): void {
  if (goesTooFar(outcome))
    throw new ProblemException(
      409,
      `This plan goes past nothing by more than the tolerance ${timesIn100(outcome.overshot)}. Take one that leaves more, and spin before the rest.`,
    );
  const { mostShare } = estimate.restsOn;
  const { unbalance } = estimate.now!;
  for (const plane of ['aGmm', 'bGmm'] as const) {
    const { amount, angleDeg } = toPolar(unbalance[plane]);
    const left = dot(residual[plane], fromPolar(1, angleDeg));
    if (left < (1 - mostShare) * amount - tolerance[plane])
      throw new ProblemException(
        409,
        'No known weights have checked the machine on this crank: take half of what it shows at most, until two rounds have agreed.',
      );
  }
}

/** The spin that a cut follows: the last, or the one before the spin that it was made before. @throws ProblemException 400 for a spin that is not there */
function spinBefore(sheet: JobSheet, beforeSpinId: string | undefined): string | null {
  // What was spun last in whatever set-up came before it.
  const spins = everySpinOf(sheet);
  if (beforeSpinId === undefined) return spins.at(-1)?.id ?? null;
  const index = spins.findIndex(({ id }) => id === beforeSpinId);
  if (index < 0) throw fieldProblem('beforeSpinId', 'The spin that it was made before is not in this job, or was voided.');
  return spins[index - 1]?.id ?? null;
}

/** Two people's angles of one hole, as they read them off, agree within this. */
const SAME_PLACE_DEG = 5;

/** A hole may really have gone past the limit a little; half as deep again is a slip of the finger. */
const DEEPEST_BELIEVED = 1.5;

/** @throws ProblemException 400 for a depth that is a slip of the finger */
function checkBelieved({ spec }: JobSheet, cut: Cut): void {
  const { depthLimitMm, name } = counterweightOf(spec.crank, cut.counterweightId);
  if (cut.kind !== 'bar' && besideRadiusMm(cut) === null && cut.depthMm > depthLimitMm * DEEPEST_BELIEVED)
    throw fieldProblem(
      'cut.depthMm',
      `${cut.depthMm} mm is far past the ${depthLimitMm} mm that ${name} allows. Check the decimal point; if it is true, stop and look at the crank.`,
    );
}

/** @throws ProblemException 400 for a counterweight that the crank has not */
function requireCounterweight({ spec }: JobSheet, { counterweightId }: Cut, field: string): void {
  if (!spec.crank.counterweights.some(({ id }) => id === counterweightId))
    throw fieldProblem(field, `This crank has no counterweight ${counterweightId}.`);
}

/** Why the job's set-up leaves a part alone; null where it may be corrected, or the job has no set-ups. */
function refusalInSetUp({ spec, setUp }: JobSheet, cut: Cut): string | null {
  if (!setUp) return null;
  const rim = counterweightOf(spec.crank, cut.counterweightId);
  if (isCorrectedIn(rim, setUp.current)) return null;
  const earlier = setUp.setUps.list.find((one) => isCorrectedIn(rim, one));
  return `${rim.name} is left alone in “${setUp.current.name}”. ${earlier ? `Go back to “${earlier.name}”, or open it again here with a reason` : 'Say in the set-up that it is corrected'}.`;
}

/** How far the part that a cut goes into is turned now, degrees; null for not at all. */
function turnedDegOf({ spec, setUp }: JobSheet, cut: Cut): number | null {
  const deg = setUp?.mounted[partOfRim(counterweightOf(spec.crank, cut.counterweightId))] ?? 0;
  return deg === 0 ? null : deg;
}

/** Why a part that should be neutral is not corrected; null where it may be. A set-up says itself what is corrected in it. */
function refusalOfNeutral(sheet: JobSheet, cut: Cut): string | null {
  if (sheet.setUp) return refusalInSetUp(sheet, cut);
  const { spec, decisions } = sheet;
  const counterweight = counterweightOf(spec.crank, cut.counterweightId);
  const reason = latestOn(decisions, 'correct.neutralReason') ?? null;
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
