import { act, renderHook } from '@testing-library/react';
import type { JobRecord } from '@tare/contract';
import type { ReactNode } from 'react';
import { readingOf, sheetOf } from '../testing.js';
import { WaitingOutbox } from '../testingBench.js';
import type { Outbox, OutboxEntry } from './outbox.js';
import { OutboxContext, usePendingEntries } from './outboxContext.js';

const waiting = (id: string, more: Partial<OutboxEntry> = {}): OutboxEntry => ({
  jobId: 'job',
  path: 'jobs/job/readings',
  body: { id },
  at: 'now',
  ...more,
});

/** The hook at a record that a test can exchange, and how often its list was another one. */
function pendingOf(record: JobRecord | undefined) {
  const outbox = new WaitingOutbox();
  const lists = new Set<readonly OutboxEntry[]>();
  const wrapper = ({ children }: { children: ReactNode }) => <OutboxContext value={outbox as unknown as Outbox}>{children}</OutboxContext>;
  const { result, rerender } = renderHook(
    ({ at }: { at: JobRecord | undefined }) => {
      const list = usePendingEntries(at);
      lists.add(list);
      return list;
    },
    { wrapper, initialProps: { at: record } },
  );
  return { outbox, result, lists, arrive: (next: JobRecord) => rerender({ at: next }) };
}

describe('what waits for the server', () => {
  it('is one list from the press of the key until it has arrived, whatever its way', () => {
    const bare = sheetOf('inline3');
    const { outbox, result, lists, arrive } = pendingOf(bare);
    act(() => void outbox.add(waiting('a')));
    const list = result.current;
    expect(list.map(({ body }) => body.id)).toEqual(['a']);
    // Kept in the browser's database under a number, read back, sent: the same list.
    act(() => outbox.put([waiting('a', { seq: 1 })]));
    act(() => outbox.put([waiting('a', { seq: 1 })]));
    expect(result.current).toBe(list);
    // Arrived, and let go only after that.
    arrive(sheetOf('inline3', { readings: [readingOf('piston1', 612, { id: 'a' })] }));
    const after = result.current;
    expect(after).toEqual([]);
    act(() => outbox.put([]));
    expect(result.current).toBe(after);
    // Nothing, the reading, nothing: one list each.
    expect(lists.size).toBe(3);
  });
  it('is of this job alone, without what was refused', () => {
    const { outbox, result } = pendingOf(sheetOf('inline3'));
    act(() => outbox.put([waiting('a', { refusal: 'cut since' }), waiting('b', { jobId: 'other' }), waiting('c')]));
    expect(result.current.map(({ body }) => body.id)).toEqual(['c']);
  });
  it('is nothing while the job is fetched', () => {
    const { outbox, result } = pendingOf(undefined);
    act(() => outbox.put([waiting('a')]));
    expect(result.current).toEqual([]);
  });
});
