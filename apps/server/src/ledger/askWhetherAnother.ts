import type { Knex } from 'knex';
import { AskException } from '../http/problem.js';
import { standingIn } from './amend.js';

/** Two people who log the same thing do so within this. */
const SAME_WITHIN = '1 minute';

export interface PerhapsTheSame {
  readonly table: 'part_cut' | 'hole' | 'spin';
  readonly jobId: string;
  readonly personId: string;
  /** Columns that are alike in two entries of one cut. */
  readonly alike: Readonly<Record<string, unknown>>;
  /** Narrows it further. */
  readonly near?: (query: Knex.QueryBuilder) => Knex.QueryBuilder;
  /** Such as "a hole like this". */
  readonly what: string;
}

/**
 * Asks whether a cut or a spin is another one, where somebody else logged its like within the minute: two people at one bench easily both
 * write down what one of them did. The job's row is held by the caller, so that of two at once the second is asked.
 * @throws AskException 409, to be answered with `another: true`
 */
export async function askWhetherAnother(trx: Knex.Transaction, { table, jobId, personId, alike, near, what }: PerhapsTheSame): Promise<void> {
  const found = await trx(table)
    .join('person', 'person.id', `${table}.person_id`)
    .where({ [`${table}.job_id`]: jobId, ...alike })
    .whereNot({ [`${table}.person_id`]: personId })
    .whereRaw(`${table}.created_at > clock_timestamp() - interval '${SAME_WITHIN}'`)
    .modify((query) => void near?.(query))
    .orderBy('seq', 'desc')
    .select<{ id: string; name: string; ago: number }[]>(
      `${table}.id`,
      'person.name',
      trx.raw(`extract(epoch from clock_timestamp() - ${table}.created_at)::integer as ago`),
    );
  if (found.length === 0) return;
  const { against } = await standingIn(trx, jobId);
  const last = found.find(({ id }) => against(id) === null);
  if (last) throw new AskException(409, `${last.name} logged ${what} ${last.ago} s ago. Is yours another one, or the same?`, 'another');
}
