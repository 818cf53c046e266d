import { useQueryClient } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { DecisionEntry, JobRecord, NewDecision } from '@tare/contract';
import type { MountingCheck } from '@tare/core';
import type { ReactNode } from 'react';
import { ask } from '../api/client.js';
import { ProblemError } from '../api/problem.js';
import { jobKey } from '../api/queries.js';
import { sheetOf } from '../testing.js';
import { AtABench, WaitingOutbox } from '../testingBench.js';
import { useDecideInTurn } from './useDecideInTurn.js';

jest.mock('../api/client.js', () => ({ ask: jest.fn() }));

const record = sheetOf('inline3');
/** The bench of one bob, and a server that answers when a test has it. */
const mounting = () => {
  const sent: NewDecision[] = [];
  const answers: { kept: () => void; refused: () => void }[] = [];
  jest.mocked(ask).mockImplementation((_, given) => {
    const body = (given as { body: NewDecision }).body;
    sent.push(body);
    return new Promise((resolve, reject) => {
      const { value, baseVersion, personId } = body;
      answers.push({
        kept: () => resolve({ value, version: baseVersion + 1, personId, at: '' } satisfies DecisionEntry),
        refused: () =>
          reject(new ProblemError({ type: 'about:blank', title: 'Conflict', status: 409, detail: 'Changed by Bram Tewitt meanwhile.' }, false)),
      });
    });
  });
  const wrapper = ({ children }: { children: ReactNode }) => (
    <AtABench record={record} outbox={new WaitingOutbox()}>
      {children}
    </AtABench>
  );
  const { result } = renderHook(() => ({ ...useDecideInTurn('bob.mounted'), queries: useQueryClient() }), { wrapper });
  result.current.queries.setQueryData<JobRecord>(jobKey(record.id), record);
  return {
    sent: () => sent.map(({ value, baseVersion }) => [value, baseVersion]),
    tick: (...checks: readonly MountingCheck[]) =>
      act(() => checks.forEach((check) => result.current.change((now = []) => [[...(now[0] ?? []), check]]))),
    answer: async (nth: number, how: 'kept' | 'refused') => {
      await waitFor(() => expect(answers.length).toBeGreaterThan(nth));
      act(() => answers[nth]![how]());
    },
    now: () => result.current,
  };
};

beforeEach(() => {
  localStorage.setItem('tare.person', 'ottoline');
});

describe('a choice of many', () => {
  it('loses none of those that were made before the first was answered, nor between two drawings', async () => {
    const { tick, answer, sent, now } = mounting();
    tick('square', 'centred');
    expect([now().value, now().isUnderWay]).toEqual([[['square', 'centred']], true]);
    tick('tight');
    await answer(0, 'kept');
    await answer(1, 'kept');
    await waitFor(() => expect(now().isUnderWay).toBe(false));
    expect(sent()).toEqual([
      [[['square']], 0],
      [[['square', 'centred', 'tight']], 1],
    ]);
    expect(now().value).toEqual([['square', 'centred', 'tight']]);
    // From where the last was answered, also where the record on the screen has it not yet.
    tick('sameWay');
    await answer(2, 'kept');
    await waitFor(() => expect(now().isUnderWay).toBe(false));
    expect(sent()[2]).toEqual([[['square', 'centred', 'tight', 'sameWay']], 2]);
  });
  it('withdraws with the one that is refused those after it, and says why', async () => {
    const { tick, answer, sent, now } = mounting();
    tick('square', 'centred');
    await answer(0, 'refused');
    await waitFor(() => expect(now().error?.message).toMatch('Bram Tewitt'));
    await waitFor(() => expect(now().isUnderWay).toBe(false));
    expect([now().value, sent()]).toEqual([undefined, [[[['square']], 0]]]);
  });
});
