import type { Knex } from 'knex';
import type { ReadingRow, ReadingZeroRow } from './rows.js';

/** Readings with the zeros seen round them; `where` narrows them, in the order they were captured. */
export function selectReadings(db: Knex, where: (query: Knex.QueryBuilder) => Knex.QueryBuilder): Promise<(ReadingRow & ReadingZeroRow)[]> {
  const query = db('reading').leftJoin('reading_zero', 'reading_zero.reading_id', 'reading.id');
  return where(query).orderBy('reading.seq').select('reading.*', {
    zero_before_g: 'reading_zero.before_g',
    zero_after_g: 'reading_zero.after_g',
  }) as Promise<(ReadingRow & ReadingZeroRow)[]>;
}
