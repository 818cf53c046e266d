import type { Knex } from 'knex';

/** Parts beyond what the engine needs, numbered on from its cylinders; one that was put on the list by a slip is gone again. */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table part
      add column extra boolean not null default false,
      add column gone boolean not null default false,
      add constraint only_extra_parts_go check (extra or not gone);
    create trigger tell_changed after insert or update on part for each row when (new.extra) execute function tell_changed('job_id');
  `);
}

export async function down(db: Knex): Promise<void> {
  const { rows } = await db.raw<{ rows: unknown[] }>('select from part where extra limit 1');
  if (rows.length > 0) throw new Error('There are spare parts on record, and no way to keep them. Restore the copy from before the change.');
  await db.raw('drop trigger tell_changed on part; alter table part drop column extra, drop column gone');
}
