import { addressOf, check, ROUTE_BODIES } from '@tare/contract';
import type Joi from 'joi';
import { TestServer } from '../testing/testServer.js';
import { jsonSchemaOf } from './describe.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

interface Operation {
  readonly requestBody?: { readonly content: { readonly 'application/json': { readonly schema: object } } };
}

/** Shares, counts, minutes at the drill, a vector's two parts, prices, and what a machine shows in a unit of its own. */
const WITHOUT_UNIT = (
  'aimRatio amount awkward bigEnd bitChange densityRatio driftGPerMin driftMmPerMin factorRatio gaugeC grindPerGram hourPrice im mass mounted ' +
  'partC perGramCast perGramSteel pilot pinLimitRatio pistonLimitRatio pistonPads re rodEndLimitRatio setUp setUpAgain sign slug smallEnd spin total turnRim value weld'
).split(' ');

describe('the contract’s routes', () => {
  it('are what the server answers to, each body checked by the contract’s own schema', async () => {
    const { paths } = (await server.get('openapi.json')).body as { paths: Record<string, Record<string, Operation>> };
    for (const [route, schema] of Object.entries<Joi.Schema | null>(ROUTE_BODIES)) {
      const [method, address] = route.split(' ') as [string, string];
      const path = `/api/${address.replace(/:(\w+)/g, '{$1}')}`;
      const operation = paths[path]?.[method.toLowerCase()];
      expect([route, operation !== undefined]).toEqual([route, true]);
      const described = operation!.requestBody?.content['application/json'].schema ?? null;
      expect([route, described]).toEqual([route, schema === null ? null : JSON.parse(JSON.stringify(jsonSchemaOf(schema)))]);
    }
  });
  it('say the unit of every number that has one', () => {
    const units = new Map<string, unknown>();
    const look = (schema: unknown, name: string): void => {
      if (typeof schema !== 'object' || schema === null) return;
      const { type, properties, ...rest } = schema as Record<string, unknown>;
      if (type === 'number') units.set(name, rest['x-unit'] ?? null);
      for (const [key, one] of Object.entries(properties ?? {})) look(one, key);
      for (const one of Object.values(rest)) look(one, name);
    };
    for (const schema of Object.values<Joi.Schema | null>(ROUTE_BODIES)) if (schema) look(jsonSchemaOf(schema), '');
    expect(Object.fromEntries(units)).toMatchObject({
      strokeMm: 'mm',
      valueG: 'g',
      angleDeg: '°',
      redlineRpm: 'rpm',
      massKg: 'kg',
      supportLimitN: 'N',
    });
    expect([...units].flatMap(([name, unit]) => (unit === null ? [name] : [])).sort()).toEqual(WITHOUT_UNIT);
  });
  it('have no body that nothing passes for', () => {
    for (const [route, schema] of Object.entries<Joi.Schema | null>(ROUTE_BODIES))
      if (schema) expect([route, check(schema, {}).ok]).toEqual([route, false]);
  });
});

describe('addressOf', () => {
  it('puts ids in their places, whatever they hold', () => {
    expect(addressOf('POST jobs/:jobId/photos/:photoId/removal', { jobId: 'a b', photoId: 'c/d' })).toBe('jobs/a%20b/photos/c%2Fd/removal');
    expect(addressOf('GET jobs', {})).toBe('jobs');
  });
  it('misses none', () => {
    expect(() => addressOf('GET jobs/:jobId', {} as { jobId: string })).toThrow('needs jobId');
  });
});
