import { useMutation } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import { sheetOf } from '../testing.js';
import { AtABench, WaitingOutbox } from '../testingBench.js';
import { KEEPS_NOTHING, useAskBeforeLeaving } from './useAskBeforeLeaving.js';

const mayLeave = (): boolean => window.dispatchEvent(new Event('beforeunload', { cancelable: true }));

function bench() {
  const outbox = new WaitingOutbox();
  const record = sheetOf('inline3');
  let answer: () => void;
  const answered = new Promise<void>((resolve) => {
    answer = resolve;
  });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <AtABench record={record} outbox={outbox}>
      {children}
    </AtABench>
  );
  const { result, unmount } = renderHook(
    () => {
      useAskBeforeLeaving();
      const choice = { mutationFn: () => answered, scope: { id: 'decisions' } };
      return { first: useMutation(choice), second: useMutation(choice), worked: useMutation({ ...KEEPS_NOTHING, mutationFn: () => answered }) };
    },
    { wrapper },
  );
  return { result, unmount, outbox, answer: () => answer() };
}

describe('leaving the page', () => {
  it('is asked about while a choice is on its way, or waits for the one before it', async () => {
    const { result, unmount, answer } = bench();
    expect(mayLeave()).toBe(true);
    act(() => {
      result.current.first.mutate();
      result.current.second.mutate();
    });
    await waitFor(() => expect(result.current.second.isPaused).toBe(true));
    expect(mayLeave()).toBe(false);
    act(answer);
    await waitFor(() => expect(result.current.second.isSuccess).toBe(true));
    expect(mayLeave()).toBe(true);
    unmount();
  });
  it('is not for what is only worked out', async () => {
    const { result, unmount } = bench();
    act(() => result.current.worked.mutate());
    await waitFor(() => expect(result.current.worked.isPending).toBe(true));
    expect(mayLeave()).toBe(true);
    unmount();
  });
  it('is asked about until the browser’s database has a reading', () => {
    const { outbox, unmount } = bench();
    const reading = { jobId: 'job', path: 'jobs/job/readings', body: { id: 'a' }, at: '' };
    act(() => outbox.put([reading]));
    expect(mayLeave()).toBe(false);
    act(() => outbox.put([{ ...reading, seq: 1 }]));
    expect(mayLeave()).toBe(true);
    unmount();
    expect(mayLeave()).toBe(true);
  });
});
