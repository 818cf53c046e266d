/** @jest-environment node */
import 'fake-indexeddb/auto';
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
});
