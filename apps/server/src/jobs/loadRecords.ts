import type { DecisionEntry, JobRecord, Said } from '@tare/contract';
import { summariseReadings, USUAL_DRILL, type DrillErrors, type JobSpec, type UsualBobChoices } from '@tare/core';
import { group } from 'd3-array';
import type { Knex } from 'knex';
import { USUAL_BOB_CHOICES } from '../shop/shopUsual.js';
import {
  attribution,
  decisionFromRow,
  holeFromRow,
  hungWeightFromRow,
  partCutFromRow,
  partFromRow,
  photoFromRow,
  planFromRow,
  readingFromRow,
  signOffFromRow,
  spinFromRow,
  voidFromRow,
  type AttributedRow,
  type DecisionRow,
  type HoleRow,
  type HungWeightRow,
  type PartCutRow,
  type PartRow,
  type PhotoRow,
  type PlanRow,
  type SignOffRow,
  type SpinRow,
  type VoidRow,
} from './rows.js';
import { workFromRow, measurementFromRow, type WorkRow, type MeasurementRow } from '../inspect/inspectRows.js';
import { selectReadings } from './selectReadings.js';

interface JobRow extends AttributedRow {
  id: string;
  number: number;
  version: number;
  spec: JobSpec;
  spec_at: Date;
  usual: UsualBobChoices | null;
  drill: DrillErrors | null;
}

/**
 * Everything on record of some jobs, in the order of `jobIds`: one query a ledger however many jobs are asked for.
 * Removed jobs and ids of another shop are left out.
 */
export async function loadRecords(db: Knex, shopId: string, jobIds: readonly string[]): Promise<JobRecord[]> {
  const jobs = await selectJobs(db, shopId, jobIds);
  const ids = jobs.map((job) => job.id);
  if (ids.length === 0) return [];
  const ledgers = [
    () =>
      db('part')
        .whereIn('job_id', ids)
        .where({ gone: false })
        .orderBy(['cylinder', 'kind'])
        .select<PartRow[]>('id', 'job_id', 'kind', 'cylinder', 'extra'),
    () => selectReadings(db, (query) => query.whereIn('reading.job_id', ids)),
    () => ledger<PartCutRow>(db, 'part_cut', ids),
    () => selectLatestDecisions(db, ids),
    () => selectSpins(db, ids),
    () => ledger<HungWeightRow>(db, 'hung_weight', ids),
    () => ledger<MeasurementRow>(db, 'measurement', ids),
    () => ledger<WorkRow>(db, 'engine_work', ids),
    () => ledger<PlanRow>(db, 'plan', ids),
    () => ledger<HoleRow>(db, 'hole', ids),
    () => ledger<VoidRow & { job_id: string }>(db, 'entry_void', ids),
    () => selectSignOffs(db, ids),
    () => selectPhotos(db, ids),
    () => selectSaid(db, ids),
    () => selectScales(db, shopId),
  ] as const;
  const [parts, readings, partCuts, decisions, spins, hungWeights, measurements, works, plans, holes, voids, signOffs, photos, said, scales] =
    await inTurn(db, ledgers);
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
    hungWeights: own(hungWeights),
    measurements: own(measurements),
    works: own(works),
    plans: own(plans),
    holes: own(holes),
    voids: own(voids),
    signOffs: own(signOffs),
    photos: own(photos),
    said: own(said),
  };
  return jobs.map((job) => ({
    id: job.id,
    number: job.number,
    ...attribution(job),
    spec: job.spec,
    specVersion: job.version,
    specAt: job.spec_at.toISOString(),
    usual: job.usual ?? USUAL_BOB_CHOICES,
    drill: job.drill ?? USUAL_DRILL,
    parts: of.parts(job.id).map(partFromRow),
    scales: scalesOf(of.readings(job.id), scales),
    readings: of.readings(job.id).map(readingFromRow),
    partCuts: of.partCuts(job.id).map(partCutFromRow),
    decisions: Object.fromEntries(of.decisions(job.id).map((row): [string, DecisionEntry] => [row.subject, decisionFromRow(row)])),
    photos: of.photos(job.id).map(photoFromRow),
    spins: of.spins(job.id).map(spinFromRow),
    hungWeights: of.hungWeights(job.id).map(hungWeightFromRow),
    measurements: of.measurements(job.id).map(measurementFromRow),
    works: of.works(job.id).map(workFromRow),
    plans: of.plans(job.id).map(planFromRow),
    holes: of.holes(job.id).map(holeFromRow),
    voids: of.voids(job.id).map(voidFromRow),
    signOffs: of.signOffs(job.id).map(signOffFromRow),
    said: Object.fromEntries(of.said(job.id).map((row) => [row.entry_id, row.said])),
  }));
}

interface ScaleRow {
  readonly id: string;
  readonly division_g: number;
  readonly readings_g: number[] | null;
}

/** Every instrument of the shop as it is described now, with its latest repeatability study that stands. */
async function selectScales(db: Knex, shopId: string): Promise<ScaleRow[]> {
  const { rows } = await db.raw<{ rows: ScaleRow[] }>(
    /* sql */ `
    select instrument.id, (spec.spec ->> 'divisionG')::float8 as division_g, latest.readings_g
    from instrument
    cross join lateral (select spec from instrument_spec where instrument_id = instrument.id order by version desc limit 1) spec
    left join lateral (
      select readings_g from study
      where instrument_id = instrument.id and kind = 'repeatability'
        and not exists (select from entry_void word where word.entry_id = study.id and not word.undone)
      order by seq desc limit 1
    ) latest on true
    where instrument.shop_id = ?`,
    [shopId],
  );
  return rows;
}

/** What is known of the scales that these readings were made on. */
function scalesOf(readings: readonly { readonly instrument_id: string | null }[], scales: readonly ScaleRow[]): JobRecord['scales'] {
  const used = new Set(readings.map((reading) => reading.instrument_id));
  return Object.fromEntries(
    scales
      .filter(({ id }) => used.has(id))
      .map(({ id, division_g, readings_g }) => [
        id,
        { divisionG: division_g, deviationG: readings_g === null ? null : summariseReadings(readings_g).deviationG },
      ]),
  );
}

type Queries = readonly (() => PromiseLike<unknown>)[];
type Answers<Q extends Queries> = { -readonly [I in keyof Q]: Awaited<ReturnType<Q[I]>> };

/** Asks all at once of the pool; one after the other within a transaction, whose one connection takes no more than that. */
async function inTurn<Q extends Queries>(db: Knex, queries: Q): Promise<Answers<Q>> {
  if (!db.isTransaction) return (await Promise.all(queries.map((query) => query()))) as Answers<Q>;
  const answers: unknown[] = [];
  for (const query of queries) answers.push(await query());
  return answers as Answers<Q>;
}

async function selectJobs(db: Knex, shopId: string, jobIds: readonly string[]): Promise<JobRow[]> {
  const { rows } = await db.raw<{ rows: JobRow[] }>(
    /* sql */ `
    select job.id, job.number, job.person_id, job.created_at, spec.version, spec.spec, spec.created_at as spec_at, shop_usual.usual,
      (select tools -> 'drill' from shop_tools where shop_tools.shop_id = job.shop_id order by version desc limit 1) as drill
    from unnest(?::uuid[]) with ordinality as asked (id, place)
    join job on job.id = asked.id
    left join shop_usual on shop_usual.shop_id = job.shop_id and shop_usual.version = job.usual_version
    cross join lateral (select version, spec, created_at from job_spec where job_id = job.id order by version desc limit 1) spec
    where job.shop_id = ? and not exists (select from job_removal where job_id = job.id)
    order by asked.place`,
    [[...jobIds], shopId],
  );
  return rows;
}

const ledger = <R>(db: Knex, table: string, jobIds: readonly string[]): Promise<R[]> =>
  db(table).whereIn('job_id', jobIds).orderBy('seq').select('*');

const selectSaid = (db: Knex, jobIds: readonly string[]): Promise<{ job_id: string; entry_id: string; said: Said }[]> =>
  db('as_said').join('write_id', 'write_id.id', 'as_said.entry_id').whereIn('write_id.job_id', jobIds).select('write_id.job_id', 'entry_id', 'said');

/** Sign-offs without the facts and the card that were signed: only the card's own pages want those. */
const selectSignOffs = (db: Knex, jobIds: readonly string[]): Promise<SignOffRow[]> =>
  db('sign_off').whereIn('job_id', jobIds).orderBy('seq').select('id', 'job_id', 'core_version', 'figures', 'person_id', 'created_at');

/** Spins without their turns and recordings: the turns' summary says all that figures need, a recording is fetched by itself. */
const selectSpins = (db: Knex, jobIds: readonly string[]): Promise<SpinRow[]> =>
  db('spin')
    .whereIn('job_id', jobIds)
    .orderBy('seq')
    .select(
      'id',
      'job_id',
      'speed_rpm',
      'planes',
      'turn_summary',
      'known_deviation_gmm',
      'machine_id',
      'source',
      'calibration_id',
      'spread',
      'warnings',
      'mounted',
      'set_up_id',
      'rebolted',
      'supports',
      'quick',
      'display',
      'at_least_gmm',
      'gain_basis',
      'gain_deviation',
      'gain_epoch',
      'note',
      'shown',
      'shown_by',
      'person_id',
      'created_at',
    );

/** What is known of photos that were not taken away; the pictures themselves are fetched one by one. */
const selectPhotos = (db: Knex, jobIds: readonly string[]): Promise<PhotoRow[]> =>
  db('photo')
    .whereIn('job_id', jobIds)
    .whereNotExists(db('photo_removal').whereRaw('photo_removal.photo_id = photo.id'))
    .orderBy('seq')
    .select('id', 'job_id', 'part_id', 'entry_id', 'width_px', 'height_px', 'person_id', 'created_at');

async function selectLatestDecisions(db: Knex, jobIds: readonly string[]): Promise<DecisionRow[]> {
  const { rows } = await db.raw<{ rows: DecisionRow[] }>(
    /* sql */ `select distinct on (job_id, subject) * from decision where job_id = any(?::uuid[]) order by job_id, subject, version desc`,
    [[...jobIds]],
  );
  return rows;
}
