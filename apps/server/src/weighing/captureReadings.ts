import type { NewReading } from '@tare/contract';
import { allMeasuresOf, differenceComplaint, hasEnds, readingComplaint, type PartKind } from '@tare/core';
import type { Knex } from 'knex';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { readingToRow } from '../jobs/rows.js';
import { selectReadings } from '../jobs/selectReadings.js';

interface PartNow {
  kind: PartKind;
  last_cut_id: string | null;
}

/**
 * Captures readings of one job, all or none; those that are there already change nothing.
 * @param at path of the readings in the request, for complaints
 * @throws ProblemException 400 at the reading at fault, 409 for a stale cut or an id that means another reading
 */
export async function captureReadings(
  db: Knex,
  shopId: string,
  jobId: string,
  readings: readonly NewReading[],
  at: (index: number) => string,
): Promise<void> {
  const parts = await partsNow(db, jobId, readings);
  const known = new Map(
    (
      await selectReadings(db, (query) =>
        query.whereIn(
          'reading.id',
          readings.map((r) => r.id),
        ),
      )
    ).map((row) => [row.id, row]),
  );
  readings.forEach((reading, i) => {
    const part = parts.get(reading.partId);
    if (!part) throw fieldProblem(`${at(i)}partId`, 'That part is not in this job.');
    const before = known.get(reading.id);
    if (before) {
      if (before.job_id === jobId && before.part_id === reading.partId && before.measure === reading.measure && before.value_g === reading.valueG)
        return;
      throw new ProblemException(409, 'This entry’s id belongs to another reading. Nothing was recorded; capture it again.');
    }
    checkReading(reading, part, parts, at(i));
  });
  const fresh = readings.filter((reading) => !known.has(reading.id));
  await requireInstruments(db, shopId, fresh, at);
  if (fresh.length === 0) return;
  // Two tries at once may both find nothing known; the id decides between them.
  await db('reading')
    .insert(fresh.map((reading) => ({ ...readingToRow(reading), shop_id: shopId, job_id: jobId })))
    .onConflict('id')
    .ignore();
}

function checkReading(reading: NewReading, part: PartNow, parts: ReadonlyMap<string, PartNow>, at: string): void {
  if (!allMeasuresOf(part.kind).includes(reading.measure)) {
    throw fieldProblem(
      `${at}measure`,
      hasEnds(part.kind) ? 'What has ends is weighed as total, big end or small end.' : 'Only a rod has ends to weigh.',
    );
  }
  const referenceId = reading.referencePartId ?? null;
  const complaint = referenceId === null ? readingComplaint(part.kind, reading.measure, reading.valueG) : differenceComplaint(reading.valueG);
  if (complaint) throw fieldProblem(`${at}valueG`, complaint);
  if (referenceId !== null && (referenceId === reading.partId || parts.get(referenceId)?.kind !== part.kind)) {
    throw fieldProblem(`${at}referencePartId`, 'The reference has to be another part of the same kind in this job.');
  }
  // A reading that names an older cut was taken before somebody cut the part again: it would say the wrong weight.
  if (part.last_cut_id !== reading.cutId)
    throw new ProblemException(409, 'This part was cut since your screen last heard of it. Reload, and weigh it as it is now.');
}

async function requireInstruments(db: Knex, shopId: string, readings: readonly NewReading[], at: (index: number) => string): Promise<void> {
  const ids = [...new Set(readings.flatMap((r) => (r.instrumentId ? [r.instrumentId] : [])))];
  if (ids.length === 0) return;
  const owned = new Set(await db('instrument').where({ shop_id: shopId }).whereIn('id', ids).pluck<string[]>('id'));
  const stranger = readings.findIndex((r) => r.instrumentId && !owned.has(r.instrumentId));
  if (stranger >= 0) throw fieldProblem(`${at(stranger)}instrumentId`, 'That instrument is not in this shop.');
}

async function partsNow(db: Knex, jobId: string, readings: readonly NewReading[]): Promise<Map<string, PartNow>> {
  const ids = readings.flatMap((r) => (r.referencePartId ? [r.partId, r.referencePartId] : [r.partId]));
  const { rows } = await db.raw<{ rows: (PartNow & { id: string })[] }>(
    /* sql */ `
    select id, kind, (select part_cut.id from part_cut where part_id = part.id order by seq desc limit 1) as last_cut_id
    from part where job_id = ? and id = any(?::uuid[])`,
    [jobId, ids],
  );
  return new Map(rows.map((row) => [row.id, row]));
}
