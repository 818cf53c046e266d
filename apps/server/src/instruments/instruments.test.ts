import { randomUUID } from 'node:crypto';
import type { Instrument, InstrumentCupboard, InstrumentSpec, Problem } from '@tare/contract';
import { TestServer, TYPED_SCALE } from '../testing/testServer.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

const bench: InstrumentSpec = { ...TYPED_SCALE, capacityG: 2000, lastCheck: '2026-10-02' };
const add = async (spec: Partial<InstrumentSpec> = {}): Promise<Instrument> =>
  (await server.post('instruments', { id: randomUUID(), personId: server.personId, spec: { ...bench, ...spec } })).body as Instrument;

describe('instruments', () => {
  it('keeps every version, and refuses the slower of two people', async () => {
    const scale = await add();
    const change = (name: string) =>
      server.put(`instruments/${scale.id}`, { id: randomUUID(), personId: server.personId, baseVersion: 1, spec: { ...bench, name } });
    const answers = await Promise.all([change('One'), change('Other')]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
    expect(await server.db('instrument_spec').where({ instrument_id: scale.id })).toHaveLength(2);
    const { instruments } = (await server.get('instruments')).body as InstrumentCupboard;
    expect(instruments.find((i) => i.id === scale.id)).toMatchObject({ version: 2 });
  });
  it('makes one of a doubled request', async () => {
    const body = { id: randomUUID(), personId: server.personId, spec: bench };
    await Promise.all([server.post('instruments', body), server.post('instruments', body)]);
    expect(await server.db('instrument').where({ id: body.id })).toHaveLength(1);
  });
  it.each<[string, Partial<InstrumentSpec>, string, string]>([
    ['no division', { divisionG: 0 }, 'spec.divisionG', 'The division is 0; it has to be above 0.'],
    ['a day that is none', { lastCheck: 'last week' }, 'spec.lastCheck', 'The day of the last check has to be a date.'],
    ['a blank name', { name: ' ' }, 'spec.name', 'The name is blank.'],
    ['a pattern without a number', { source: 'serial', lineTemplate: '{unit}' }, 'spec.lineTemplate', 'needs a {number}'],
  ])('refuses %s', async (_name, change, field, message) => {
    const { body, status } = await server.post('instruments', { id: randomUUID(), personId: server.personId, spec: { ...bench, ...change } });
    expect(status).toBe(400);
    expect((body as Problem).errors?.[0]).toMatchObject({ field, message: expect.stringContaining(message) as string });
  });
});

describe('studies', () => {
  it('records ten placements once, and a check weight by its day', async () => {
    const scale = await add();
    const study = {
      id: randomUUID(),
      personId: server.personId,
      kind: 'repeatability',
      subject: 'piston 3',
      readingsG: [612.4, 612.5, 612.4, 612.3, 612.4],
      nominalG: null,
    };
    await server.post(`instruments/${scale.id}/studies`, study);
    expect((await server.post(`instruments/${scale.id}/studies`, study)).status).toBe(201);
    await server.post(`instruments/${scale.id}/studies`, {
      ...study,
      id: randomUUID(),
      kind: 'drift',
      subject: '500 g check weight',
      readingsG: [500.1],
      nominalG: 500,
    });
    const { studies } = (await server.get('instruments')).body as InstrumentCupboard;
    expect(studies.filter((s) => s.instrumentId === scale.id).map((s) => s.kind)).toEqual(['repeatability', 'drift']);
  });
  it('wants at least five placements, and none above the capacity', async () => {
    const scale = await add();
    const study = { id: randomUUID(), personId: server.personId, kind: 'repeatability', subject: 'piston 3', nominalG: null };
    expect(((await server.post(`instruments/${scale.id}/studies`, { ...study, readingsG: [1, 2] })).body as Problem).detail).toContain('at least 5');
    expect(((await server.post(`instruments/${scale.id}/studies`, { ...study, readingsG: [1, 2, 3, 4, 9000] })).body as Problem).detail).toContain(
      'carries 2000 g',
    );
    expect((await server.post(`instruments/${randomUUID()}/studies`, { ...study, readingsG: [1, 2, 3, 4, 5] })).status).toBe(404);
  });
});
