/** @jest-environment node */
import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { Outbox, type OutboxEntry } from './outbox.js';
import { ProblemError, UNREACHABLE } from './problem.js';

const entry = (n: number): OutboxEntry => ({ jobId: 'j', path: 'jobs/j/readings', body: { id: String(n) }, at: '' });
const alone = (work: () => Promise<void>): Promise<void> => work();
const idOf = (e: OutboxEntry): string => e.body.id;

async function emptied(outbox: Outbox): Promise<void> {
  for (const { seq } of outbox.snapshot()) await outbox.drop(seq!);
}

describe('the outbox', () => {
  it('sends in order, one at a time, and lets go only of what was acknowledged', async () => {
    const sent: string[] = [];
    let up = false;
    const outbox = new Outbox((e) => {
      if (!up) return Promise.reject(new ProblemError(UNREACHABLE, true));
      sent.push(idOf(e));
      return Promise.resolve();
    }, alone);
    for (let n = 1; n <= 4; n += 1) await outbox.add(entry(n));
    await outbox.flush();
    expect(outbox.snapshot()).toHaveLength(4);
    up = true;
    await outbox.flush();
    await outbox.flush();
    expect(sent).toEqual(['1', '2', '3', '4']);
    expect(outbox.snapshot()).toHaveLength(0);
    outbox.close();
  });
  it('shows an entry before the database has it, once, and lets go of one that cannot be kept', async () => {
    const outbox = new Outbox(() => Promise.reject(new ProblemError(UNREACHABLE, true)), alone);
    const seen: number[] = [];
    outbox.subscribe(() => seen.push(outbox.snapshot().length));
    const adding = [outbox.add(entry(1)), outbox.add(entry(2))];
    expect(outbox.snapshot().map(idOf)).toEqual(['1', '2']);
    await Promise.all(adding);
    expect(outbox.snapshot().map(idOf)).toEqual(['1', '2']);
    expect(Math.max(...seen)).toBe(2);
    await expect(outbox.add({ ...entry(3), body: { id: '3', cannotBeKept: () => undefined } })).rejects.toThrow();
    expect(outbox.snapshot().map(idOf)).toEqual(['1', '2']);
    await emptied(outbox);
    outbox.close();
  });
  it('gives an entry its number when it is kept, not when that was asked for', async () => {
    const outbox = new Outbox(() => Promise.reject(new ProblemError(UNREACHABLE, true)), alone);
    await outbox.flush();
    // Another window is busy with the same database.
    const busy = (await openDB('tare')).transaction('entries', 'readwrite');
    let isBusy = true;
    const done = (async () => {
      while (isBusy) await busy.store.count();
    })();
    const adding = outbox.add(entry(1));
    for (let i = 0; i < 50; i += 1) await busy.store.count();
    expect(outbox.snapshot().map((e) => [idOf(e), e.seq])).toEqual([['1', undefined]]);
    isBusy = false;
    await Promise.all([done, busy.done, adding]);
    expect(outbox.snapshot().map((e) => [idOf(e), typeof e.seq])).toEqual([['1', 'number']]);
    busy.db.close();
    await emptied(outbox);
    outbox.close();
  });
  it('survives a reload', async () => {
    const before = new Outbox(() => Promise.reject(new ProblemError(UNREACHABLE, true)), alone);
    await before.add(entry(7));
    await before.flush();
    before.close();
    const sent: string[] = [];
    const after = new Outbox((e) => {
      sent.push(idOf(e));
      return Promise.resolve();
    }, alone);
    await after.flush();
    await after.flush();
    expect(sent).toContain('7');
    expect(after.snapshot()).toHaveLength(0);
    after.close();
  });
  it('keeps what the server refused, with its reason, and goes on with the rest', async () => {
    const refuse = new ProblemError({ type: '', title: '', status: 409, detail: 'This part was cut.' }, false);
    const outbox = new Outbox((e) => (idOf(e) === '1' ? Promise.reject(refuse) : Promise.resolve()), alone);
    await outbox.add(entry(1));
    await outbox.add(entry(2));
    await outbox.flush();
    await outbox.flush();
    expect(outbox.snapshot().map((e) => [idOf(e), e.refusal])).toEqual([['1', 'This part was cut.']]);
    await emptied(outbox);
    expect(outbox.snapshot()).toHaveLength(0);
    outbox.close();
  });
  it('sends again after a fault of the server’s, with growing pauses, and says so', async () => {
    jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] });
    const tries: number[] = [];
    let up = false;
    const away = new ProblemError({ type: '', title: '', status: 503, detail: 'Tare’s database does not answer.' }, true);
    const outbox = new Outbox(() => {
      tries.push(Date.now());
      return up ? Promise.resolve() : Promise.reject(away);
    }, alone);
    const settle = async (): Promise<void> => {
      for (let i = 0; i < 200; i += 1) await new Promise((resolve) => setImmediate(resolve));
    };
    await settle();
    const start = Date.now();
    await outbox.add(entry(1));
    await settle();
    expect(outbox.faultNow()?.reason).toBe('Tare’s database does not answer.');
    expect(outbox.snapshot()[0]!.refusal).toBeUndefined();
    for (let s = 0; s < 200; s += 1) {
      jest.advanceTimersByTime(1000);
      await settle();
    }
    expect(tries.map((at) => Math.round((at - start) / 1000))).toEqual([0, 2, 6, 14, 30, 62, 122, 182]);
    up = true;
    await outbox.tryNow();
    expect(outbox.snapshot()).toHaveLength(0);
    expect(outbox.faultNow()).toBeNull();
    outbox.close();
    jest.useRealTimers();
  });
  it('sends a refused entry again, mended, as a new one', async () => {
    const refuse = new ProblemError({ type: '', title: '', status: 400, detail: 'A mass is above 0 g.' }, false);
    const sent: OutboxEntry[] = [];
    const outbox = new Outbox((e) => {
      if ((e.body['valueG'] as number) < 0) return Promise.reject(refuse);
      sent.push(e);
      return Promise.resolve();
    }, alone);
    const reading = { id: '1', valueG: -612 } as unknown as NonNullable<OutboxEntry['reading']>;
    await outbox.add({ ...entry(1), body: { id: '1', valueG: -612 }, reading });
    await outbox.flush();
    await outbox.flush();
    const [refused] = outbox.snapshot();
    expect(refused!.refusal).toBe('A mass is above 0 g.');
    await outbox.mend(refused!.seq!, { valueG: 612 });
    await outbox.flush();
    await outbox.flush();
    expect(outbox.snapshot()).toHaveLength(0);
    expect(sent).toHaveLength(1);
    expect(sent[0]!.body).toMatchObject({ valueG: 612 });
    expect(sent[0]!.reading).toMatchObject({ valueG: 612, id: sent[0]!.body.id });
    expect(sent[0]!.body.id).not.toBe('1');
    outbox.close();
  });
});
