import type { Knex } from 'knex';

/** What is measured of a crank and done to it, as ledgers like the readings’; and the shop’s gauges, every version kept. */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    create table crank_work (
      id uuid primary key references write_id (id),
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      work jsonb not null,
      after_spin_id uuid,
      note text not null default '',
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      unique (job_id, id),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index crank_work_of_job on crank_work (job_id, seq);

    create table measurement (
      id uuid primary key references write_id (id),
      seq bigint generated always as identity unique,
      shop_id uuid not null,
      job_id uuid not null,
      feature text not null constraint feature_is_known check (feature ~ '^(crank|(main|pin)\\.[0-9]+)$'),
      quantity text not null constraint quantity_is_known
        check (quantity in ('runOut', 'diameter', 'housing', 'upperWall', 'lowerWall', 'endFloat')),
      angle_deg double precision constraint angle_is_of_a_turn check (angle_deg >= 0 and angle_deg < 360),
      depth integer,
      indication_mm double precision not null,
      setting_id uuid,
      after_work_id uuid,
      note text not null default '',
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      foreign key (shop_id, job_id) references job (shop_id, id),
      foreign key (job_id, after_work_id) references crank_work (job_id, id),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create index measurement_of_job on measurement (job_id, seq);

    create table shop_gauges (
      id uuid not null unique references write_id (id),
      shop_id uuid not null references shop (id),
      version integer not null constraint shop_gauges_version_counts check (version > 0),
      gauges jsonb not null,
      person_id uuid not null,
      created_at timestamptz not null default clock_timestamp(),
      primary key (shop_id, version),
      foreign key (shop_id, person_id) references person (shop_id, id)
    );
    create trigger tell_changed after insert on crank_work for each row execute function tell_changed('job_id');
    create trigger tell_changed after insert on measurement for each row execute function tell_changed('job_id');
    create trigger tell_changed after insert on shop_gauges for each row execute function tell_changed('');
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('What was measured of cranks would be lost: take the copy from before.'));
}
