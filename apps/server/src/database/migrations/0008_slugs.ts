import type { Knex } from 'knex';

/** A hole may be a bore with heavy metal pressed in, or one that was there and was deepened or opened. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table hole add column slug jsonb, add column was jsonb');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table hole drop column slug, drop column was');
}
