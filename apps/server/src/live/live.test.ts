import type { AddressInfo } from 'node:net';
import { randomUUID } from 'node:crypto';
import { TestServer } from '../testing/testServer.js';

let server: TestServer;
let base: string;
beforeAll(async () => {
  server = await TestServer.start();
  await server.app.listen(0, '127.0.0.1');
  base = `http://127.0.0.1:${(server.app.getHttpServer().address() as AddressInfo).port}/api`;
});
afterAll(() => server.stop());

/** Listens to a job's changes; `next` waits for the next word. */
async function listenTo(jobId: string): Promise<{ next: () => Promise<string>; hangUp: () => void }> {
  const stop = new AbortController();
  const response = await fetch(`${base}/jobs/${jobId}/changes`, { signal: stop.signal });
  expect(response.headers.get('content-type')).toContain('text/event-stream');
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let heard = '';
  const next = async (): Promise<string> => {
    for (;;) {
      const found = /data: (.*)\n/.exec(heard);
      if (found) {
        heard = heard.slice(found.index + found[0].length);
        return found[1]!;
      }
      const { value } = await reader.read();
      heard += value ?? '';
    }
  };
  return { next, hangUp: () => stop.abort() };
}

describe('word of changes', () => {
  it('comes to whoever has the job open, for readings, voids, cuts and decisions', async () => {
    const job = await server.job();
    const line = await listenTo(job.id);
    const part = job.parts.find(({ kind }) => kind === 'pin')!;
    const reading = (await server.reading(job, part, 148)).body as { id: string };
    expect(await line.next()).toBe('changed');
    await server.post(`jobs/${job.id}/readings/${reading.id}/void`, { personId: server.personId, reason: 'not settled' });
    expect(await line.next()).toBe('changed');
    await server.post(`jobs/${job.id}/part-cuts`, { id: randomUUID(), personId: server.personId, partId: part.id });
    expect(await line.next()).toBe('changed');
    await server.post(`jobs/${job.id}/decisions`, { id: randomUUID(), personId: server.personId, baseVersion: 0, subject: 'bob.oilG', value: 3 });
    expect(await line.next()).toBe('changed');
    line.hangUp();
  });
  it('is not about other jobs', async () => {
    const [mine, other] = [await server.job(), await server.job()];
    const line = await listenTo(mine.id);
    const pin = (job: typeof mine) => job.parts.find(({ kind }) => kind === 'pin')!;
    await server.reading(other, pin(other), 148);
    const word = line.next();
    await server.reading(mine, pin(mine), 149);
    expect(await word).toBe('changed');
    expect((await server.sheet(mine.id)).readings).toHaveLength(1);
    line.hangUp();
  });
  it('comes again after the listening connection was killed, with a word to look', async () => {
    const job = await server.job();
    const line = await listenTo(job.id);
    await server.db.raw(`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query = 'listen tare_job'`);
    expect(await line.next()).toBe('changed');
    line.hangUp();
  });
  it('says where there is no such job', async () => {
    expect((await fetch(`${base}/jobs/${randomUUID()}/changes`)).status).toBe(404);
  });
});
