import type { Knex } from 'knex';
import type { ReadingRow, ReadingSequelRow } from './rows.js';

/** Readings with what was said of them afterwards; `where` narrows them, in the order they were captured. */
export function selectReadings(db: Knex, where: (query: Knex.QueryBuilder) => Knex.QueryBuilder): Promise<(ReadingRow & ReadingSequelRow)[]> {
  const query = db('reading')
    .leftJoin('reading_void', 'reading_void.reading_id', 'reading.id')
    .leftJoin('reading_zero', 'reading_zero.reading_id', 'reading.id');
  return where(query).orderBy('reading.seq').select('reading.*', {
    void_reason: 'reading_void.reason',
    void_person_id: 'reading_void.person_id',
    void_at: 'reading_void.created_at',
    zero_before_g: 'reading_zero.before_g',
    zero_after_g: 'reading_zero.after_g',
  }) as Promise<(ReadingRow & ReadingSequelRow)[]>;
}
