import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { factsOf, type JobLine, type JobSheet, type MachineHall, type ShopToolsEntry, type Tool } from '@tare/contract';
import {
  benchStatuses,
  jobFigures,
  subtract,
  summariseTurns,
  toPolar,
  USUAL_TOOLS,
  type BenchStatus,
  type JobFigures,
  type PlaneUnbalance,
  NO_SET_UPS,
} from '@tare/core';
import { TestServer } from '../testing/testServer.js';

const FIXTURES = join(__dirname, 'fixtures');
const unpacked = (name: string): string => gunzipSync(readFileSync(join(FIXTURES, name))).toString('utf8');

/** What the server of commit 44ec4ba said of its demo. */
interface Expected {
  readonly jobs: readonly JobLine[];
  readonly sheets: readonly {
    readonly sheet: Record<string, unknown> & { readonly id: string };
    readonly figures: JobFigures;
    readonly statuses: BenchStatus[];
  }[];
  readonly shop: {
    readonly factorRatio: number;
    readonly oilG: number;
    readonly bits: readonly object[];
    readonly people: readonly object[];
    readonly name: string;
  };
  readonly instruments: unknown;
  readonly machines: unknown;
  readonly bobBox: unknown;
  readonly shopTools: unknown;
  readonly tools: unknown;
}
const expected = JSON.parse(unpacked('demo-44ec4ba.json.gz')) as Expected;

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.from(unpacked('demo-44ec4ba.sql.gz'));
});
afterAll(() => server.stop());

/** As it comes over the wire, every number to ten figures: the same sums in another order differ in the last place. */
const wire = (value: unknown): unknown =>
  JSON.parse(JSON.stringify(value, (_key, v: unknown) => (typeof v === 'number' ? Number(v.toPrecision(10)) : v)));
const asRadial = (hole: object): object => {
  const { axialRadiusMm: _a, rim: _b, rimRadiusMm: _c, slug: _d, was: _e, ...own } = hole as Record<string, unknown>;
  return { ...own, kind: 'radial', zMm: null };
};
/** What was not said then: of an old calibration on which job it was made. */
const since = (path: string, before: unknown): unknown => {
  // Nobody wrote its drill down, and the first guess of it is another since.
  if (path === 'shop-tools') return { ...(before as ShopToolsEntry), tools: USUAL_TOOLS };
  // Its practice cuts said no metal.
  if (path === 'tools') return (before as Tool[]).map((tool) => ({ ...tool, samples: tool.samples.map((sample) => ({ ...sample, metal: null })) }));
  if (path !== 'machines') return before;
  const hall = before as MachineHall;
  return { ...hall, calibrations: hall.calibrations.map((calibration) => ({ ...calibration, jobId: null, setUpId: null, supports: null })) };
};
/** A part without the ends of a rod, which lean on how its scales are known. */
const withoutEnds = <P extends { readonly rod: unknown }>({ rod: _, ...part }: P): Omit<P, 'rod'> => part;
/** A bob card's figures; how well they were known is told otherwise since. */
const bobsNear = (bobs: JobFigures['bobs']): unknown =>
  bobs.kind === 'ready' ? { commonG: bobs.commonG, bobs: bobs.pins.map(({ card }) => card.bobWeightG) } : bobs;
/** The same to five hundredths of a gram. */
function expectNear(now: unknown, then: unknown): void {
  const numbers: number[] = [];
  const shape = (value: unknown): unknown =>
    JSON.parse(
      JSON.stringify(value, (key, v: unknown) => {
        // How far a rod may fail to add up, and whether it does, follow from how the scales are known.
        if (key === 'closureBoundG' || key === 'closes' || key === 'doubtful') return undefined;
        if (typeof v !== 'number') return v;
        numbers.push(v);
        return 'a number';
      }),
    );
  expect(shape(now)).toEqual(shape(then));
  const half = numbers.length / 2;
  numbers.slice(0, half).forEach((g, i) => expect(Math.abs(g - numbers[half + i]!)).toBeLessThan(0.05));
}
const get = async (path: string): Promise<unknown> => (await server.get(path)).body;

describe('the demo of commit 44ec4ba, brought to the present', () => {
  it('lists the same jobs, standing where they stood', async () => {
    // Its V8 was to be drilled by one spin; known weights are asked for since.
    const asked = (line: { readonly standing: { readonly why: string } }): unknown =>
      line.standing.why === '1 spin' ? { ...line, standing: { ...line.standing, why: 'waits for two weight spins' } } : line;
    expect(await get('jobs')).toEqual(expected.jobs.map(asked));
  });

  it.each(expected.sheets.map(({ sheet }) => [sheet['number'], sheet.id] as const))('says the same on every bench of job %i', async (_number, id) => {
    const { sheet: before, figures, statuses } = expected.sheets.find(({ sheet }) => sheet.id === id)!;
    const sheet = await server.sheet(id);
    const facts = factsOf(sheet);
    // A job had no set-ups then.
    const { spins: spinsNow, estimate, setUps, spares, isTurnedSince, lastSpinId, tolerance, ...figuresNow } = jobFigures(facts);
    expect(spares).toEqual([]);
    expect([setUps, isTurnedSince, lastSpinId]).toEqual([[], false, spinsNow.at(-1)?.spinId ?? null]);
    const { isOverhung: _overhung, ...toleranceNow } = tolerance;
    const { spins: spinsThen, ...figuresThen } = figures;
    // What a part weighed before its last pass was not said then, nor how far each mean may be off.
    const weighed = {
      ...figuresNow.weighed,
      parts: figuresNow.weighed.parts.map(({ lastPass: _, errors: _errors, renewedAt: _renewedAt, ...part }) => part),
    };
    // A rod's closure error is shared by what is known of the scales since: ends, and what follows from them, moved by hundredths.
    const { bobs, rods, ...restNow } = { ...figuresNow, tolerance: toleranceNow, weighed: { ...weighed, parts: weighed.parts.map(withoutEnds) } };
    const {
      bobs: bobsThen,
      rods: rodsThen,
      ...restThen
    } = { ...figuresThen, weighed: { ...figuresThen.weighed, parts: figuresThen.weighed.parts.map(withoutEnds) } };
    expect(wire(restNow)).toEqual(wire(restThen));
    expectNear(
      [rods, weighed.parts.map(({ rod }) => rod), bobsNear(bobs)],
      [rodsThen, figuresThen.weighed.parts.map(({ rod }) => rod), bobsNear(bobsThen)],
    );
    // All spins and cuts are one estimate since: the same verdicts, and what is known lies where it lay.
    expect(spinsNow.map(({ spinId, verdict }) => [spinId, verdict])).toEqual(spinsThen.map(({ spinId, verdict }) => [spinId, verdict]));
    expect(estimate.surprise).toBeNull();
    spinsNow.forEach(({ a, b }, i) => {
      for (const [now, then] of [
        [a, spinsThen[i]!.a],
        [b, spinsThen[i]!.b],
      ] as const)
        expect(toPolar(subtract(now.meanGmm, then.meanGmm)).amount).toBeLessThan(then.radius95Gmm!);
    });
    // Welds, bars and turned rims are no holes: they are cuts since.
    const told = statuses.map(({ why, ...status }) => ({
      ...status,
      why: why.replace(/ hole(s?) so far/, ' cut$1 so far').replace(/^(\d+) hole(s?)$/, '$1 cut$2'),
    }));
    // A bench more since then, and one that nobody used.
    const statusesNow = benchStatuses(facts, jobFigures(facts)).map((status) =>
      // Its V8 was to be drilled by one spin; known weights are asked for since.
      status.why !== 'waits for two weight spins'
        ? status
        : status.bench === 'spin'
          ? { ...status, why: '1 spin' }
          : { ...status, state: 'ready', why: 'nothing drilled yet' },
    );
    expect(statusesNow.filter(({ bench }) => bench !== 'makeReady')).toEqual(told);
    expect(statusesNow.find(({ bench }) => bench === 'makeReady')).toMatchObject(
      facts.readings.length + facts.spins.length > 0 ? { state: 'done' } : { state: 'ready' },
    );
    // Since then a sheet says what its spins' turns say together, what hung in them apart, its voids, and what the shop took as usual.
    const {
      spins,
      hungWeights,
      measurements,
      works,
      voids,
      putRight,
      usual,
      drill,
      spinsThatAreSo,
      said,
      setUps: list,
      specAt,
      scales: _scales,
      ...same
    } = sheet;
    expect([said, list]).toEqual([{}, NO_SET_UPS]);
    expect(Date.parse(specAt)).toBeLessThanOrEqual(Date.now());
    const { spins: spinsBefore, holes, plans, ...rest } = before as unknown as JobSheet & { readonly spins: readonly { readonly n: number }[] };
    // All of its cuts were radial holes; each kind has its own fields since.
    const record = {
      ...rest,
      weightsRefused: null,
      holes: holes.map((hole) => ({ ...asRadial(hole), note: '' })),
      plans: plans.map((plan) => ({ ...plan, holes: plan.holes.map(asRadial) })),
      // Nobody timed its cuts, so nobody said in what metal.
      partCuts: rest.partCuts.map((cut) => ({ ...cut, metal: null })),
    };
    expect(wire(same)).toEqual(wire(record));
    // Of how it was set up, and whether it counts, an old spin says nothing.
    expect(
      spins.map(({ turns, mounted, supports, quick, gainBasis, display, gainDeviation, gainEpoch, note, shown, shownBy, hungPieces, ...spin }) => {
        expect([hungPieces, supports, mounted, quick, gainBasis, display, gainDeviation, gainEpoch, note, shown, shownBy]).toEqual([
          null,
          null,
          null,
          false,
          null,
          null,
          null,
          0,
          '',
          null,
          null,
        ]);
        return { ...spin, n: turns.n };
      }),
    ).toEqual(spinsBefore);
    expect([measurements, works]).toEqual([[], []]);
    expect([hungWeights, voids, putRight, usual, spinsThatAreSo]).toEqual([[], [], [], { factorRatio: 0.5, oilG: 4 }, []]);
    expect(drill.depthMm).toBeGreaterThan(0);
  });

  it('has the shop’s pages as they were', async () => {
    const { shop } = expected;
    expect(await get('shop')).toMatchObject({
      name: shop.name,
      people: shop.people,
      bits: shop.bits,
      bitsVersion: 1,
      usual: { version: 1, factorRatio: shop.factorRatio, oilG: shop.oilG },
    });
    for (const [path, before] of [
      ['instruments', expected.instruments],
      ['machines', expected.machines],
      ['bob-box', expected.bobBox],
      ['shop-tools', expected.shopTools],
      ['tools', expected.tools],
    ] as const)
      expect([path, await get(path)]).toEqual([path, since(path, before)]);
  });

  it('sums its spins’ turns as the core does', async () => {
    const rows = await server.db('spin').select<{ turns: PlaneUnbalance[]; turn_summary: object }[]>('turns', 'turn_summary');
    expect(rows.length).toBeGreaterThan(2);
    for (const { turns, turn_summary } of rows) expect(wire(turn_summary)).toEqual(wire(summariseTurns(turns)));
  });

  it('knows every entry’s id, so that an old one sent again is one', async () => {
    const { rows } = await server.db.raw<{ rows: { n: string }[] }>(`select count(*) n from reading where id not in (select id from write_id)`);
    expect(rows[0]!.n).toBe('0');
    const [job] = expected.sheets;
    const reading = (await server.sheet(job!.sheet.id)).readings[0]!;
    const { id, personId, partId, measure, valueG, cutId } = reading;
    const again = await server.post(`jobs/${job!.sheet.id}/readings`, { id, personId, partId, measure, valueG, cutId });
    expect(again.status).toBe(201);
  });

  it('still works a kept recording out again', async () => {
    const spin = await server.db('spin').whereNotNull('recording').first<{ id: string; job_id: string }>('id', 'job_id');
    const { body } = await server.post(`jobs/${spin.job_id}/spins/${spin.id}/reprocess`, {});
    expect((body as { differsGmm: { a: number } }).differsGmm.a).toBeLessThan(0.01);
  });
});

it('leaves the data untouched when a migration fails', async () => {
  const old = await TestServer.database(unpacked('demo-44ec4ba.sql.gz'));
  try {
    // Something that the present's tables cannot hold: the migration stops half-way, and nothing of it stays.
    await old.db.raw('create table entry_void (nonsense integer)');
    const before = await old.db('information_schema.columns').where({ table_schema: 'public' }).count();
    await expect(old.migrate()).rejects.toThrow('entry_void');
    expect(await old.db('information_schema.columns').where({ table_schema: 'public' }).count()).toEqual(before);
    expect(await old.db('knex_migrations').max('name')).toEqual([{ max: '0009_crank_metal' }]);
    await old.db.raw('drop table entry_void');
    await old.migrate();
    expect(await old.db('reading').count()).not.toEqual([{ count: '0' }]);
  } finally {
    await old.drop();
  }
});

describe('cuts from before they had kinds', () => {
  const drilled = { bit_mm: 12, point_angle_deg: 118, depth_mm: 14 };
  const shape = { bitMm: 12, pointAngleDeg: 118, depthMm: 14 };
  const [hole, side] = [randomUUID(), randomUUID()];
  /** As rows were, and what each of them is now. */
  const rows: readonly (readonly [object, object])[] = [
    [
      { id: hole, ...drilled },
      { kind: 'radial', ...shape, zMm: null },
    ],
    [
      { id: side, angle_deg: 150, axial_radius_mm: 70, ...drilled },
      { kind: 'face', ...shape, face: null, radiusMm: 70 },
    ],
    [
      { ...drilled, depth_mm: 20, was: shape },
      { kind: 'redrill', ...shape, depthMm: 20, seat: { from: 'rim', zMm: null }, replacesId: hole },
    ],
    [
      {
        angle_deg: 150,
        ...drilled,
        point_angle_deg: 180,
        bit_mm: 16,
        depth_mm: 18,
        slug: { radiusMm: 70, densityGPerCm3: 17.5 },
        was: { ...shape, axialRadiusMm: 70 },
      },
      {
        kind: 'bar',
        seat: { from: 'face', face: null, radiusMm: 70 },
        diameterMm: 16,
        lengthMm: 18,
        depthMm: 18,
        densityGPerCm3: 17.5,
        replacesId: side,
      },
    ],
    [
      { angle_deg: 210, ...drilled, depth_mm: 9, slug: { radiusMm: 75.5, densityGPerCm3: 17.5 }, was: shape },
      { kind: 'bar', seat: { from: 'rim', zMm: null }, diameterMm: 12, lengthMm: 9, depthMm: 14, densityGPerCm3: 17.5, replacesId: 'found-1' },
    ],
    [
      { angle_deg: 160, ...drilled, slug: { radiusMm: 74, densityGPerCm3: 17.5 } },
      {
        kind: 'bar',
        seat: { from: 'face', face: null, radiusMm: 74 },
        diameterMm: 12,
        lengthMm: 14,
        depthMm: 14,
        densityGPerCm3: 17.5,
        replacesId: null,
      },
    ],
    [
      { ...drilled, depth_mm: 20, slug: { radiusMm: 75, densityGPerCm3: 7.85, welded: true }, was: { ...shape, depthMm: 20 } },
      { kind: 'weld', seat: { from: 'rim', zMm: null }, bitMm: 12, depthMm: 20 },
    ],
    [
      { ...drilled, bit_mm: 24, point_angle_deg: 180, depth_mm: 1.5, rim: { halfArcDeg: 55, holes: [] } },
      { kind: 'turn', halfArcDeg: 55, depthMm: 1.5 },
    ],
    [
      { ...drilled, bit_mm: 24, point_angle_deg: 180, depth_mm: 1.5, rim: { halfArcDeg: 8, holes: [] } },
      { kind: 'grind', halfArcDeg: 8, depthMm: 1.5 },
    ],
  ];

  it('are carried over, each with its kind, what it replaces, and its face where somebody knew', async () => {
    const old = await TestServer.database(unpacked('demo-44ec4ba.sql.gz'));
    try {
      const before = await old.db('hole').first<Record<string, string>>();
      const { job_id, shop_id, after_spin_id, person_id, counterweight_id } = before;
      const found = { counterweightId: counterweight_id, angleDeg: 210, ...shape };
      await old.db.raw(`update job_spec set spec = jsonb_set(spec, '{crank,found}', ?::jsonb) where job_id = ?`, [
        JSON.stringify([found, { ...found, angleDeg: 220, axialRadiusMm: 66 }]),
        job_id as string,
      ]);
      const ids: string[] = [];
      for (const [row] of rows) {
        const id = (row as { readonly id?: string }).id ?? randomUUID();
        ids.push(id);
        const json: Record<string, string | number> = {};
        for (const [key, value] of Object.entries(row as Record<string, string | number | object>))
          json[key] = typeof value === 'object' ? JSON.stringify(value) : value;
        await old.db('hole').insert({ job_id, shop_id, after_spin_id, person_id, counterweight_id, angle_deg: 180, ...json, id });
      }
      await old.migrate();
      const kept = await old.db('hole').whereIn('id', ids).orderBy('seq').select<Record<string, unknown>[]>('*');
      rows.forEach(([, now], i) => {
        expect(kept[i]!['cut']).toMatchObject({ counterweightId: counterweight_id, ...now });
        expect(kept[i]).toMatchObject({ kind: (now as { kind: string }).kind, counterweight_id, face: null, z_mm: null });
      });
      // The weld is of the hole that was deepened before it.
      expect(kept[6]).toMatchObject({ replaces_id: ids[2], diameter_mm: 12 });
      const { rows: specs } = await old.db.raw<{ rows: { found: object[] }[] }>(
        `select spec #> '{crank,found}' as found from job_spec where job_id = ?`,
        [String(job_id)],
      );
      expect(specs[0]!.found).toEqual([
        { ...found, id: 'found-1', kind: 'radial', zMm: null },
        { ...found, angleDeg: 220, id: 'found-2', kind: 'face', face: null, radiusMm: 66 },
      ]);
    } finally {
      await old.drop();
    }
  });
});
