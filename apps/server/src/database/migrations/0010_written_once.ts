import type { Knex } from 'knex';

/** Ledgers of a job whose rows have ids of their own, and what such a row is called in `write_id`. */
const JOB_LEDGERS = {
  reading: 'reading',
  part_cut: 'partCut',
  spin: 'spin',
  hole: 'hole',
  plan: 'plan',
  sign_off: 'signOff',
  photo: 'photo',
  decision: 'decision',
};
/** The same of a shop. */
const SHOP_LEDGERS = {
  study: 'study',
  calibration: 'calibration',
  tool: 'tool',
  practice_cut: 'practiceCut',
  instrument: 'instrument',
  machine: 'machine',
};
const columnOf = (tables: readonly string[], column: string): Record<string, string> => Object.fromEntries(tables.map((table) => [table, column]));
/** Every table whose rows change what a screen shows, with its column that names the job; none for the shop's own. */
const TOLD: Readonly<Record<string, string>> = {
  job: 'id',
  ...columnOf([...Object.keys(JOB_LEDGERS), 'job_spec', 'job_removal', 'photo_removal', 'reading_zero', 'entry_void', 'hung_weight'], 'job_id'),
  ...columnOf([...Object.keys(SHOP_LEDGERS), 'instrument_spec', 'machine_spec', 'bob_box', 'shop_tools', 'shop_bits', 'shop_usual'], ''),
  ...columnOf(['machine_check', 'person'], ''),
};

/**
 * Every write has an id, made by whoever makes it, that is registered in the same transaction: sent twice it is one, and a known
 * id with other content is seen. Entries of every ledger can be voided or amended by rows of their own. Versions and authors for
 * the last two things that had none. Word of a change names the table and the write, so that its author need not look again.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(/* sql */ `
    create table write_id (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null references shop (id),
      job_id uuid,
      kind text not null constraint write_has_a_kind check (kind <> ''),
      -- Of what was sent; null for entries from before this was kept.
      fingerprint text,
      person_id uuid,
      -- The write that it was made with, such as what hung on the crank with its spin.
      part_of uuid,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index write_of_job on write_id (job_id, seq);

    alter table job_spec add column id uuid not null default gen_random_uuid();
    alter table instrument_spec add column id uuid not null default gen_random_uuid();
    alter table machine_spec add column id uuid not null default gen_random_uuid();
    alter table bob_box add column id uuid not null default gen_random_uuid();
    alter table shop_tools add column id uuid not null default gen_random_uuid();

    -- A job with its first spec, and an instrument or machine with its first version, are one write.
    update job_spec set id = job_id where version = 1;
    update instrument_spec set id = instrument_id where version = 1;
    update machine_spec set id = machine_id where version = 1;

    insert into write_id (id, shop_id, job_id, kind, person_id, created_at)
    select id, shop_id, job_id, kind, person_id, created_at from (
      select id, shop_id, null::uuid as job_id, 'person' as kind, null::uuid as person_id, created_at from person
      union all select id, shop_id, id, 'job', person_id, created_at from job
      union all select id, shop_id, job_id, 'spec', person_id, created_at from job_spec where version > 1
      ${Object.entries(JOB_LEDGERS)
        .map(([table, kind]) => `union all select id, shop_id, job_id, '${kind}', person_id, created_at from ${table}`)
        .join('\n')}
      ${Object.entries(SHOP_LEDGERS)
        .map(([table, kind]) => `union all select id, shop_id, null, '${kind}', person_id, created_at from ${table}`)
        .join('\n')}
      union all select id, shop_id, null, 'instrumentChange', person_id, created_at from instrument_spec where version > 1
      union all select id, shop_id, null, 'machineChange', person_id, created_at from machine_spec where version > 1
      union all select id, shop_id, null, 'bobBox', person_id, created_at from bob_box
      union all select id, shop_id, null, 'shopTools', person_id, created_at from shop_tools
    ) known order by created_at
    on conflict do nothing;

    -- What hung on the crank in a spin is an entry of its own, so that it can be put right by itself.
    create table hung_weight (
      id uuid primary key,
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      spin_id uuid not null,
      hung jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (job_id, spin_id) references spin (job_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index hung_weight_of_job on hung_weight (job_id, seq);
    insert into hung_weight (id, shop_id, job_id, spin_id, hung, person_id, created_at)
    select gen_random_uuid(), shop_id, job_id, id, hung, person_id, created_at from spin where hung is not null order by seq;
    insert into write_id (id, shop_id, job_id, kind, person_id, created_at)
    select id, shop_id, job_id, 'hungWeight', person_id, created_at from hung_weight order by seq;
    alter table spin drop column hung;

    create table entry_void (
      id uuid primary key references write_id (id),
      seq bigint generated always as identity unique,
      shop_id uuid not null references shop (id),
      job_id uuid,
      entry_id uuid not null references write_id (id),
      -- The entry that stands in its place; null for a plain void.
      replaced_by uuid references write_id (id),
      reason text not null constraint void_has_a_reason check (reason <> ''),
      undone boolean not null default false,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      constraint void_is_not_of_itself check (entry_id <> id and replaced_by is distinct from entry_id),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index entry_void_of_job on entry_void (job_id, seq);
    create index entry_void_of_entry on entry_void (entry_id);

    -- A reading was voided at most once, so the void's id can be made from its reading's: a copy of it has it again.
    create temporary table old_void on commit drop as
      select md5('void ' || reading_id)::uuid as id, reading.shop_id, reading.job_id, reading_id, reason, reading_void.person_id, reading_void.created_at
      from reading_void join reading on reading.id = reading_id;
    insert into write_id (id, shop_id, job_id, kind, person_id, created_at)
    select id, shop_id, job_id, 'void', person_id, created_at from old_void order by created_at;
    insert into entry_void (id, shop_id, job_id, entry_id, reason, person_id, created_at)
    select id, shop_id, job_id, reading_id, reason, person_id, created_at from old_void order by created_at;
    drop table reading_void;

    alter table reading_zero add column job_id uuid;
    update reading_zero set job_id = reading.job_id from reading where reading.id = reading_id;
    alter table reading_zero alter column job_id set not null;
    alter table photo_removal add column job_id uuid;
    update photo_removal set job_id = photo.job_id from photo where photo.id = photo_id;
    alter table photo_removal alter column job_id set not null;

    -- A voided hole leaves its place in the plan free again: whoever logs one holds the job's row while looking.
    alter table hole drop constraint hole_plan_id_plan_index_key, alter column after_spin_id drop not null;
    create index hole_of_plan on hole (plan_id, plan_index);

    create table shop_bits (
      id uuid not null unique references write_id (id),
      shop_id uuid not null references shop (id),
      version integer not null constraint shop_bits_version_counts check (version > 0),
      bits jsonb not null,
      -- Null for the list from before authors were kept.
      person_id uuid,
      created_at timestamptz not null default clock_timestamp(),
      primary key (shop_id, version),
      foreign key (shop_id, person_id) references person (shop_id, id),
      constraint later_bits_have_an_author check (person_id is not null or version = 1)
    );
    create table shop_usual (
      id uuid not null unique references write_id (id),
      shop_id uuid not null references shop (id),
      version integer not null constraint shop_usual_version_counts check (version > 0),
      usual jsonb not null constraint factor_ratio_is_a_share check ((usual ->> 'factorRatio')::double precision between 0 and 1),
      person_id uuid,
      created_at timestamptz not null default clock_timestamp(),
      primary key (shop_id, version),
      foreign key (shop_id, person_id) references person (shop_id, id),
      constraint later_usual_has_an_author check (person_id is not null or version = 1)
    );
    create temporary table old_shop on commit drop as
      select id as shop_id, gen_random_uuid() as bits_id, gen_random_uuid() as usual_id, factor_ratio, oil_g from shop;
    insert into write_id (id, shop_id, kind)
    select bits_id, shop_id, 'bits' from old_shop union all select usual_id, shop_id, 'usual' from old_shop;
    insert into shop_bits (id, shop_id, version, bits)
    select bits_id, shop_id, 1, (
      select coalesce(jsonb_agg(jsonb_build_object('bitMm', bit_mm, 'pointAngleDeg', point_angle_deg, 'usableDepthMm', usable_depth_mm) order by bit_mm), '[]')
      from bit where bit.shop_id = old_shop.shop_id)
    from old_shop;
    insert into shop_usual (id, shop_id, version, usual)
    select usual_id, shop_id, 1, jsonb_build_object('factorRatio', factor_ratio, 'oilG', oil_g) from old_shop;
    drop table bit;
    alter table shop drop column factor_ratio, drop column oil_g;

    -- A job takes what was usual when it was begun; 0 for what Tare starts a shop with.
    alter table job add column usual_version integer not null default 0;
    update job set usual_version = 1;
    alter table job alter column usual_version drop default;

    -- All that any figure needs of a spin's turns, which never change: the sheet carries this instead of them.
    create function summarise_turns(turns jsonb) returns jsonb language sql immutable as $$
      select jsonb_build_object(
        'n', count(*),
        'mean', jsonb_build_object('aGmm', jsonb_build_object('re', avg(p), 'im', avg(q)), 'bGmm', jsonb_build_object('re', avg(r), 'im', avg(s))),
        'covariance', jsonb_build_array(
          coalesce(var_samp(p), 0), coalesce(covar_samp(p, q), 0), coalesce(covar_samp(p, r), 0), coalesce(covar_samp(p, s), 0),
          coalesce(var_samp(q), 0), coalesce(covar_samp(q, r), 0), coalesce(covar_samp(q, s), 0),
          coalesce(var_samp(r), 0), coalesce(covar_samp(r, s), 0),
          coalesce(var_samp(s), 0)))
      from jsonb_array_elements(turns) turn
      cross join lateral (select
        (turn #>> '{aGmm,re}')::double precision as p, (turn #>> '{aGmm,im}')::double precision as q,
        (turn #>> '{bGmm,re}')::double precision as r, (turn #>> '{bGmm,im}')::double precision as s) numbers
    $$;
    -- A search of ten thousand jobs takes the figures of none of them apart.
    alter table job_spec add column found_by text not null generated always as (
      lower(coalesce(spec->>'customer', '') || ' ' || coalesce(spec->>'vessel', '') || ' ' || coalesce(spec->>'engineName', ''))) stored;
    alter table spin add column turn_summary jsonb generated always as (summarise_turns(turns)) stored;

    drop function tell_job_changed, tell_reading_changed cascade;
    -- Its argument names the column that holds the job, if any: a row is never copied only to be asked for it.
    create function tell_changed() returns trigger language plpgsql as $$
    declare job uuid;
    begin
      if tg_argv[0] = 'id' then job := new.id; elsif tg_argv[0] = 'job_id' then job := new.job_id; end if;
      perform pg_notify('tare', jsonb_build_object(
        'shopId', new.shop_id, 'jobId', job, 'table', tg_table_name, 'writeId', nullif(current_setting('tare.write_id', true), ''))::text);
      return null;
    end $$;
    ${Object.entries(TOLD)
      .map(([table, job]) => `create trigger tell_changed after insert on ${table} for each row execute function tell_changed('${job}');`)
      .join('\n')}
    create index reading_zero_of_job on reading_zero (job_id);
    create index part_of_job on part (job_id);
    create index decision_of_job on decision (job_id);
  `);
}

/** There is no way back: versions, authors and voids of later entries would be lost. Restore the copy made before instead. */
export function down(): Promise<void> {
  return Promise.reject(new Error('This database cannot go back to a Tare from before writes had ids. Restore the copy from before the change.'));
}
