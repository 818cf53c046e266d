import type { Knex } from 'knex';

/** The card as it was signed, so that it can be shown so for ever. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `alter table sign_off add column card jsonb;`);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('Cards as they were signed would be lost: take the copy from before.'));
}
