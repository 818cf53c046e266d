import type { Knex } from 'knex';

/** What the server signs with, and the devices that a shop lets in where it is opened to its network. */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    create table server_secret (
      name text primary key,
      value text not null,
      created_at timestamptz not null default now()
    );
    create table device (
      id uuid primary key,
      shop_id uuid not null references shop (id),
      name text not null,
      created_at timestamptz not null default now(),
      seen_at timestamptz not null default now(),
      revoked_at timestamptz
    );
    create index device_shop on device (shop_id)
  `);
}

export async function down(db: Knex): Promise<void> {
  await db.raw('drop table device; drop table server_secret');
}
