import type { Knex } from 'knex';

/** A study may be the hunt for what scatters in a rod fixture. */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table study drop constraint study_kind_is_known,
      add constraint study_kind_is_known check (kind in ('repeatability', 'drift', 'causes'))
  `);
}

export async function down(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table study drop constraint study_kind_is_known,
      add constraint study_kind_is_known check (kind in ('repeatability', 'drift'))
  `);
}
