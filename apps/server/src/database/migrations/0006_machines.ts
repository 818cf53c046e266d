import type { Knex } from 'knex';

/** The shop's own balancing machines, what they were calibrated with, and spins that were typed or recorded. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    create table machine (
      id uuid primary key,
      shop_id uuid not null references shop (id),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table machine_spec (
      machine_id uuid not null,
      shop_id uuid not null,
      version integer not null constraint machine_version_counts check (version > 0),
      spec jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      primary key (machine_id, version),
      foreign key (shop_id, machine_id) references machine (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    create table calibration (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      machine_id uuid not null,
      rotor_class text not null constraint calibration_has_a_class check (rotor_class <> ''),
      planes jsonb not null,
      speed_rpm double precision not null constraint calibration_speed_is_positive check (speed_rpm > 0),
      runs jsonb not null,
      influence jsonb not null,
      condition double precision not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (shop_id, id),
      foreign key (shop_id, machine_id) references machine (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );

    alter table spin
      add column machine_id uuid,
      add column source text not null default 'standin' constraint spin_source_is_known check (source in ('standin', 'typed', 'recorded')),
      add column calibration_id uuid,
      add column known_deviation_gmm double precision constraint known_deviation_is_positive check (known_deviation_gmm > 0),
      add column shown jsonb,
      add column recording bytea,
      add column columns jsonb,
      add foreign key (shop_id, machine_id) references machine (shop_id, id),
      add foreign key (shop_id, calibration_id) references calibration (shop_id, id);
    -- Gzipped already: the server need not try once more.
    alter table spin alter column recording set storage external;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    alter table spin drop column machine_id, drop column source, drop column calibration_id, drop column known_deviation_gmm,
      drop column shown, drop column recording, drop column columns;
    drop table calibration, machine_spec, machine;
  `);
}
