import type { DecisionEntry, JobSheet, PartMarks } from '@tare/contract';
import {
  USUAL_MATCH_CHOICES,
  type Arrival,
  type BobChoices,
  type FixedTarget,
  type JobSpec,
  type MatchChoices,
  type PartSchool,
  type RodSchool,
  type WeighChoices,
} from '@tare/core';
import { group } from 'd3-array';
import type { Knex } from 'knex';
import { selectReadings } from './selectReadings.js';
import {
  attribution,
  holeFromRow,
  partCutFromRow,
  photoFromRow,
  planFromRow,
  readingFromRow,
  signOffFromRow,
  spinFromRow,
  type AttributedRow,
  type HoleRow,
  type PartCutRow,
  type PartRow,
  type PhotoRow,
  type PlanRow,
  type SignOffRow,
  type SpinRow,
} from './rows.js';

interface JobRow extends AttributedRow {
  id: string;
  number: number;
  version: number;
  spec: JobSpec;
  factor_ratio: number;
  oil_g: number;
}

interface DecisionRow extends AttributedRow {
  job_id: string;
  subject: string;
  version: number;
  value: unknown;
}

/**
 * Everything on record of some jobs, in the order of `jobIds`: one query a ledger however many jobs are asked for.
 * Removed jobs and ids of another shop are left out.
 */
export async function loadSheets(db: Knex, shopId: string, jobIds: readonly string[]): Promise<JobSheet[]> {
  const jobs = await selectJobs(db, shopId, jobIds);
  const ids = jobs.map((job) => job.id);
  if (ids.length === 0) return [];
  const [parts, readings, partCuts, decisions, spins, plans, holes, signOffs, photos] = await Promise.all([
    db('part').whereIn('job_id', ids).orderBy(['cylinder', 'kind']).select<PartRow[]>('id', 'job_id', 'kind', 'cylinder'),
    selectReadings(db, (query) => query.whereIn('reading.job_id', ids)),
    ledger<PartCutRow>(db, 'part_cut', ids),
    selectLatestDecisions(db, ids),
    selectSpins(db, ids),
    ledger<PlanRow>(db, 'plan', ids),
    ledger<HoleRow>(db, 'hole', ids),
    ledger<SignOffRow>(db, 'sign_off', ids),
    selectPhotos(db, ids),
  ]);
  const own = <R extends { job_id: string }>(rows: readonly R[]): ((id: string) => R[]) => {
    const byJob = group(rows, (row) => row.job_id);
    return (id) => byJob.get(id) ?? [];
  };
  const of = {
    parts: own(parts),
    readings: own(readings),
    partCuts: own(partCuts),
    decisions: own(decisions),
    spins: own(spins),
    plans: own(plans),
    holes: own(holes),
    signOffs: own(signOffs),
    photos: own(photos),
  };
  return jobs.map((job) => {
    const latest = Object.fromEntries(
      of.decisions(job.id).map((row): [string, DecisionEntry] => [row.subject, { version: row.version, value: row.value, ...attribution(row) }]),
    );
    const arrangement = (latest['match.arrangement']?.value ?? {}) as Readonly<Record<string, number>>;
    return {
      id: job.id,
      number: job.number,
      ...attribution(job),
      spec: job.spec,
      specVersion: job.version,
      parts: of.parts(job.id).map(({ id, kind, cylinder }) => ({
        id,
        kind,
        cylinder,
        ...(arrangement[id] === undefined ? {} : { runsIn: arrangement[id] }),
        damaged: latest[`part.damaged.${id}`]?.value === true || (latest[`part.marks.${id}`]?.value as PartMarks | undefined)?.replace === true,
      })),
      readings: of.readings(job.id).map(readingFromRow),
      partCuts: of.partCuts(job.id).map(partCutFromRow),
      decisions: latest,
      partMarks: valuesOf<PartMarks>(latest, 'part.marks.'),
      arrivals: valuesOf<Arrival>(latest, 'arrival.'),
      weighChoices: weighChoices(latest),
      matchChoices: (latest['match.choices']?.value as MatchChoices | undefined) ?? USUAL_MATCH_CHOICES,
      fixedTargets: fixedTargets(latest),
      photos: of.photos(job.id).map(photoFromRow),
      bobChoices: bobChoices(job, latest),
      spins: of.spins(job.id).map(spinFromRow),
      plans: of.plans(job.id).map(planFromRow),
      holes: of.holes(job.id).map(holeFromRow),
      signOffs: of.signOffs(job.id).map(signOffFromRow),
    };
  });
}

/** The values of all decisions on subjects that begin alike, by the rest of the subject. */
function valuesOf<T>(latest: Readonly<Record<string, DecisionEntry>>, beginning: string): Record<string, T> {
  const own = Object.entries(latest).filter(([subject]) => subject.startsWith(beginning));
  return Object.fromEntries(own.map(([subject, { value }]) => [subject.slice(beginning.length), value as T]));
}

function weighChoices(latest: Readonly<Record<string, DecisionEntry>>): WeighChoices {
  const references = Object.entries(valuesOf<string | null>(latest, 'weigh.reference.')).filter(([, partId]) => partId !== null);
  return {
    rodSchool: (latest['weigh.rodSchool']?.value as RodSchool | undefined) ?? 'endsAndTotal',
    partSchool: (latest['weigh.partSchool']?.value as PartSchool | undefined) ?? 'eachPart',
    references: Object.fromEntries(references),
  };
}

function fixedTargets(latest: Readonly<Record<string, DecisionEntry>>): JobSheet['fixedTargets'] {
  const fixed = Object.entries(valuesOf<FixedTarget | null>(latest, 'match.target.')).filter(([, target]) => target !== null);
  return Object.fromEntries(fixed);
}

/** The job's own choices where it has any, else the shop's. */
function bobChoices(job: JobRow, latest: Readonly<Record<string, DecisionEntry>>): BobChoices {
  return {
    factorRatio: (latest['bob.factorRatio']?.value as number | undefined) ?? job.factor_ratio,
    oilG: (latest['bob.oilG']?.value as number | undefined) ?? job.oil_g,
    extras: (latest['bob.extras']?.value as BobChoices['extras'] | undefined) ?? [],
    acceptedG: (latest['bob.acceptedG']?.value as readonly number[] | null | undefined) ?? null,
  };
}

async function selectJobs(db: Knex, shopId: string, jobIds: readonly string[]): Promise<JobRow[]> {
  const { rows } = await db.raw<{ rows: JobRow[] }>(
    /* sql */ `
    select job.id, job.number, job.person_id, job.created_at, spec.version, spec.spec, shop.factor_ratio, shop.oil_g
    from unnest(?::uuid[]) with ordinality as asked (id, place)
    join job on job.id = asked.id
    join shop on shop.id = job.shop_id
    cross join lateral (select version, spec from job_spec where job_id = job.id order by version desc limit 1) spec
    where job.shop_id = ? and not exists (select from job_removal where job_id = job.id)
    order by asked.place`,
    [[...jobIds], shopId],
  );
  return rows;
}

const ledger = <R>(db: Knex, table: string, jobIds: readonly string[]): Promise<R[]> =>
  db(table).whereIn('job_id', jobIds).orderBy('seq').select('*');

/** Spins without their recordings, which are megabytes each and fetched one by one. */
const selectSpins = (db: Knex, jobIds: readonly string[]): Promise<SpinRow[]> =>
  db('spin')
    .whereIn('job_id', jobIds)
    .orderBy('seq')
    .select(
      'id',
      'job_id',
      'speed_rpm',
      'planes',
      'turns',
      'known_deviation_gmm',
      'machine_id',
      'source',
      'calibration_id',
      'spread',
      'hung',
      'warnings',
      'person_id',
      'created_at',
    );

/** What is known of photos that were not taken away; the pictures themselves are fetched one by one. */
const selectPhotos = (db: Knex, jobIds: readonly string[]): Promise<PhotoRow[]> =>
  db('photo')
    .whereIn('job_id', jobIds)
    .whereNotExists(db('photo_removal').whereRaw('photo_removal.photo_id = photo.id'))
    .orderBy('seq')
    .select('id', 'job_id', 'part_id', 'width_px', 'height_px', 'person_id', 'created_at');

async function selectLatestDecisions(db: Knex, jobIds: readonly string[]): Promise<DecisionRow[]> {
  const { rows } = await db.raw<{ rows: DecisionRow[] }>(
    /* sql */ `select distinct on (job_id, subject) * from decision where job_id = any(?::uuid[]) order by job_id, subject, version desc`,
    [[...jobIds]],
  );
  return rows;
}
