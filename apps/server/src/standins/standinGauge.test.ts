import type { AddressInfo } from 'node:net';
import type { Problem, StandinGauge } from '@tare/contract';
import { gaugeLineReader, USUAL_GAUGE_TEMPLATES } from '@tare/core';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
  await server.app.listen(0, '127.0.0.1');
});
afterAll(() => server.stop());

const command = (body: object) => server.post('standin-gauge/commands', body);

/** The first settled line that says something beyond the zero. */
async function settled(): Promise<number> {
  const { port } = server.app.getHttpServer().address() as AddressInfo;
  const response = await fetch(`http://127.0.0.1:${port}/api/standin-gauge/lines`);
  const read = gaugeLineReader(USUAL_GAUGE_TEMPLATES[0]!);
  for await (const chunk of response.body!) {
    const found = Buffer.from(chunk)
      .toString()
      .trim()
      .split('\n')
      .map(read)
      .find((line) => line?.stable === true);
    // Leaving the loop hangs up.
    if (found) return found.mm;
  }
  throw new Error('The gauge fell silent.');
}

describe('the stand-in gauge', () => {
  it('is set on its piece, measures a journal from there, and knows that it was ground', async () => {
    const job = await server.job();
    const place = { word: 'PLACE', jobId: job.id, feature: 'main.2', quantity: 'diameter', angleDeg: 0, depth: 1 };
    expect((await command({ word: 'SET', setMm: 54 })).body).toEqual({ done: true, moves: expect.any(Number) as number });
    expect((await command(place)).body).toEqual({ done: true, moves: expect.any(Number) as number });
    const before = await settled();
    expect(Math.abs(before)).toBeLessThan(0.06);
    const work = { kind: 'grindMains', underMm: 0.25, axisMovedMm: 0, axisMovedAtDeg: 0 };
    await server.post(`jobs/${job.id}/works`, { ...server.entry(), work, afterSpinId: null });
    await command(place);
    expect(Math.abs((await settled()) + 0.25)).toBeLessThan(0.02);
  });
  it('is made another gauge by its dials', async () => {
    const usual = (await server.get('standin-gauge/character')).body as StandinGauge;
    const coarse = { ...usual, divisionMm: 0.01, partC: 32 };
    expect((await command({ word: 'BECOME', character: coarse })).body).toEqual({ done: true, moves: expect.any(Number) as number });
    expect((await server.get('standin-gauge/character')).body).toEqual(coarse);
    expect(((await command({ word: 'BECOME', character: { ...usual, partC: 200 } })).body as Problem).detail).toContain('The part’s temperature');
  });
  it('refuses what it cannot do with a sentence, and says that it is not running', async () => {
    expect((await command({ word: 'PLACE' })).status).toBe(400);
    server.gauge.close();
    const { status, body } = await command({ word: 'LIFT' });
    expect(status).toBe(502);
    expect((body as Problem).detail).toContain('node apps/standins/dist/gauge/main.js');
  });
});
