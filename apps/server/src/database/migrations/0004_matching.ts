import type { Knex } from 'knex';

/** Ledgers whose rows change what a job's screens show; each names its job. */
const JOB_LEDGERS = ['reading', 'part_cut', 'decision', 'job_spec', 'spin', 'plan', 'hole', 'sign_off', 'photo'];

/** Tools with their rates; and word of every change, so that two people at two screens see each other's work. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    create table tool (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null references shop (id),
      name text not null constraint tool_has_a_name check (name <> ''),
      bit text not null constraint tool_has_a_bit check (bit <> ''),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table practice_cut (
      id uuid primary key,
      shop_id uuid not null,
      tool_id uuid not null,
      grams double precision not null constraint practice_grams_is_positive check (grams > 0),
      seconds double precision not null constraint practice_seconds_is_positive check (seconds > 0),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, tool_id) references tool (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index practice_cut_of_tool on practice_cut (tool_id);

    alter table part_cut
      add column tool_id uuid,
      add column replaced boolean not null default false,
      add column seconds double precision constraint seconds_is_positive check (seconds > 0),
      add foreign key (shop_id, tool_id) references tool (shop_id, id);
    create index part_cut_of_tool on part_cut (tool_id) where tool_id is not null;
    create index reading_of_part on reading (part_id);

    create function tell_job_changed() returns trigger language plpgsql as $$
    begin
      perform pg_notify('tare_job', new.job_id::text);
      return null;
    end $$;
    create function tell_reading_changed() returns trigger language plpgsql as $$
    begin
      perform pg_notify('tare_job', (select job_id::text from reading where id = new.reading_id));
      return null;
    end $$;
    ${JOB_LEDGERS.map((table) => `create trigger tell_changed after insert on ${table} for each row execute function tell_job_changed();`).join('\n')}
    create trigger tell_changed after insert on reading_void for each row execute function tell_reading_changed();
    create trigger tell_changed after insert on reading_zero for each row execute function tell_reading_changed();
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    drop function tell_job_changed, tell_reading_changed cascade;
    drop index reading_of_part;
    alter table part_cut drop column tool_id, drop column seconds, drop column replaced;
    drop table practice_cut, tool`);
}
