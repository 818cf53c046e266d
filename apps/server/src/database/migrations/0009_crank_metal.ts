import type { Knex } from 'knex';

/** Holes in side faces, rims that were taken down, chips that were weighed; and what the shop corrects with, every version of it. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    alter table hole
      add column axial_radius_mm double precision constraint axial_radius_mm_is_positive check (axial_radius_mm > 0),
      add column rim jsonb,
      add column rim_radius_mm double precision constraint rim_radius_mm_is_positive check (rim_radius_mm > 0),
      add column chips_g double precision constraint chips_g_is_positive check (chips_g > 0);

    create table shop_tools (
      shop_id uuid not null references shop (id),
      version integer not null constraint shop_tools_version_counts check (version > 0),
      tools jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      primary key (shop_id, version),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    drop table shop_tools;
    alter table hole drop column axial_radius_mm, drop column rim, drop column rim_radius_mm, drop column chips_g;
  `);
}
