import type { NewReading } from '@tare/contract';
import {
  allMeasuresOf,
  differenceComplaint,
  hasEnds,
  readingComplaint,
  standingEntries,
  standingOf,
  standingReference,
  type PartKind,
  type WhatStands,
} from '@tare/core';
import type { Knex } from 'knex';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { readingToRow, type ReadingRow } from '../jobs/rows.js';
import { amend, standingIn } from '../ledger/amend.js';

/** A part of a job that is there. */
interface PartNow {
  kind: PartKind;
  /** Its cuts, oldest first. */
  cut_ids: string[];
}

/**
 * Captures readings of one job, all or none. Called in the transaction that registered their ids.
 * @param at path of a reading in the request, for complaints
 * @returns the rows as they were inserted
 * @throws ProblemException 400 at the reading at fault, 409 for a stale cut
 */
export async function captureReadings(
  trx: Knex.Transaction,
  shopId: string,
  jobId: string,
  readings: readonly NewReading[],
  at: (index: number) => string,
): Promise<ReadingRow[]> {
  const parts = await partsNow(trx, jobId, readings);
  const isCut = [...parts.values()].some(({ cut_ids }) => cut_ids.length > 0);
  const standing = isCut ? await standingIn(trx, jobId) : standingOf([]);
  readings.forEach((reading, i) => checkReading(reading, parts, standing, at(i)));
  await requireInstruments(trx, shopId, readings, at);
  const rows = await trx('reading')
    .insert(readings.map((reading) => ({ ...readingToRow(reading), shop_id: shopId, job_id: jobId })))
    .returning<ReadingRow[]>('*');
  for (const { id, personId, amends } of readings) await amend(trx, { shopId, jobId, personId, kind: 'reading', entryId: id, amends });
  return rows;
}

function checkReading(reading: NewReading, parts: ReadonlyMap<string, PartNow>, standing: WhatStands, at: string): void {
  const part = parts.get(reading.partId);
  if (!part) throw fieldProblem(`${at}partId`, 'That part is not in this job.');
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
  const cuts = part.cut_ids.map((id) => ({ id }));
  const stand = [null, ...standingEntries(cuts, standing).map(({ id }) => id)];
  const cutId = standingReference(reading.cutId, cuts, standing);
  // An amendment says what was read then; any other reading that names an older cut was taken before somebody cut the part again.
  const known = reading.amends ? stand.includes(cutId) : cutId === stand.at(-1);
  if (!known) throw new ProblemException(409, 'This part was cut since your screen last heard of it. Reload, and weigh it as it is now.');
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
    select id, kind, array(select part_cut.id from part_cut where part_id = part.id order by seq) as cut_ids
    from part where job_id = ? and id = any(?::uuid[]) and not exists (select from job_removal where job_removal.job_id = part.job_id)`,
    [jobId, ids],
  );
  return new Map(rows.map((row) => [row.id, row]));
}
