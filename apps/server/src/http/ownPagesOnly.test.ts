import { randomUUID } from 'node:crypto';
import { request as send, type OutgoingHttpHeaders } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Problem } from '@tare/contract';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
let port: number;
beforeAll(async () => {
  server = await TestServer.start();
  await server.app.listen(0, '127.0.0.1');
  port = (server.app.getHttpServer().address() as AddressInfo).port;
});
afterAll(() => server.stop());

/** A request with headers that no browser would let a page choose. */
function ask(method: string, path: string, headers: OutgoingHttpHeaders, body = ''): Promise<{ status: number; detail: string }> {
  return new Promise((resolve, reject) => {
    const asked = send({ port, host: '127.0.0.1', method, path, headers }, (answer) => {
      let text = '';
      answer.on('data', (part: Buffer) => (text += part.toString()));
      answer.on('end', () => {
        const { detail } = (text.startsWith('{') ? JSON.parse(text) : {}) as Partial<Problem>;
        resolve({ status: answer.statusCode!, detail: detail ?? '' });
      });
    });
    asked.on('error', reject);
    asked.end(body);
  });
}

const person = (name: string): string => JSON.stringify({ id: randomUUID(), name, role: 'balancing' });
const json = { 'content-type': 'application/json' };
const people = async (): Promise<number> => ((await server.get('shop')).body as { people: unknown[] }).people.length;

describe('requests that Tare’s own pages would not make', () => {
  it('are refused and change nothing', async () => {
    const before = await people();
    const own = `127.0.0.1:${port}`;
    const foreign = `http://elsewhere.example:${port}`;
    const form = 'name=Nobody&role=balancing';
    const tries: [string, string, OutgoingHttpHeaders, string][] = [
      // A foreign name that somebody pointed at loopback.
      ['GET', '/api/shop', { host: `elsewhere.example:${port}` }, ''],
      ['GET', '/', { host: 'elsewhere.example' }, ''],
      ['POST', '/api/shop/people', { ...json, host: `elsewhere.example:${port}`, origin: foreign }, person('One')],
      // Another origin's page: a fetch, a form, another port of this very machine, a sandboxed frame, and nothing said at all.
      ['POST', '/api/shop/people', { ...json, host: own, origin: foreign }, person('Two')],
      ['POST', '/api/shop/people', { host: own, origin: foreign, 'content-type': 'application/x-www-form-urlencoded' }, form],
      ['POST', '/api/shop/people', { ...json, host: own, origin: `http://127.0.0.1:${port + 1}` }, person('Three')],
      ['POST', '/api/shop/people', { ...json, host: own, origin: 'null' }, person('Four')],
      ['POST', '/api/shop/people', { ...json, host: own }, person('Five')],
      ['GET', '/api/shop', { host: own, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }, ''],
    ];
    for (const [method, path, headers, body] of tries) {
      const answer = await ask(method, path, headers, body);
      expect([headers, answer.status]).toEqual([headers, 403]);
      expect(answer.detail).toMatch(/^(Tare does not answer as|A page of|A request that writes|Another site’s page)/);
    }
    expect(await people()).toBe(before);
  });
  it('are refused where a form could have sent their body, whatever they say of their origin', async () => {
    const own = { host: `127.0.0.1:${port}`, origin: `http://127.0.0.1:${port}` };
    for (const type of ['text/plain', 'application/x-www-form-urlencoded', 'multipart/form-data; boundary=x']) {
      const answer = await ask('POST', '/api/shop/people', { ...own, 'content-type': type }, person('Six'));
      expect([type, answer.status]).toEqual([type, 415]);
    }
  });
});

describe('requests of Tare’s own pages', () => {
  it.each(['127.0.0.1', 'localhost', 'LOCALHOST', '[::1]'])('are answered at %s', async (name) => {
    expect((await ask('GET', '/api/shop', { host: `${name}:${port}` })).status).toBe(200);
    const headers = { ...json, host: `${name}:${port}`, origin: `http://${name.toLowerCase()}:${port}` };
    expect((await ask('POST', '/api/shop/people', headers, person(`At ${name}`))).status).toBe(201);
  });
  it('may be reached by a link on another site', async () => {
    const headers = { host: `127.0.0.1:${port}`, 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' };
    expect((await ask('GET', '/api/shop', headers)).status).toBe(200);
  });
});
