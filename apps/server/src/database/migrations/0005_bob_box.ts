import type { Knex } from 'knex';

/** The shop's box of clamps and pieces for bob weights, every version of it. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    create table bob_box (
      shop_id uuid not null references shop (id),
      version integer not null constraint bob_box_version_counts check (version > 0),
      box jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      primary key (shop_id, version),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('drop table bob_box');
}
