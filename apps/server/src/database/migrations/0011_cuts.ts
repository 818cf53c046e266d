import type { Knex } from 'knex';

/** A hole's shape as it was kept until now. */
interface OldShape {
  readonly bitMm: number;
  readonly pointAngleDeg: number;
  readonly depthMm: number;
  readonly axialRadiusMm?: number | null;
}
/** One interface for everything that was ever cut, its kind told by which of its fields were there. */
interface OldHole extends OldShape {
  readonly counterweightId: string;
  readonly angleDeg: number;
  readonly slug?: { readonly radiusMm: number; readonly densityGPerCm3: number; readonly welded?: boolean } | null;
  readonly was?: OldShape | null;
  readonly rim?: { readonly halfArcDeg: number } | null;
}
interface Known {
  readonly id: string;
  readonly old: OldHole;
}

/** A spot that was ground reached this far to both sides; what reached further was turned. */
const GROUND_SPOT_DEG = 8;
/** A hole that a later one replaced but that is in no record: it is named all the same, and its place is the cut's own. */
const UNKNOWN = 'unknown';

const isSame = (one: OldShape, other: OldShape): boolean =>
  one.bitMm === other.bitMm && one.depthMm === other.depthMm && (one.axialRadiusMm ?? null) === (other.axialRadiusMm ?? null);

const replacedBy = (hole: OldHole, known: readonly Known[]): string =>
  known.findLast(
    ({ old }) => !old.slug && !old.rim && old.counterweightId === hole.counterweightId && old.angleDeg === hole.angleDeg && isSame(old, hole.was!),
  )?.id ?? UNKNOWN;

/** From which face holes and bars went in nobody said: null. Radial holes were all in the middle of the width. */
const seatOf = (radiusMm: number | null): object => (radiusMm === null ? { from: 'rim', zMm: null } : { from: 'face', face: null, radiusMm });

/** The same cut as a kind of its own with its own fields. */
function cutOf(hole: OldHole, known: readonly Known[]): object {
  const { counterweightId, angleDeg, bitMm, pointAngleDeg, depthMm, slug, was, rim } = hole;
  const place = { counterweightId, angleDeg };
  if (rim) return { kind: rim.halfArcDeg > GROUND_SPOT_DEG ? 'turn' : 'grind', ...place, halfArcDeg: rim.halfArcDeg, depthMm };
  if (slug?.welded)
    return { kind: 'weld', ...place, seat: seatOf(was?.axialRadiusMm ?? null), replacesId: was ? replacedBy(hole, known) : UNKNOWN, bitMm, depthMm };
  if (slug) {
    const radial = was != null && was.axialRadiusMm == null;
    return {
      kind: 'bar',
      ...place,
      seat: seatOf(radial ? null : slug.radiusMm),
      diameterMm: bitMm,
      lengthMm: depthMm,
      // In a radial hole it stands on the shoulder.
      depthMm: radial ? was.depthMm : depthMm,
      densityGPerCm3: slug.densityGPerCm3,
      replacesId: was ? replacedBy(hole, known) : null,
    };
  }
  const drilled = { bitMm, pointAngleDeg, depthMm };
  const radiusMm = hole.axialRadiusMm ?? null;
  if (was) return { kind: 'redrill', ...place, ...drilled, seat: seatOf(radiusMm), replacesId: replacedBy(hole, known) };
  return radiusMm === null ? { kind: 'radial', ...place, ...drilled, zMm: null } : { kind: 'face', ...place, ...drilled, face: null, radiusMm };
}

const foundIn = (holes: readonly OldHole[]): Known[] => holes.map((old, i) => ({ id: `found-${i + 1}`, old }));

interface SignedFacts {
  readonly spec: { readonly crank: { readonly found?: readonly OldHole[] } };
  readonly holes: readonly (OldHole & { readonly id: string; readonly afterSpinId: string | null })[];
}

interface HoleRow {
  readonly id: string;
  readonly job_id: string;
  readonly counterweight_id: string;
  readonly angle_deg: number;
  readonly bit_mm: number;
  readonly point_angle_deg: number;
  readonly depth_mm: number;
  readonly axial_radius_mm: number | null;
  readonly slug: OldHole['slug'];
  readonly was: OldHole['was'];
  readonly rim: OldHole['rim'];
  readonly voided: boolean;
}

const oldOf = (row: HoleRow): OldHole => ({
  counterweightId: row.counterweight_id,
  angleDeg: row.angle_deg,
  bitMm: row.bit_mm,
  pointAngleDeg: row.point_angle_deg,
  depthMm: row.depth_mm,
  axialRadiusMm: row.axial_radius_mm,
  slug: row.slug ?? null,
  was: row.was ?? null,
  rim: row.rim ?? null,
});

/**
 * Every cut is kept with its kind, what it replaces, its face and its place along the crank, and only the fields that its kind has.
 * What a job's cuts replaced was told by five equal numbers; it is told by id from now on. Holes that a crank came with get ids.
 */
export async function up(knex: Knex): Promise<void> {
  const specs = await knex('job_spec')
    .select<{ id: string; job_id: string; found: OldHole[] }[]>('id', 'job_id', knex.raw(`spec #> '{crank,found}' as found`))
    .whereRaw(`jsonb_array_length(coalesce(spec #> '{crank,found}', '[]')) > 0`)
    .orderBy(['job_id', 'version']);
  const found = new Map<string, Known[]>();
  for (const spec of specs) {
    const known = foundIn(spec.found);
    found.set(spec.job_id, known);
    const cuts = known.map(({ id, old }) => ({ ...cutOf(old, []), id }));
    await knex('job_spec')
      .where({ id: spec.id })
      .update({ spec: knex.raw(`jsonb_set(spec, '{crank,found}', ?::jsonb)`, [JSON.stringify(cuts)]) });
  }

  await knex.raw('alter table hole add column cut jsonb');
  const rows = await knex('hole')
    .select<HoleRow[]>('*', knex.raw('exists (select from entry_void where entry_id = hole.id and not undone) as voided'))
    .orderBy(['job_id', 'seq']);
  const known = new Map<string, Known[]>();
  for (const row of rows) {
    const before = known.get(row.job_id) ?? [...(found.get(row.job_id) ?? [])];
    const old = oldOf(row);
    await knex('hole')
      .where({ id: row.id })
      .update({ cut: JSON.stringify(cutOf(old, before)) });
    if (!row.voided) before.push({ id: row.id, old });
    known.set(row.job_id, before);
  }
  const plans = await knex('plan').select<{ id: string; job_id: string; holes: OldHole[] }[]>('id', 'job_id', 'holes');
  for (const { id, job_id, holes } of plans) {
    const cuts = holes.map((hole) => cutOf(hole, known.get(job_id) ?? found.get(job_id) ?? []));
    await knex('plan')
      .where({ id })
      .update({ holes: JSON.stringify(cuts) });
  }
  // What was signed stays what it was, in the form in which it can be worked out again.
  const signed = await knex('sign_off').select<{ id: string; facts: SignedFacts }[]>('id', 'facts');
  for (const { id, facts } of signed) {
    const came = foundIn(facts.spec.crank.found ?? []);
    const before = [...came];
    const holes = facts.holes.map(({ id: holeId, afterSpinId, ...old }) => {
      const cut = { ...cutOf(old, before), id: holeId, afterSpinId };
      before.push({ id: holeId, old });
      return cut;
    });
    const crank = { ...facts.spec.crank, ...(came.length === 0 ? {} : { found: came.map((one) => ({ ...cutOf(one.old, []), id: one.id })) }) };
    await knex('sign_off')
      .where({ id })
      .update({ facts: JSON.stringify({ ...facts, holes, spec: { ...facts.spec, crank } }) });
  }
  await knex.raw(/* sql */ `
    alter table hole
      alter column cut set not null,
      drop column counterweight_id, drop column angle_deg, drop column bit_mm, drop column point_angle_deg, drop column depth_mm,
      drop column axial_radius_mm, drop column slug, drop column was, drop column rim, drop column rim_radius_mm;
    alter table hole
      add column kind text not null generated always as (cut ->> 'kind') stored
        constraint cut_is_of_a_kind check (cut ->> 'kind' in ('radial', 'face', 'bar', 'redrill', 'weld', 'turn', 'grind')),
      add column counterweight_id text not null generated always as (cut ->> 'counterweightId') stored,
      add column angle_deg double precision not null generated always as ((cut ->> 'angleDeg')::double precision) stored,
      add column diameter_mm double precision generated always as (coalesce(cut ->> 'bitMm', cut ->> 'diameterMm')::double precision) stored,
      add column replaces_id text generated always as (cut ->> 'replacesId') stored,
      add column face text generated always as (coalesce(cut ->> 'face', cut #>> '{seat,face}')) stored
        constraint face_is_one_of_two check (coalesce(cut ->> 'face', cut #>> '{seat,face}') in ('front', 'rear')),
      add column z_mm double precision generated always as (coalesce(cut ->> 'zMm', cut #>> '{seat,zMm}')::double precision) stored;
  `);
}

/** There is no way back: the old form has no face, no place along the crank and no names for what is replaced. */
export function down(): Promise<void> {
  return Promise.reject(new Error('This database cannot go back to a Tare from before cuts had kinds. Restore the copy from before the change.'));
}
