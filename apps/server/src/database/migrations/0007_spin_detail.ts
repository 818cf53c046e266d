import type { Knex } from 'knex';

/** What a spin is read by, what hung on it, how far it may be off, and what its signals said of themselves. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    alter table spin
      add column influence jsonb,
      add column spread jsonb,
      add column hung jsonb,
      add column warnings jsonb not null default '[]',
      add column channels jsonb,
      add column recording_format text constraint recording_format_is_known check (recording_format in ('csv', 'wav'));

    -- What a known weight, hung on between two spins, said of a machine's calibration.
    create table machine_check (
      spin_id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      machine_id uuid not null,
      calibration_id uuid,
      checks jsonb not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, machine_id) references machine (shop_id, id),
      foreign key (shop_id, calibration_id) references calibration (shop_id, id),
      foreign key (spin_id) references spin (id)
    );

    update spin set influence = calibration.influence from calibration where calibration.id = calibration_id and source = 'recorded';
    update spin set recording_format = 'csv' where recording is not null;
    -- The turns of a recording are all of one spin: the machine's scatter came on top of theirs.
    update spin
      set spread = jsonb_build_object(
            'aGmm', jsonb_build_object('runGmm', known_deviation_gmm, 'commonGmm', 0),
            'bGmm', jsonb_build_object('runGmm', known_deviation_gmm, 'commonGmm', 0)),
          known_deviation_gmm = null
      where source = 'recorded';

    update machine_spec set spec = '{"gainPercent": null, "channels": {"left": 1, "right": 2, "tach": 3}}'::jsonb || spec;
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    update spin set known_deviation_gmm = (spread #>> '{aGmm,runGmm}')::double precision where source = 'recorded';
    drop table machine_check;
    update machine_spec set spec = spec - 'gainPercent' - 'channels';
    alter table spin drop column influence, drop column spread, drop column hung, drop column warnings, drop column channels,
      drop column recording_format;
  `);
}
