import { benchStatuses, jobFigures, type BenchId } from '@tare/core';
import { factsOf, sheetOf, type JobSheet } from '@tare/contract';
import { configFrom } from '../config.js';
import { TestServer } from '../testing/testServer.js';
import { migrate } from './connect.js';
import { ensureShop } from './firstShop.js';
import { ensureDemo } from './seeds/demo.js';
import { loadRecords } from '../jobs/loadRecords.js';

/** Seven jobs worked through the application, beside whatever else the machine does. */
const DEMO_MS = 180_000;

describe('the demo shop', () => {
  let server: TestServer;
  let sheets: JobSheet[];
  beforeAll(async () => {
    server = await TestServer.demo();
    const shop = await server.db('shop').first<{ id: string }>('id');
    const ids = await server.db('job').orderBy('number').pluck<string[]>('id');
    sheets = (await loadRecords(server.db, shop.id, ids)).map(sheetOf);
  }, DEMO_MS);
  afterAll(() => server.stop());

  const standing = (sheet: JobSheet, bench: BenchId): string =>
    benchStatuses(factsOf(sheet), jobFigures(factsOf(sheet))).find((s) => s.bench === bench)!.state;

  it('has a signed-off job, a V8 before its first hole, a six at the scale and a four that is made ready', () => {
    const [three, v8, six, four] = sheets;
    expect(standing(three!, 'signOff')).toBe('done');
    expect(three!.spins.length).toBeGreaterThan(1);
    expect(standing(v8!, 'bobs')).toBe('done');
    expect(standing(v8!, 'correct')).toBe('ready');
    expect(v8!.holes).toHaveLength(0);
    expect(standing(six!, 'weigh')).toBe('underWay');
    // Its bores are not decided.
    expect(standing(four!, 'weigh')).toBe('waiting');
    expect(four!.readings).toHaveLength(0);
    expect(standing(four!, 'makeReady')).toBe('underWay');
    const counter = sheets[6]!;
    expect(counter.parts.filter(({ spare }) => spare).map(({ kind, cylinder }) => [kind, cylinder])).toEqual([['piston', 5]]);
    expect(standing(counter, 'match')).toBe('ready');
  });
  it('has a machine that is known from three cranks, and one of which nobody knows anything', () => {
    const surveyed = sheets.slice(7).map((sheet) => jobFigures(factsOf(sheet)).estimate.restsOn.gainBy);
    expect(surveyed).toEqual(['weights', 'weights', 'weights']);
    expect(sheets[1]!.spins[0]!.gainBasis).toBeNull();
  });
  it('is consistent: the signed figures recompute to themselves', () => {
    const [three] = sheets;
    expect(JSON.parse(JSON.stringify(jobFigures(factsOf(three!))))).toEqual(three!.signOffs[0]!.figures);
  });
  it('is loaded once', async () => {
    await ensureDemo(server.db);
    await ensureShop(server.db, 'Another');
    expect(await server.db('shop').count()).toEqual([{ count: '1' }]);
  });
  it('refuses a database that a newer Tare has used', async () => {
    await server.db('knex_migrations').insert({ name: '9999_from_the_future', batch: 9, migration_time: new Date() });
    await expect(migrate(server.db)).rejects.toThrow('made by a newer Tare');
  });
});

describe('configFrom', () => {
  it('says what is missing and what makes no sense', () => {
    expect(() => configFrom({})).toThrow('DATABASE_URL is not set');
    expect(() => configFrom({ DATABASE_URL: 'postgres://x', TARE_PORT: 'eighty' })).toThrow('TARE_PORT is “eighty”');
    expect(configFrom({ DATABASE_URL: 'postgres://x' })).toMatchObject({
      port: 4180,
      machinePort: 4181,
      scalePort: 4184,
      gaugePort: 4185,
      webRoot: null,
    });
  });
});
