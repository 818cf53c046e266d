import type { Problem } from '@tare/contract';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
});
afterAll(() => server.stop());

const planes = { zAMm: -200, zBMm: 200, radiusAMm: 85, radiusBMm: 85 };

describe('computations without a job', () => {
  it('lists every one with the schema of its input', async () => {
    const list = (await server.get('compute')).body as { name: string; input: object }[];
    expect(list.map((c) => c.name)).toEqual(expect.arrayContaining(['bob-weight', 'hole', 'plane-transfer', 'tolerance']));
    expect(list.every((c) => 'properties' in c.input)).toBe(true);
  });
  it('works a bob weight out, with its working', async () => {
    const set = (cylinder: number) => ({
      cylinder,
      bigEndG: 448,
      bearingPairG: 42,
      smallEndG: 186,
      pistonG: 612,
      pinG: 148,
      lockPairG: 2.4,
      ringSetG: 46,
    });
    const { body } = await server.post('compute/bob-weight', { rodSets: [set(1), set(2)], oilG: 4, factorRatio: 0.5 });
    const { result, working } = body as { result: { bobWeightG: number }; working: { result: { value: number; unit: string } } };
    expect(result.bobWeightG).toBeCloseTo(1978.4, 9);
    expect(working.result).toEqual({ label: 'bob weight', value: result.bobWeightG, unit: 'g' });
  });
  it.each<[string, object, object]>([
    [
      'plane-transfer',
      { amountGmm: 400, angleDeg: 30, zMm: -100, planes },
      { result: { a: { amountGmm: 300, angleDeg: 30 }, b: { amountGmm: 100, angleDeg: 30 } } },
    ],
    [
      'tolerance',
      { choice: { school: 'gramsAtRadius', value: 1 }, planes, rotor: { massKg: 26, massCentreZMm: 0, redlineRpm: 5200 } },
      { result: { aGmm: 85 } },
    ],
    [
      'match',
      {
        items: [
          { id: 'a', weightG: 612, damaged: false },
          { id: 'b', weightG: 614, damaged: false },
        ],
        toleranceG: 1,
      },
      { result: { targetG: 612, inTolerance: false } },
    ],
    [
      'rod-ends',
      { total: { meanG: 630, varianceG2: 1 }, bigEnd: null, smallEnd: { meanG: 180, varianceG2: 1 } },
      { result: { kind: 'derived', bigEndG: 450 } },
    ],
  ])('%s', async (name, input, expected) => {
    const response = await server.post(`compute/${name}`, input);
    expect(response.status).toBe(200);
    const round = (value: unknown): unknown =>
      JSON.parse(JSON.stringify(value, (_key, v: unknown) => (typeof v === 'number' ? Math.round(v * 1e6) / 1e6 : v)));
    expect(round(response.body)).toMatchObject(expected);
  });
  it.each<[string, object, number, string]>([
    ['hole', { rimRadiusMm: 85, bitMm: 12, pointAngleDeg: 118, depthMm: -3, densityGPerCm3: 7.85 }, 400, 'The depth is -3'],
    ['hole', { rimRadiusMm: 85, bitMm: 20, pointAngleDeg: 118, depthMm: 0.2, densityGPerCm3: 7.85 }, 400, 'full circle'],
    ['plane-transfer', { amountGmm: 400, angleDeg: 1000, zMm: 0, planes }, 400, 'The angle is 1000'],
    ['plane-transfer', { amountGmm: 400, angleDeg: 10, zMm: 0, planes: { ...planes, zBMm: -200 } }, 400, 'both at -200 mm'],
    ['weather', {}, 404, 'There is no computation “weather”'],
    ['constructor', {}, 404, 'There is no computation'],
  ])('%s refuses with a sentence', async (name, input, status, message) => {
    const response = await server.post(`compute/${name}`, input);
    expect(response.status).toBe(status);
    expect((response.body as Problem).detail).toContain(message);
  });
});

it('describes itself in OpenAPI, with the schemas that check the requests', async () => {
  const { body } = await server.get('openapi.json');
  const document = body as {
    openapi: string;
    paths: Record<string, Record<string, { requestBody?: { content: Record<string, { schema: { required: string[] } }> } }>>;
  };
  expect(document.openapi).toBe('3.1.0');
  expect(document.paths['/api/jobs/{jobId}/readings']!['post']!.requestBody!.content['application/json']!.schema.required).toEqual(
    expect.arrayContaining(['id', 'partId', 'valueG']),
  );
  expect(Object.keys(document.paths)).toEqual(
    expect.arrayContaining(['/api/compute/{name}', '/api/jobs/{jobId}/spins', '/api/jobs/{jobId}/sign-offs']),
  );
});
