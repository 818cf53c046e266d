import { once } from 'node:events';
import { createServer, get, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Problem } from '@tare/contract';
import express from 'express';
import request from 'supertest';
import { USUAL_LIMITS, withinLimits, type Limits } from './limits.js';

let open: Server[] = [];
afterEach(() => {
  open.forEach((server) => {
    server.closeAllConnections();
    server.close();
  });
  open = [];
});

/** A server that answers anything with yes, streams with a line that stays, within these limits. */
async function serverWithin(limits: Partial<Limits>): Promise<Server> {
  const app = express();
  const server = createServer((asked, answer) => void app(asked, answer));
  app.use(withinLimits(server, { ...USUAL_LIMITS, ...limits }));
  app.get('/api/changes', (_, response) => void response.write('data: {}\n\n'));
  app.use((_, response) => void response.json('yes'));
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  open.push(server);
  return server;
}

async function stream(server: Server): Promise<IncomingMessage> {
  const asked = get({ port: (server.address() as AddressInfo).port, path: '/api/changes', agent: false });
  const [answer] = (await once(asked, 'response')) as [IncomingMessage];
  return answer;
}

describe('a device that asks too often', () => {
  it('is told so, and when to ask again; pages are not counted', async () => {
    const server = await serverWithin({ requestsAMinute: 3 });
    for (let i = 0; i < 3; i += 1) expect((await request(server).get('/api/jobs')).status).toBe(200);
    const refused = await request(server).get('/api/jobs');
    expect([refused.status, (refused.body as Problem).detail]).toEqual([429, expect.stringContaining('more than 3 times within a minute')]);
    expect(Number(refused.headers['retry-after'])).toBeGreaterThan(0);
    expect((await request(server).get('/mark.svg')).status).toBe(200);
  });
  it('may ask as often as it will where that is said', async () => {
    const server = await serverWithin({ requestsAMinute: 0 });
    for (let i = 0; i < 20; i += 1) expect((await request(server).get('/api/jobs')).status).toBe(200);
  });
});

describe('streams', () => {
  it('are so many and no more, until one is closed', async () => {
    const server = await serverWithin({ streams: 2 });
    const first = await stream(server);
    const second = await stream(server);
    expect([first.statusCode, second.statusCode]).toEqual([200, 200]);
    const third = await stream(server);
    expect(third.statusCode).toBe(503);
    third.destroy();
    first.destroy();
    let status = 503;
    for (let tries = 0; tries < 50 && status === 503; tries += 1) {
      const again = await stream(server);
      status = again.statusCode!;
      again.destroy();
    }
    expect(status).toBe(200);
    second.destroy();
  });
});

describe('connections', () => {
  it('are so many and no more, with a sentence', async () => {
    const server = await serverWithin({ connections: 1 });
    const held = await stream(server);
    const refused = await request(server).get('/api/jobs');
    expect([refused.status, (refused.body as Problem).detail]).toEqual([503, expect.stringContaining('More than 1 connections are open')]);
    held.destroy();
  });
});
