import { useQueryClient } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { DecisionEntry, JobRecord, NewDecision } from '@tare/contract';
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
  const kept = (subject = 'bob.oilG'): DecisionEntry | undefined => result.current.queries.getQueryData<JobRecord>(key)?.decisions[subject];
  return { result, kept };
};

/** A server that answers one request after the other, when a test has it. */
const answering = () => {
  const bodies: NewDecision[] = [];
  const waiting: { kept: () => void; refused: () => void }[] = [];
  asked.mockImplementation((_, given) => {
    const { body } = given as { body: NewDecision };
    bodies.push(body);
    return new Promise((resolve, reject) => {
      const { value, baseVersion, personId } = body;
      waiting.push({
        kept: () => resolve({ value, version: baseVersion + 1, personId, at: '' }),
        refused: () =>
          reject(new ProblemError({ type: 'about:blank', title: 'Conflict', status: 409, detail: 'Changed by Bram Tewitt meanwhile.' }, false)),
      });
    });
  });
  let answered = 0;
  return {
    sent: () => bodies.map(({ value, baseVersion }) => [value, baseVersion]),
    answer: async (how: 'kept' | 'refused'): Promise<void> => {
      const nth = answered++;
      await waitFor(() => expect(waiting.length).toBeGreaterThan(nth));
      await act(() => {
        waiting[nth]![how]();
        return Promise.resolve();
      });
    },
  };
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
  it('made of many loses none that came before the first was answered, each against the one before', async () => {
    const { answer, sent } = answering();
    const { result, kept } = desk();
    for (const check of ['square', 'centred', 'tight'] as const)
      // A tick is an event of its own; the screen need not have been drawn between two.
      await act(() => {
        result.current.change('bob.mounted', (now = []) => [[...(now[0] ?? []), check]]);
        return Promise.resolve();
      });
    await waitFor(() => expect(kept('bob.mounted')).toMatchObject({ value: [['square', 'centred', 'tight']], version: 3 }));
    expect(sent()).toEqual([[[['square']], 0]]);
    await answer('kept');
    // The first one's answer does not take the later ticks off the screen.
    expect(kept('bob.mounted')).toMatchObject({ version: 3 });
    await answer('kept');
    await answer('kept');
    await waitFor(() => expect(result.current.blocked).toBe(false));
    expect(sent().slice(1)).toEqual([
      [[['square', 'centred']], 1],
      [[['square', 'centred', 'tight']], 2],
    ]);
  });
  it('that is refused takes with it those that build on it, and says why while another is on its way', async () => {
    const { answer } = answering();
    const { result, kept } = desk();
    await act(() => {
      result.current.decide({ subject: 'weigh.sample', value: 'one' });
      return Promise.resolve();
    });
    await act(() => {
      result.current.decide({ subject: 'weigh.sample', value: 'every' });
      return Promise.resolve();
    });
    await waitFor(() => expect(kept('weigh.sample')).toMatchObject({ value: 'every', version: 2 }));
    await answer('refused');
    await waitFor(() => expect(result.current.error?.message).toMatch('Bram Tewitt'));
    await answer('refused');
    await waitFor(() => expect(kept('weigh.sample')).toBeUndefined());
  });
  it('settles each field that was kept, also where the next was sent before', async () => {
    const { answer } = answering();
    const { result } = desk();
    const settled: string[] = [];
    act(() => result.current.decide({ subject: 'rods.crush.1', value: true }, () => settled.push('first')));
    act(() => result.current.decide({ subject: 'rods.crush.2', value: true }, () => settled.push('second')));
    await answer('kept');
    await answer('kept');
    await waitFor(() => expect(settled).toEqual(['first', 'second']));
  });
});
