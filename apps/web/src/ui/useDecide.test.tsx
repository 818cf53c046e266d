import { useQueryClient } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { DecisionEntry, JobRecord } from '@tare/contract';
import type { ReactNode } from 'react';
import { ask } from '../api/client.js';
import { jobKey } from '../api/queries.js';
import { ProblemError } from '../api/problem.js';
import { sheetOf } from '../testing.js';
import { AtABench, WaitingOutbox } from '../testingBench.js';
import { useDecide } from './useDecide.js';

jest.mock('../api/client.js', () => ({ ask: jest.fn() }));
const asked = jest.mocked(ask);

const record = sheetOf('inline3');
const key = jobKey(record.id);
const desk = () => {
  const outbox = new WaitingOutbox();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <AtABench record={record} outbox={outbox}>
      {children}
    </AtABench>
  );
  const { result } = renderHook(() => ({ ...useDecide(), queries: useQueryClient() }), { wrapper });
  result.current.queries.setQueryData(key, record);
  const kept = (): DecisionEntry | undefined => result.current.queries.getQueryData<JobRecord>(key)?.decisions['bob.oilG'];
  return { result, kept };
};

beforeEach(() => {
  localStorage.setItem('tare.person', 'ottoline');
});

describe('a choice on the open job', () => {
  it('shows at once, and then as the server kept it', async () => {
    let answer: (entry: DecisionEntry) => void = () => undefined;
    asked.mockReturnValueOnce(new Promise<DecisionEntry>((resolve) => (answer = resolve)));
    const { result, kept } = desk();
    act(() => result.current.decide({ subject: 'bob.oilG', value: 3 }));
    await waitFor(() => expect(kept()).toMatchObject({ value: 3, version: 1, personId: 'ottoline' }));
    expect(result.current.blocked).toBe(true);
    const made: DecisionEntry = { value: 3, version: 1, personId: 'ottoline', at: '2026-03-02T10:00:00.000Z' };
    act(() => answer(made));
    await waitFor(() => expect(kept()).toEqual(made));
  });
  it('is withdrawn when refused, said why, and the job is read again', async () => {
    asked.mockRejectedValueOnce(
      new ProblemError({ type: 'about:blank', title: 'Conflict', status: 409, detail: 'Changed by Bram Tewitt meanwhile.' }, false),
    );
    const { result, kept } = desk();
    act(() => result.current.decide({ subject: 'bob.oilG', value: 3 }));
    await waitFor(() => expect(result.current.error?.message).toMatch('Bram Tewitt'));
    expect(kept()).toBeUndefined();
    expect(result.current.queries.getQueryState(key)?.isInvalidated).toBe(true);
  });
});
