import type { Knex } from 'knex';

/** Readings that can be trusted: which instrument they came from, the zeros round them, and what is known of the instrument. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    create table instrument (
      id uuid primary key,
      shop_id uuid not null references shop (id),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table instrument_spec (
      shop_id uuid not null,
      instrument_id uuid not null,
      version integer not null constraint instrument_version_is_positive check (version > 0),
      spec jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      primary key (instrument_id, version),
      foreign key (shop_id, instrument_id) references instrument (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table study (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      instrument_id uuid not null,
      kind text not null constraint study_kind_is_known check (kind in ('repeatability', 'drift')),
      subject text not null constraint study_has_a_subject check (subject <> ''),
      readings_g double precision[] not null constraint study_has_readings check (cardinality(readings_g) > 0),
      nominal_g double precision constraint nominal_g_is_positive check (nominal_g > 0),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, instrument_id) references instrument (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index study_of_instrument on study (instrument_id, seq);

    alter table reading
      add column instrument_id uuid,
      add column source text not null default 'typed' constraint source_is_known check (source in ('typed', 'wedge', 'serial', 'standin')),
      add column reference_part_id uuid,
      add foreign key (shop_id, instrument_id) references instrument (shop_id, id),
      add foreign key (job_id, reference_part_id) references part (job_id, id),
      add constraint part_is_not_its_own_reference check (reference_part_id is distinct from part_id),
      drop constraint value_g_is_positive,
      add constraint value_g_makes_sense check (case when reference_part_id is null then value_g > 0 and value_g < 20000 else abs(value_g) < 2000 end);

    alter table part_cut add column removal jsonb;

    create table reading_zero (
      reading_id uuid primary key references reading (id),
      shop_id uuid not null,
      before_g double precision not null,
      after_g double precision not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    drop table reading_zero;
    alter table part_cut drop column removal;
    alter table reading drop column reference_part_id, drop column source, drop column instrument_id;
    drop table study, instrument_spec, instrument`);
}
