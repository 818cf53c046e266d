import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import { lineReader, USUAL_TEMPLATES } from '@tare/core';
import type { Problem, StandinCharacter } from '@tare/contract';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
  await server.app.listen(0, '127.0.0.1');
});
afterAll(() => server.stop());

/** The first settled value above half a gram that the scale shows. */
async function settled(): Promise<number> {
  const { port } = server.app.getHttpServer().address() as AddressInfo;
  const response = await fetch(`http://127.0.0.1:${port}/api/standin-scale/lines`);
  const read = lineReader(USUAL_TEMPLATES[0]!);
  for await (const chunk of response.body!) {
    const shown = Buffer.from(chunk).toString().trim().split('\n').map(read);
    const found = shown.find((line) => line?.stable === true && line.valueG > 0.5);
    // Leaving the loop hangs up.
    if (found) return found.valueG;
  }
  throw new Error('The scale fell silent.');
}

describe('the stand-in scale', () => {
  it('weighs a part, and knows that it was cut', async () => {
    const job = await server.job();
    const piston = job.parts.find((p) => p.kind === 'piston')!;
    const put = { word: 'PUT', jobId: job.id, partId: piston.id, measure: 'mass' };
    expect((await server.post('standin-scale/commands', put)).body).toEqual({ done: true, moves: expect.any(Number) as number });
    const before = await settled();
    await server.post(`jobs/${job.id}/part-cuts`, { id: randomUUID(), personId: server.personId, partId: piston.id, removal: { mass: 5 } });
    await server.post('standin-scale/commands', put);
    const after = await settled();
    expect(before - after).toBeGreaterThan(4);
    expect(before - after).toBeLessThan(5.5);
    await server.post('standin-scale/commands', { word: 'LIFT' });
  });
  it('is made another scale by its dials', async () => {
    const usual = (await server.get('standin-scale/character')).body as StandinCharacter;
    const coarse = { ...usual, divisionG: 5 };
    expect((await server.post('standin-scale/commands', { word: 'BECOME', character: coarse })).body).toEqual({
      done: true,
      moves: expect.any(Number) as number,
    });
    expect((await server.get('standin-scale/character')).body).toEqual(coarse);
    const none = await server.post('standin-scale/commands', { word: 'BECOME', character: { ...usual, divisionG: 0 } });
    expect((none.body as Problem).detail).toContain('The division is 0');
    await server.post('standin-scale/commands', { word: 'BECOME', character: usual });
  });
  it('refuses what it cannot do with a sentence', async () => {
    expect((await server.post('standin-scale/commands', { word: 'PUT' })).status).toBe(400);
    expect((await server.post('standin-scale/commands', { word: 'SING' })).status).toBe(400);
  });
  it('says that it is not running', async () => {
    server.scale.close();
    server.scale.unref();
    const response = await server.post('standin-scale/commands', { word: 'TAP' });
    expect(response.status).toBe(502);
    expect((response.body as Problem).detail).toContain('The stand-in scale is not running');
  });
});
