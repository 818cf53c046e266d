import type { Knex } from 'knex';

/** The set-up in which a spin was made, what was bolted on again for it, and how far a cut's part was turned then; what came before has neither. */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table spin add column set_up_id uuid, add column rebolted jsonb;
    alter table hole add column turned_deg double precision constraint hole_turned_within check (turned_deg between -360 and 360)
  `);
}

export async function down(db: Knex): Promise<void> {
  await db.raw('alter table hole drop column turned_deg; alter table spin drop column set_up_id, drop column rebolted');
}
