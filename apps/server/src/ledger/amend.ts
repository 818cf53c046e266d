import { randomUUID } from 'node:crypto';
import type { Amends } from '@tare/contract';
import { standingOf, type VoidFact, type WhatStands } from '@tare/core';
import type { Knex } from 'knex';
import { fieldProblem, ProblemException } from '../http/problem.js';
import { lockJob, register, WRITE_KINDS, type WriteKind } from './insertOnce.js';

/** Entries that can be voided and amended. */
const VOIDABLE: readonly WriteKind[] = ['reading', 'partCut', 'spin', 'hole', 'study', 'hungWeight', 'measurement', 'work'];

interface Entry {
  readonly id: string;
  readonly kind: WriteKind;
  readonly jobId: string | null;
}

export interface VoidToKeep {
  readonly id: string;
  readonly shopId: string;
  readonly personId: string;
  readonly entryId: string;
  readonly reason: string;
  readonly replacedById?: string;
  readonly undone?: boolean;
}

/** Finds an entry of the shop by its id alone. @throws ProblemException 404 */
export async function findEntry(db: Knex, shopId: string, entryId: string): Promise<Entry> {
  const row = await db('write_id')
    .where({ id: entryId, shop_id: shopId })
    .first<{ id: string; kind: WriteKind; job_id: string | null } | undefined>('id', 'kind', 'job_id');
  if (!row) throw new ProblemException(404, 'There is no such entry in this shop.');
  return { id: row.id, kind: row.kind, jobId: row.job_id };
}

/**
 * Keeps the word that an entry is not to count. The job's row is held meanwhile, so that two such words about one entry, or a hole
 * logged in its place, come one after the other.
 * @throws ProblemException 404 for an entry that is not there, 409 for one that does not stand any more, 422 for what cannot be voided
 */
export async function keepVoid(trx: Knex.Transaction, word: VoidToKeep): Promise<void> {
  const entry = await findEntry(trx, word.shopId, word.entryId);
  if (!VOIDABLE.includes(entry.kind) && !(word.undone === true && entry.kind === 'void'))
    throw new ProblemException(422, `This is ${WRITE_KINDS[entry.kind]}, which is not voided but decided anew.`);
  if (entry.jobId !== null) await lockJob(trx, entry.jobId);
  await requireStanding(trx, entry);
  await trx('entry_void').insert({
    id: word.id,
    shop_id: word.shopId,
    job_id: entry.jobId,
    entry_id: word.entryId,
    replaced_by: word.replacedById ?? null,
    reason: word.reason,
    undone: word.undone ?? false,
    person_id: word.personId,
  });
}

/** What makes an entry an amendment of another. */
export interface Amendment {
  readonly shopId: string;
  readonly jobId: string | null;
  readonly personId: string;
  readonly kind: WriteKind;
  /** The entry that is about to be kept. */
  readonly entryId: string;
  readonly amends: Amends | undefined;
}

/**
 * Lets a new entry stand in for another, of the same kind and job; nothing to do where it stands for itself. Called in the
 * transaction that registered the new one.
 * @throws ProblemException 400 for an entry of another kind or job, or as keepVoid
 */
export async function amend(trx: Knex.Transaction, { shopId, jobId, personId, kind, entryId, amends }: Amendment): Promise<void> {
  if (!amends) return;
  const entry = await findEntry(trx, shopId, amends.entryId);
  if (entry.kind !== kind || entry.jobId !== jobId)
    throw fieldProblem('amends.entryId', `${WRITE_KINDS[kind]} can only stand in for ${WRITE_KINDS[kind]} of the same job.`.replace(/^a/, 'A'));
  const id = randomUUID();
  await register(trx, { id, kind: 'void', shopId, jobId, personId, content: amends }, entryId);
  await keepVoid(trx, { id, shopId, personId, entryId: amends.entryId, reason: amends.reason, replacedById: entryId });
}

async function requireStanding(trx: Knex.Transaction, { id, jobId, kind }: Entry): Promise<void> {
  const words = await trx('entry_void')
    .leftJoin('person', 'person.id', 'entry_void.person_id')
    .where(jobId === null ? { entry_id: id } : { 'entry_void.job_id': jobId })
    .orderBy('seq')
    .select<(VoidFact & { name: string; reason: string })[]>('entry_void.id', 'person.name', 'reason', {
      entryId: 'entry_id',
      replacedById: 'replaced_by',
    });
  const against = standingOf(words).against(id);
  if (against === null) return;
  const { name, reason, replacedById } = words.find((word) => word.id === against.id)!;
  throw new ProblemException(
    409,
    `${name} ${replacedById === null ? 'voided' : 'amended'} ${WRITE_KINDS[kind].replace(/^an? /, 'that ')} already: ${reason}`,
  );
}

/** What stands of a job's entries, by every void and amendment so far. */
export async function standingIn(db: Knex, jobId: string): Promise<WhatStands> {
  const words = await db('entry_void')
    .where({ job_id: jobId })
    .orderBy('seq')
    .select<VoidFact[]>('id', { entryId: 'entry_id', replacedById: 'replaced_by' });
  return standingOf(words);
}
