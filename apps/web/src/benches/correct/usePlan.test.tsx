import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ChoicesInput } from '@tare/core';
import type { ReactNode } from 'react';
import { usePlan } from './usePlan.js';

/** The planner beside the screen: it only counts what is asked of it. */
const plan = jest.fn((input: ChoicesInput) => Promise.resolve({ plans: { kind: 'nothingToDo' }, input }));
jest.mock('comlink', () => ({ wrap: () => ({ plan }) }));
globalThis.Worker = class {} as unknown as typeof Worker;

const inputOf = (maxHoles: number): ChoicesInput => ({ maxHoles }) as ChoicesInput;

it('keeps a plan through a word to look at everything, and works out another only for another input', async () => {
  const queries = new QueryClient();
  const wrapper = ({ children }: { children: ReactNode }) => <QueryClientProvider client={queries}>{children}</QueryClientProvider>;
  const fetched: boolean[] = [];
  const { result, rerender } = renderHook(
    ({ maxHoles }) => {
      const asked = usePlan(inputOf(maxHoles), 'spin1');
      fetched.push(asked.isFetching);
      return asked;
    },
    { wrapper, initialProps: { maxHoles: 8 } },
  );
  await waitFor(() => expect(result.current.data).toBeDefined());
  const before = result.current.data;
  fetched.length = 0;
  await act(() => queries.invalidateQueries({ queryKey: [] }));
  expect(plan).toHaveBeenCalledTimes(1);
  expect(fetched).not.toContain(true);
  expect(result.current.data).toBe(before);
  rerender({ maxHoles: 2 });
  await waitFor(() => expect(result.current.data).toMatchObject({ input: { maxHoles: 2 } }));
  expect(plan).toHaveBeenCalledTimes(2);
});
