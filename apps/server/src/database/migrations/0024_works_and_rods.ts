import type { Knex } from 'knex';

/** Works are logged on more than the crank: rods too, whose weights they change. What can be measured is the schema’s to say. */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table crank_work rename to engine_work;
    alter index crank_work_of_job rename to engine_work_of_job;
    update write_id set kind = 'work' where kind = 'crankWork';
    alter table measurement drop constraint feature_is_known;
    alter table measurement add constraint feature_is_named check (feature ~ '^[a-zA-Z]{1,16}(|\\.[0-9]{1,2})$');
    alter table part_cut add column work_id uuid references engine_work (id);
    create index part_cut_of_work on part_cut (work_id) where work_id is not null;
  `);
}

export async function down(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table part_cut drop column work_id;
    alter table measurement drop constraint feature_is_named;
    alter table measurement add constraint feature_is_known check (feature ~ '^(crank|(main|pin)\\.[0-9]+)$');
    update write_id set kind = 'crankWork' where kind = 'work';
    alter index engine_work_of_job rename to crank_work_of_job;
    alter table engine_work rename to crank_work;
  `);
}
