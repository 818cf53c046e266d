import type { AddressInfo } from 'node:net';
import { randomUUID } from 'node:crypto';
import { ALL_JOBS, type ChangeWord } from '@tare/contract';
import { Devices } from '../network/devices.js';
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
async function listenTo(jobId: string): Promise<{ next: () => Promise<ChangeWord>; hangUp: () => void }> {
  const stop = new AbortController();
  const response = await fetch(`${base}/changes?job=${jobId}`, { signal: stop.signal });
  expect(response.headers.get('content-type')).toContain('text/event-stream');
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let heard = '';
  const next = async (): Promise<ChangeWord> => {
    for (;;) {
      const found = /data: (.*)\n/.exec(heard);
      if (found) {
        heard = heard.slice(found.index + found[0].length);
        return JSON.parse(found[1]!) as ChangeWord;
      }
      const { value, done } = await reader.read();
      if (done) throw new Error('hung up');
      heard += value;
    }
  };
  return { next, hangUp: () => stop.abort() };
}

describe('word of changes', () => {
  it('names the ledger and the write, for everything that is written to an open job', async () => {
    const job = await server.job();
    const line = await listenTo(job.id);
    const part = job.parts.find(({ kind }) => kind === 'pin')!;
    const reading = (await server.reading(job, part, 148)).body as { id: string };
    expect(await line.next()).toEqual({ jobId: job.id, table: 'reading', writeId: reading.id });
    const [zeroId, voidId, cutId, decisionId] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
    const by = { personId: server.personId };
    await server.post(`jobs/${job.id}/readings/${reading.id}/zero`, { id: zeroId, ...by, beforeG: 0, afterG: 0 });
    expect(await line.next()).toEqual({ jobId: job.id, table: 'reading_zero', writeId: zeroId });
    await server.void(reading.id, 'not settled', { id: voidId });
    expect(await line.next()).toEqual({ jobId: job.id, table: 'entry_void', writeId: voidId });
    await server.post(`jobs/${job.id}/part-cuts`, { id: cutId, ...by, partId: part.id });
    expect(await line.next()).toEqual({ jobId: job.id, table: 'part_cut', writeId: cutId });
    await server.post(`jobs/${job.id}/decisions`, { id: decisionId, ...by, baseVersion: 0, subject: 'bob.oilG', value: 3 });
    expect(await line.next()).toEqual({ jobId: job.id, table: 'decision', writeId: decisionId });
    line.hangUp();
  });
  it('is one word for a whole file of readings', async () => {
    const job = await server.job();
    const line = await listenTo(job.id);
    const pins = job.parts.filter(({ kind }) => kind === 'pin');
    const readings = pins.map(({ id: partId }) => ({
      id: randomUUID(),
      personId: server.personId,
      partId,
      measure: 'mass',
      valueG: 148,
      cutId: null,
    }));
    const id = randomUUID();
    await server.post(`jobs/${job.id}/readings/batch`, { id, personId: server.personId, readings });
    const reading = (await server.reading(job, pins[0]!, 148)).body as { id: string };
    expect([await line.next(), await line.next()].map(({ writeId }) => writeId)).toEqual([id, reading.id]);
    line.hangUp();
  });
  it('is not about other jobs, but about the shop’s own things and the list', async () => {
    const [mine, other] = [await server.job(), await server.job()];
    const line = await listenTo(mine.id);
    const pin = (job: typeof mine) => job.parts.find(({ kind }) => kind === 'pin')!;
    await server.reading(other, pin(other), 148);
    const ids = Array.from({ length: 3 }, () => randomUUID());
    const change = (id: string, baseVersion: number) => ({ id, personId: server.personId, baseVersion });
    await server.put('shop/usual', { ...change(ids[0]!, 0), factorRatio: 0.5, oilG: 3 });
    await server.put('bob-box', { ...change(ids[1]!, 0), box: { clamps: [], pieces: [] } });
    await server.post(`jobs/${other.id}/removal`, { id: ids[2]!, personId: server.personId, reason: 'entered twice' });
    const heard = [await line.next(), await line.next(), await line.next()];
    expect(heard.map(({ table, writeId }) => [table, writeId])).toEqual([
      ['shop_usual', ids[0]],
      ['bob_box', ids[1]],
      ['job_removal', ids[2]],
    ]);
    line.hangUp();
  });
  it('is of every job for a listener who passes it on', async () => {
    const [one, two] = [await server.job(), await server.job()];
    const line = await listenTo(ALL_JOBS);
    for (const job of [one, two])
      await server.reading(
        job,
        job.parts.find(({ kind }) => kind === 'pin')!,
        148,
      );
    expect([await line.next(), await line.next()].map(({ jobId }) => jobId)).toEqual([one.id, two.id]);
    line.hangUp();
  });
  it('comes again after the listening connection was killed, with a word to look at everything', async () => {
    const job = await server.job();
    const line = await listenTo(job.id);
    await server.db.raw(`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query = 'listen tare'`);
    expect(await line.next()).toEqual({ jobId: null, table: '*', writeId: null });
    line.hangUp();
  });
  it('says where there is no such job', async () => {
    expect((await fetch(`${base}/changes?job=${randomUUID()}`)).status).toBe(404);
    expect((await fetch(`${base}/changes?job=seven`)).status).toBe(404);
  });
  it('ends for a device that is put out of the shop', async () => {
    const job = await server.job();
    const line = await listenTo(job.id);
    const part = job.parts.find(({ kind }) => kind === 'pin')!;
    await server.reading(job, part, 148);
    expect((await line.next()).table).toBe('reading');
    const letsIn = jest.spyOn(server.app.get(Devices), 'letsIn').mockImplementation(({ path }) => Promise.resolve(path !== '/api/changes'));
    await server.reading(job, part, 148);
    await expect(line.next()).rejects.toThrow('hung up');
    letsIn.mockRestore();
  });
});
