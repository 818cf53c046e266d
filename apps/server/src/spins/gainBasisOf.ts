import { everySpinOf, factsOf, sheetOf, type JobSheet } from '@tare/contract';
import { gainClassOf, gainHistory, jobGain, type GainClass, type GainHistory, type JobGain } from '@tare/core';
import type { JobAccess } from '../jobs/jobAccess.js';
import { loadRecords } from '../jobs/loadRecords.js';

/** So many jobs of a machine are looked at, the newest first: a gain of years ago says little. */
const MOST_JOBS = 12;

/** What is known of how a spin will be read before it is kept. */
export type SpinByMachine = Parameters<typeof gainClassOf>[1];

/**
 * A machine's history for a spin by its own calibration (handbook section 6, definition 2), worked out from what stands of its other
 * jobs; what was said at the job's first spin by that machine stays said. A history that was different then would be another prior.
 * @returns null where there is none
 */
export async function gainBasisOf(jobs: JobAccess, sheet: JobSheet, spin: SpinByMachine): Promise<GainHistory | null> {
  const before = everySpinOf(sheet).find(
    (one) => (one.machineId ?? null) === (spin.machineId ?? null) && one.calibrationId == null && (one.gainEpoch ?? 0) === (spin.gainEpoch ?? 0),
  );
  if (before) return before.gainBasis?.kind === 'history' ? before.gainBasis : null;
  return historyOf(jobs, sheet.id, gainClassOf(sheet.spec, spin));
}

/** By all jobs but one. */
export async function historyOf(jobs: JobAccess, exceptJobId: string, wanted: GainClass): Promise<GainHistory | null> {
  const shopId = await jobs.shop.id();
  const rows = await jobs
    .db('spin')
    .where({ shop_id: shopId, machine_id: wanted.machineId })
    .where(wanted.machineId === null ? { source: 'standin' } : {})
    .whereNot({ job_id: exceptJobId })
    .whereNotExists(jobs.db('job_removal').whereRaw('job_removal.job_id = spin.job_id').select(jobs.db.raw('1')))
    .groupBy('job_id')
    .orderByRaw('max(seq) desc')
    .limit(MOST_JOBS)
    .select<{ job_id: string }[]>('job_id');
  const records = await loadRecords(
    jobs.db,
    shopId,
    rows.map(({ job_id }) => job_id),
  );
  const gains = records.flatMap((record): JobGain[] => {
    const sheet = sheetOf(record);
    const gain = jobGain(factsOf(sheet), wanted);
    const at = gain && everySpinOf(sheet).find(({ id }) => id === gain.spinId)?.at;
    return gain && at !== undefined && at !== null ? [{ jobId: sheet.id, a: gain.a, b: gain.b, at }] : [];
  });
  return gainHistory(gains);
}
