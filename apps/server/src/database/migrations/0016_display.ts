import type { Knex } from 'knex';

/** In which units somebody types and reads, and what was typed otherwise than it is kept. */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    create table person_display (
      id uuid not null unique references write_id (id),
      shop_id uuid not null references shop (id),
      whose uuid not null,
      version integer not null constraint person_display_version_counts check (version > 0),
      display jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      primary key (whose, version),
      foreign key (shop_id, whose) references person (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index person_display_shop on person_display (shop_id, whose, version desc);
    create trigger tell_changed after insert on person_display for each row execute function tell_changed('');

    create table as_said (
      entry_id uuid primary key references write_id (id),
      said jsonb not null
    )
  `);
}

export async function down(db: Knex): Promise<void> {
  await db.raw('drop table as_said; drop table person_display');
}
