import type { Knex } from 'knex';

/** More is measured of a crank than was thought of: which quantities there are is the schema’s to say, as it is of every other kind. */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table measurement drop constraint quantity_is_known;
    alter table measurement add constraint quantity_is_a_name check (quantity ~ '^[a-zA-Z]{1,24}$');
  `);
}

export async function down(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table measurement drop constraint quantity_is_a_name;
    alter table measurement add constraint quantity_is_known
      check (quantity in ('runOut', 'diameter', 'housing', 'upperWall', 'lowerWall', 'endFloat'));
  `);
}
