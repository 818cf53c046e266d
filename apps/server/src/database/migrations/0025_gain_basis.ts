import type { Knex } from 'knex';

/** What a machine's gain was known by when a spin was kept: its history, or trial weights whose fourth run agreed. */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `alter table spin add column gain_basis jsonb`);
}

export async function down(db: Knex): Promise<void> {
  await db.raw(/* sql */ `alter table spin drop column gain_basis`);
}
