import { act, renderHook, waitFor } from '@testing-library/react';
import type { JobRecord } from '@tare/contract';
import { cylinderOf, swapSets, type SwapProblem, type SwapResult } from '@tare/core';
import type { ReactNode } from 'react';
import { readingOf, sheetOf } from '../../../testing.js';
import { AtABench, WaitingOutbox } from '../../../testingBench.js';
import { useSwap } from './useSwap.js';

const ended = jest.fn();
/** The search beside the screen, here without a worker and without a solver: what it finds by exchanges. */
const search = jest.fn((problem: SwapProblem): Promise<SwapResult> =>
  swapSets(
    problem,
    () => Promise.resolve({ status: 'none', objective: 0, columns: {}, duals: {} }),
    () => 0.5,
    { timeLimitS: 1 },
  ),
);
jest.mock('../matcher.js', () => ({ startMatcher: () => ({ remote: { swap: search }, end: ended }) }));

const GRAMS = { piston: [600, 602, 605], pin: [149, 150, 147], lockPair: [2, 2, 2], ringSet: [46, 46, 46] } as const;
const weighed = (): JobRecord =>
  sheetOf('inline3', { readings: Object.entries(GRAMS).flatMap(([kind, all]) => all.map((g, i) => readingOf(`${kind}${i + 1}`, g))) });
const desk = (record: JobRecord = weighed()) => {
  const outbox = new WaitingOutbox();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <AtABench record={record} outbox={outbox}>
      {children}
    </AtABench>
  );
  return renderHook(useSwap, { wrapper });
};
const spread = ({ current }: ReturnType<typeof desk>['result']): number => {
  const sets = current.setsOf(current.parts);
  return sets?.kind === 'matched' ? sets.set.spreadG : Number.NaN;
};

beforeEach(() => {
  ended.mockClear();
  search.mockClear();
});

describe('the swap desk', () => {
  it('finds the rings of an exchange that bring the sets nearer, and what taking them means', async () => {
    const { result } = desk();
    // 797, 800, 800: the heaviest pin belongs to the lightest piston.
    expect(spread(result)).toBe(3);
    act(() => result.current.start());
    await waitFor(() => expect(result.current.search.state).toBe('done'));
    expect(result.current.rings).toHaveLength(1);
    const runsIn = result.current.wouldRunIn(result.current.rings);
    expect(runsIn).toEqual({ pin1: 2, pin2: 1 });
    act(() => void result.current.taking(result.current.rings));
    expect([result.current.search.state, result.current.movedByHand]).toEqual(['idle', false]);
  });
  it('moves a part by hand: its like changes places with it, and can be put back', () => {
    const { result } = desk();
    act(() => result.current.move('pin3', 1));
    const pins = result.current.parts.filter(({ kind }) => kind === 'pin').map((part) => [part.id, cylinderOf(part)]);
    expect(pins).toEqual([
      ['pin1', 3],
      ['pin2', 2],
      ['pin3', 1],
    ]);
    expect([result.current.movedByHand, spread(result)]).toEqual([true, 7]);
    act(() => result.current.putBack());
    expect([result.current.movedByHand, spread(result)]).toEqual([false, 3]);
  });
  it('leaves what was moved by hand where the hand put it', async () => {
    const { result } = desk();
    act(() => result.current.move('pin3', 1));
    act(() => result.current.start());
    await waitFor(() => expect(result.current.search.state).toBe('done'));
    expect(search.mock.calls[0]![0].kept.map(({ place, stay }) => [place, stay])).toEqual(
      expect.arrayContaining([
        [0, true],
        [2, true],
      ]),
    );
  });
  it('stops a search by ending its worker, and ends it on leaving', () => {
    search.mockReturnValueOnce(new Promise(() => undefined));
    const { result, unmount } = desk();
    act(() => result.current.start());
    expect(result.current.search.state).toBe('running');
    act(() => result.current.stop());
    expect([result.current.search.state, ended.mock.calls.length]).toEqual(['stopped', 1]);
    search.mockReturnValueOnce(new Promise(() => undefined));
    act(() => result.current.start());
    unmount();
    expect(ended).toHaveBeenCalledTimes(2);
  });
  it('says in its own words why nothing can change places', () => {
    const { result } = desk(sheetOf('inline3'));
    expect(result.current.job).toEqual(expect.stringMatching(/\w/));
    expect(typeof result.current.job).toBe('string');
  });
});
