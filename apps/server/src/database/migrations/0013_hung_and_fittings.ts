import type { Knex } from 'knex';

/**
 * Known weights are pieces that sit somewhere; a spin and a calibration know where the supports stood; a picture can be of a spin or a cut; the shop says which trial pieces it owns and
 * whether its stand-ins are offered. A shop that was there before goes on being offered them.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table hung_weight add column pieces jsonb;
    -- Where the crank lay when it was spun, and when a calibration was made.
    alter table spin add column supports jsonb;
    alter table calibration add column supports jsonb;

    alter table photo
      alter column part_id drop not null,
      add column entry_id uuid references write_id (id),
      add constraint photo_is_of_one_thing check ((part_id is null) <> (entry_id is null));

    create table shop_fittings (
      id uuid not null unique references write_id (id),
      shop_id uuid not null references shop (id),
      version integer not null constraint shop_fittings_version_counts check (version > 0),
      fittings jsonb not null,
      -- Null for what a shop was taken to have before anybody could say.
      person_id uuid,
      created_at timestamptz not null default clock_timestamp(),
      primary key (shop_id, version),
      foreign key (shop_id, person_id) references person (shop_id, id),
      constraint later_fittings_have_an_author check (person_id is not null or version = 1)
    );
    -- Its id is made from the shop's: written to both tables alike.
    insert into write_id (id, shop_id, kind) select md5('fittings ' || id)::uuid, id, 'fittings' from shop;
    insert into shop_fittings (id, shop_id, version, fittings)
    select md5('fittings ' || id)::uuid, id, 1, '{"standIns": true, "trialPieces": []}' from shop;
    create trigger tell_changed after insert on shop_fittings for each row execute function tell_changed('');
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('Where known weights hung, and pictures of spins and cuts, would be lost: take the copy from before.'));
}
