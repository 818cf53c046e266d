import { createHash } from 'node:crypto';
import type { Said } from '@tare/contract';
import type { Knex } from 'knex';
import stringify from 'safe-stable-stringify';
import { ProblemException } from '../http/problem.js';

/** What a write is, and how it is called where its id turns up again. */
export const WRITE_KINDS = {
  bits: 'a list of bits',
  bobBox: 'a list of the bob box',
  calibration: 'a calibration',
  work: 'a work on the engine',
  decision: 'a decision',
  display: 'a choice of units',
  fittings: 'a change of the shop’s fittings',
  gauges: 'a list of the shop’s gauges',
  hole: 'a hole',
  hungWeight: 'a known weight',
  instrument: 'an instrument',
  instrumentChange: 'a change of an instrument',
  job: 'a job',
  jobRemoval: 'the removal of a job',
  machine: 'a machine',
  machineChange: 'a change of a machine',
  measurement: 'a measurement',
  partCut: 'a cut of a part',
  partCutBatch: 'cuts of several parts',
  person: 'a person',
  photo: 'a photo',
  photoRemoval: 'the removal of a photo',
  plan: 'a plan',
  practiceCut: 'a practice cut',
  reading: 'a reading',
  readingBatch: 'a file of readings',
  shopTools: 'a list of the shop’s tools',
  signOff: 'a sign-off',
  sparePart: 'a spare part',
  sparePartRemoval: 'the removal of a spare part',
  spec: 'a change of an engine’s figures',
  spin: 'a spin',
  study: 'a study',
  tool: 'a tool',
  usual: 'a change of the usual factor and oil',
  void: 'a void',
  zero: 'a zero',
} as const;
export type WriteKind = keyof typeof WRITE_KINDS;

export interface OneWrite {
  /** Made by whoever makes the write. */
  readonly id: string;
  readonly kind: WriteKind;
  readonly shopId: string;
  readonly jobId: string | null;
  readonly personId: string | null;
  /** Everything that was sent: the same id with anything else is another write. */
  readonly content: unknown;
}

interface KnownWrite {
  readonly shop_id: string;
  readonly job_id: string | null;
  readonly kind: WriteKind;
  readonly fingerprint: string | null;
}

/**
 * Makes a write once, in one transaction: its id is registered, and what `work` inserts goes in with it or not at all. The same
 * write sent again, also while the first is still under way, changes nothing.
 * @throws ProblemException 409 for an id that belongs to something else, by name; whatever `work` throws, with nothing kept
 */
export function insertOnce(db: Knex, write: OneWrite, work: (trx: Knex.Transaction) => Promise<void>): Promise<void> {
  return db.transaction(async (trx) => {
    if (await register(trx, write, null)) await work(trx);
  });
}

/**
 * Registers a write's id, and has word of its rows carry it. Called for the parts of a larger write; otherwise `insertOnce`.
 * @param partOf the larger write, whose id word carries instead
 * @returns false where the very same was registered before
 * @throws ProblemException as insertOnce
 */
export async function register(trx: Knex.Transaction, write: OneWrite, partOf: string | null): Promise<boolean> {
  const { id, kind, shopId, jobId, personId, content } = write;
  const fingerprint = fingerprintOf(content);
  const { rows } = await trx.raw<{ rows: unknown[] }>(
    /* sql */ `
    with fresh as (
      insert into write_id (id, shop_id, job_id, kind, fingerprint, person_id, part_of)
      values (:id, :shopId, :jobId, :kind, :fingerprint, :personId, :partOf)
      on conflict (id) do nothing returning id)
    select set_config('tare.write_id', coalesce(:partOf::text, id::text), true) from fresh`,
    { id, shopId, jobId, kind, fingerprint, personId, partOf },
  );
  const isNew = rows.length > 0 || !(await isKnown(trx, write));
  const said = isNew ? saidIn(content) : null;
  if (said) await trx('as_said').insert({ entry_id: id, said: JSON.stringify(said) });
  return isNew;
}

/** What of a write was typed otherwise than it is kept; null for nothing. */
function saidIn(content: unknown): Said | null {
  const { said } = (typeof content === 'object' && content !== null ? content : {}) as { readonly said?: Said };
  return said && Object.keys(said).length > 0 ? said : null;
}

/** Whether the very same write was made before. @throws ProblemException 409 for an id that belongs to something else, by name */
export async function isKnown(db: Knex, { id, kind, shopId, jobId, content }: OneWrite): Promise<boolean> {
  const known = await db('write_id').where({ id }).first<KnownWrite | undefined>('shop_id', 'job_id', 'kind', 'fingerprint');
  if (!known) return false;
  const fingerprint = fingerprintOf(content);
  const same = known.shop_id === shopId && known.job_id === jobId && known.kind === kind && (known.fingerprint ?? fingerprint) === fingerprint;
  if (same) return true;
  throw new ProblemException(
    409,
    `This entry’s id belongs to ${WRITE_KINDS[known.kind]} with other content already. Nothing was recorded; enter it anew.`,
  );
}

/** Alike for the same content whatever the order of its fields; bytes by themselves. */
function fingerprintOf(content: unknown): string {
  const hash = createHash('sha256');
  return hash.update(Buffer.isBuffer(content) ? content : (stringify(content) ?? '')).digest('base64');
}

/** Has everybody wait who writes what others of the job's rows decide on, such as a void, until this transaction is through. */
export async function lockJob(trx: Knex.Transaction, jobId: string): Promise<void> {
  await trx('job').where({ id: jobId }).forNoKeyUpdate().select('id');
}

/** Has everybody wait who writes anything at all to the job: its foreign keys ask for the row. */
export async function closeJob(trx: Knex.Transaction, jobId: string): Promise<void> {
  await trx('job').where({ id: jobId }).forUpdate().select('id');
}
