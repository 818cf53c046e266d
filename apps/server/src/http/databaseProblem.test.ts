import { randomUUID } from 'node:crypto';
import { TestServer } from '../testing/testServer.js';
import { databaseProblem } from './databaseProblem.js';

const failed = (more: object, message = ''): Error => Object.assign(new Error(message), more);

describe('what the database says', () => {
  it.each([
    [failed({ code: 'ECONNREFUSED' }), 503],
    [failed({ code: '57P01' }, 'terminating connection due to administrator command'), 503],
    [failed({ code: '57P03' }, 'the database system is starting up'), 503],
    [failed({ code: '08006' }), 503],
    [failed({}, 'Connection terminated unexpectedly'), 503],
    [failed({ name: 'KnexTimeoutError' }, 'Knex: Timeout acquiring a connection.'), 503],
    [new AggregateError([failed({ code: 'ECONNREFUSED' })]), 503],
    [failed({ code: '53100' }, 'No space left on device'), 503],
    [failed({ code: '22021' }), 400],
    [failed({ code: '23503' }), 422],
  ])('%s is told with its status', (error, status) => {
    expect(databaseProblem(error)?.status).toBe(status);
  });
  it('is not made of what it did not say', () => {
    expect(databaseProblem(failed({ code: '42601' }, 'syntax error'))).toBeNull();
    expect(databaseProblem(new TypeError('x is undefined'))).toBeNull();
    expect(databaseProblem('thrown text')).toBeNull();
  });
});

describe('what cannot be stored', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await TestServer.start();
  });
  afterAll(() => server.stop());

  it('is refused in a sentence: a zero byte, somebody who is not here, a version beyond all', async () => {
    const job = await server.job();
    const decision = { id: randomUUID(), personId: server.personId, baseVersion: 0, subject: 'bob.oilG', value: 3 };
    const part = job.parts[0]!;
    const answers = [
      await server.post('shop/people', { id: randomUUID(), name: 'Otto\u0000line', role: 'balancing' }),
      await server.post(`jobs/${job.id}/decisions`, { ...decision, personId: randomUUID() }),
      await server.post(`jobs/${job.id}/decisions`, { ...decision, baseVersion: 2 ** 40 }),
      await server.post(`jobs/${job.id}/part-cuts`, { id: randomUUID(), personId: randomUUID(), partId: part.id }),
      await server.post(`jobs/${job.id}/holes`, {
        id: randomUUID(),
        personId: server.personId,
        planId: randomUUID(),
        planIndex: 0,
        chipsG: null,
        note: '',
        cut: { kind: 'radial', counterweightId: job.spec.crank.counterweights[0]!.id, angleDeg: 0, bitMm: 10, pointAngleDeg: 118, depthMm: 5 },
      }),
    ];
    expect(answers.map(({ status }) => Math.floor(status / 100))).toEqual([4, 4, 4, 4, 4]);
    for (const { body } of answers) expect((body as { detail: string }).detail).toMatch(/^[A-ZÄÖÜ].+[.?]$/);
  });
});
