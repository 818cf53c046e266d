import type { Knex } from 'knex';

/**
 * A spin says what was mounted, whether it counts, what its machine’s display cannot tell apart and how far its gain was trusted;
 * what was spun before says nothing of that, and is taken as it was. A calibration knows the job it was made on.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(/* sql */ `
    alter table spin
      add column mounted jsonb,
      add column quick boolean not null default false,
      add column entered_twice boolean not null default false,
      add column shown_by jsonb,
      add column display jsonb,
      add column at_least_gmm jsonb,
      add column gain_deviation double precision constraint gain_deviation_is_a_share check (gain_deviation > 0 and gain_deviation <= 1),
      add column gain_epoch integer not null default 0,
      add column note text not null default '';
    alter table hole add column note text not null default '';
    alter table calibration add column job_id uuid references job (id);
    create index calibration_of_job on calibration (job_id);
  `);
}

export function down(): Promise<void> {
  return Promise.reject(new Error('What was mounted, and what did not count, would be lost: take the copy from before.'));
}
