import type { Knex } from 'knex';

/** The set-up of its job in which a calibration was made; what came before has none. */
export async function up(db: Knex): Promise<void> {
  await db.raw('alter table calibration add column set_up_id uuid');
}

export async function down(db: Knex): Promise<void> {
  await db.raw('alter table calibration drop column set_up_id');
}
