import type { Knex } from 'knex';

/** Parts that are weighed as one, for jobs that are under way too; pictures of parts. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    alter table part
      drop constraint part_kind_is_known,
      add constraint part_kind_is_known
        check (kind in ('piston', 'pin', 'lockPair', 'ringSet', 'rod', 'bearingPair', 'cylinderSet', 'pressedAssembly'));

    insert into part (id, shop_id, job_id, kind, cylinder)
    select gen_random_uuid(), shop_id, job_id, together.kind, cylinder
    from part cross join (values ('cylinderSet'), ('pressedAssembly')) together (kind)
    where part.kind = 'piston';

    create table photo (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      part_id uuid not null,
      image bytea not null constraint image_is_not_empty check (length(image) > 0),
      width_px integer not null constraint width_px_is_positive check (width_px > 0),
      height_px integer not null constraint height_px_is_positive check (height_px > 0),
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (shop_id, id),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (job_id, part_id) references part (job_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index photo_of_job on photo (job_id, seq);

    create table photo_removal (
      photo_id uuid primary key,
      shop_id uuid not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, photo_id) references photo (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    drop table photo_removal, photo;
    delete from part where kind in ('cylinderSet', 'pressedAssembly');
    alter table part
      drop constraint part_kind_is_known,
      add constraint part_kind_is_known check (kind in ('piston', 'pin', 'lockPair', 'ringSet', 'rod', 'bearingPair'))`);
}
