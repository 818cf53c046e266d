import { randomUUID } from 'node:crypto';
import { PERSON_HEADER, ROUTE_ROLES, type JobSheet, type Problem } from '@tare/contract';
import request, { type Response } from 'supertest';
import { fromOwnPage, TestServer } from '../testing/testServer.js';
import { requireRoles } from './gate.js';

let server: TestServer;
let bram: string;
let job: JobSheet;
beforeAll(async () => {
  server = await TestServer.start();
  bram = await server.anotherPerson();
  job = await server.job();
});
afterAll(() => server.stop());

/** A reading as somebody sends it, with these headers. */
function weigh(headers: Record<string, string>, more: object = {}): Promise<Response> {
  const body = { id: randomUUID(), partId: job.parts[0]!.id, measure: 'mass', valueG: 600, cutId: null, ...more };
  return fromOwnPage(request(server.app.getHttpServer()).post(`/api/jobs/${job.id}/readings`))
    .set(headers)
    .send(body);
}
const pick = (personId: string, cookie = ''): Promise<Response> =>
  fromOwnPage(request(server.app.getHttpServer()).post('/api/at-the-bench')).set({ Cookie: cookie }).send({ pick: personId });
const cookieOf = ({ headers }: Response): string => (headers['set-cookie'] as unknown as string[])[0]!.split(';')[0]!;

describe('who makes an entry', () => {
  it('is whoever was picked on the device, whatever the entry says', async () => {
    const answer = await weigh(await server.as(bram));
    expect((answer.body as { personId: string }).personId).toBe(bram);
    const said = await weigh(await server.as(bram), { personId: server.personId });
    expect([said.status, (said.body as Problem).detail]).toEqual([400, expect.stringContaining('whoever was picked')]);
  });

  it('is nobody on a device where nobody was picked', async () => {
    for (const headers of [{}, { [PERSON_HEADER]: bram }]) {
      const answer = await weigh(headers);
      expect([answer.status, (answer.body as Problem).detail]).toEqual([401, 'Nobody is at the bench on this device: pick who you are first.']);
    }
  });

  it('is never somebody that the device only claims: neither by name nor by a cookie of its own making', async () => {
    const { Cookie } = await server.as(bram);
    expect((await weigh({ Cookie: Cookie!, [PERSON_HEADER]: server.personId })).status).toBe(401);
    const [name, value] = Cookie!.split('=') as [string, string];
    const forged = `${name}=${value.replace(bram, server.personId)}`;
    expect((await weigh({ Cookie: forged, [PERSON_HEADER]: server.personId })).status).toBe(401);
  });

  it('is one of several on the same device, by name, or else the last who was picked', async () => {
    const both = cookieOf(await pick(bram, cookieOf(await pick(server.personId))));
    const by = async (headers: Record<string, string>): Promise<string> => ((await weigh(headers)).body as { personId: string }).personId;
    expect(await by({ Cookie: both, [PERSON_HEADER]: server.personId })).toBe(server.personId);
    expect(await by({ Cookie: both, [PERSON_HEADER]: bram })).toBe(bram);
    expect(await by({ Cookie: both })).toBe(bram);
  });

  it('is somebody of this shop', async () => {
    const answer = await pick(randomUUID());
    expect([answer.status, (answer.body as Problem).detail]).toEqual([400, 'Nobody of this shop has that id.']);
  });

  it('is remembered in a cookie that no script reads and no other site’s page sends', async () => {
    const [cookie] = (await pick(bram)).headers['set-cookie'] as unknown as string[];
    expect(cookie).toMatch(/; Path=\/; .*HttpOnly; SameSite=Strict/);
  });
});

describe('the table of roles', () => {
  const paths = Object.fromEntries(
    Object.keys(ROUTE_ROLES).map((route) => {
      const [method, path] = route.split(' ') as [string, string];
      return [`/${path.startsWith('health') ? '' : 'api/'}${path.replace(/:(\w+)/g, '{$1}')}#${method}`, method.toLowerCase()];
    }),
  );
  /** An API of these routes. */
  const apiOf = (routes: Record<string, string>): Parameters<typeof requireRoles>[0] => {
    const all: Record<string, Record<string, object>> = {};
    for (const [key, method] of Object.entries(routes)) (all[key.split('#')[0]!] ??= {})[method] = {};
    return { openapi: '3.1.0', info: { title: 'Tare', version: '0' }, paths: all };
  };

  it('has every route of the server, and no other: else the server does not start', () => {
    expect(() => requireRoles(apiOf(paths))).not.toThrow();
    expect(() => requireRoles(apiOf({ ...paths, '/api/safe#POST': 'post' }))).toThrow('POST safe has none');
    const { ['/api/shop#GET']: _, ...fewer } = paths;
    expect(() => requireRoles(apiOf(fewer))).toThrow('GET shop is no route');
  });
});
