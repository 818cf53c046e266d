import type { Knex } from 'knex';

/**
 * The first job, end to end. What a person measured or decided is a row that is added and never changed: readings,
 * cuts, decisions, spins, plans, holes, sign-offs; a voiding is a row of its own. Foreign keys carry the shop, so
 * that no entry can point into another shop's job.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    create table shop (
      id uuid primary key,
      name text not null,
      factor_ratio double precision not null constraint factor_ratio_is_a_share check (factor_ratio between 0 and 1),
      oil_g double precision not null constraint oil_g_makes_sense check (oil_g between 0 and 100),
      created_at timestamptz not null default clock_timestamp()
    );

    create table person (
      id uuid primary key,
      shop_id uuid not null references shop (id),
      name text not null constraint person_has_a_name check (name <> ''),
      role text not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (shop_id, id),
      unique (shop_id, name)
    );

    create table bit (
      shop_id uuid not null references shop (id),
      bit_mm double precision not null constraint bit_mm_is_positive check (bit_mm > 0),
      point_angle_deg double precision not null constraint point_angle_deg_makes_sense check (point_angle_deg between 60 and 180),
      usable_depth_mm double precision not null constraint usable_depth_mm_is_positive check (usable_depth_mm > 0),
      primary key (shop_id, bit_mm, point_angle_deg)
    );

    create table job (
      id uuid primary key,
      shop_id uuid not null references shop (id),
      number integer not null constraint job_number_is_positive check (number > 0),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (shop_id, id),
      unique (shop_id, number),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table job_spec (
      shop_id uuid not null,
      job_id uuid not null,
      version integer not null constraint spec_version_is_positive check (version > 0),
      spec jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      primary key (job_id, version),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table job_removal (
      job_id uuid primary key,
      shop_id uuid not null,
      reason text not null constraint removal_has_a_reason check (reason <> ''),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table part (
      id uuid primary key,
      shop_id uuid not null,
      job_id uuid not null,
      kind text not null constraint part_kind_is_known check (kind in ('piston', 'pin', 'lockPair', 'ringSet', 'rod', 'bearingPair')),
      cylinder integer not null constraint cylinder_is_positive check (cylinder > 0),
      unique (job_id, id),
      unique (job_id, kind, cylinder),
      foreign key (shop_id, job_id) references job (shop_id, id)
    );

    create table part_cut (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      part_id uuid not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (part_id, id),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (job_id, part_id) references part (job_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index part_cut_of_job on part_cut (job_id, seq);

    create table reading (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      part_id uuid not null,
      measure text not null constraint measure_is_known check (measure in ('mass', 'total', 'bigEnd', 'smallEnd')),
      value_g double precision not null constraint value_g_is_positive check (value_g > 0 and value_g < 20000),
      cut_id uuid,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (job_id, part_id) references part (job_id, id),
      foreign key (part_id, cut_id) references part_cut (part_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index reading_of_job on reading (job_id, seq);

    create table reading_void (
      reading_id uuid primary key references reading (id),
      shop_id uuid not null,
      reason text not null constraint void_has_a_reason check (reason <> ''),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table decision (
      id uuid primary key,
      shop_id uuid not null,
      job_id uuid not null,
      subject text not null,
      version integer not null constraint decision_version_is_positive check (version > 0),
      value jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (job_id, subject, version),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table spin (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      speed_rpm double precision not null constraint speed_rpm_is_positive check (speed_rpm > 0),
      planes jsonb not null,
      turns jsonb not null,
      cautions_confirmed boolean not null constraint cautions_were_confirmed check (cautions_confirmed),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (job_id, id),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index spin_of_job on spin (job_id, seq);

    create table plan (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      spin_id uuid not null,
      holes jsonb not null,
      predicted jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (job_id, id),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (job_id, spin_id) references spin (job_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index plan_of_job on plan (job_id, seq);

    create table hole (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      after_spin_id uuid not null,
      plan_id uuid,
      plan_index integer,
      counterweight_id text not null,
      angle_deg double precision not null constraint angle_deg_is_normal check (angle_deg >= 0 and angle_deg < 360),
      bit_mm double precision not null constraint hole_bit_mm_is_positive check (bit_mm > 0),
      point_angle_deg double precision not null constraint hole_point_angle_deg_makes_sense check (point_angle_deg between 60 and 180),
      depth_mm double precision not null constraint depth_mm_is_positive check (depth_mm > 0),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (plan_id, plan_index),
      constraint planned_hole_has_both check ((plan_id is null) = (plan_index is null)),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (job_id, after_spin_id) references spin (job_id, id),
      foreign key (job_id, plan_id) references plan (job_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index hole_of_job on hole (job_id, seq);

    create table sign_off (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      core_version text not null,
      facts jsonb not null,
      figures jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index sign_off_of_job on sign_off (job_id, seq);
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(
    'drop table sign_off, hole, plan, spin, decision, reading_void, reading, part_cut, part, job_removal, job_spec, job, bit, person, shop',
  );
}
