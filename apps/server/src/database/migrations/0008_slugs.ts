import type { Knex } from 'knex';

/** A hole may be a bore with heavy metal pressed in. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw('alter table hole add column slug jsonb');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('alter table hole drop column slug');
}
