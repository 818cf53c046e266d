import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { StandinMoved } from '@tare/contract';
import type { ReactNode } from 'react';
import { useLiveLines } from './useLiveLines.js';
import { useStandinHand } from './useStandinHand.js';

const numberOf = (line: string): { readonly value: number } => ({ value: Number(line) });
const same = (a: { readonly value: number }, b: { readonly value: number }): boolean => a.value === b.value;

/** A stand-in that says and answers what a test has it. */
async function standin() {
  let speaker: ReadableStreamDefaultController<Uint8Array> | null = null;
  const body = new ReadableStream<Uint8Array>({ start: (controller) => void (speaker = controller) });
  globalThis.fetch = jest.fn(() => Promise.resolve({ ok: true, body } as Response));
  const answers: { resolve: (moved: StandinMoved) => void; reject: (error: Error) => void }[] = [];
  const send = (): Promise<StandinMoved> => new Promise((resolve, reject) => answers.push({ resolve, reject }));
  const queries = new QueryClient();
  const wrapper = ({ children }: { readonly children: ReactNode }): ReactNode => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  );
  const { result } = renderHook(
    () => {
      const live = useLiveLines({ source: 'standin', noun: 'gauge', baudRate: 9600 }, numberOf, same);
      return { live, hand: useStandinHand<string>(live, send) };
    },
    { wrapper },
  );
  const say = async (...lines: readonly string[]): Promise<void> => {
    await act(async () => {
      speaker!.enqueue(new TextEncoder().encode(lines.map((line) => `${line}\n`).join('')));
      // The bytes pass a decoder before they are heard.
      await new Promise((resolve) => setTimeout(resolve, 20));
    });
  };
  await say('MOVED 4', '1');
  await waitFor(() => expect(result.current.live.shown).toEqual({ value: 1 }));
  return {
    say,
    shown: () => result.current.live.shown?.value ?? null,
    move: () => act(() => result.current.hand.move('to the next place')),
    /** Its answer to the nth move. */
    answer: async (nth: number, moves: number): Promise<void> => {
      await waitFor(() => expect(answers.length).toBeGreaterThan(nth));
      await act(() => {
        answers[nth]!.resolve({ done: true, moves });
        return Promise.resolve();
      });
    },
    refuse: async (nth: number): Promise<void> => {
      await waitFor(() => expect(answers.length).toBeGreaterThan(nth));
      await act(() => {
        answers[nth]!.reject(new Error('It does not know that place.'));
        return Promise.resolve();
      });
    },
    error: () => result.current.hand.error?.message,
  };
}

describe('the hand with a stand-in', () => {
  it('shows nothing from the key on, and what was said before it moved never again', async () => {
    const { say, shown, move, answer } = await standin();
    move();
    expect(shown()).toBeNull();
    await say('1');
    expect(shown()).toBeNull();
    await answer(0, 5);
    // Another connection brings the lines: those of the place before may come after the answer.
    await say('1');
    expect(shown()).toBeNull();
    await say('1', 'MOVED 5', '2');
    expect(shown()).toBe(2);
  });
  it('waits for the last of two quick moves', async () => {
    const { say, shown, move, answer } = await standin();
    move();
    move();
    await answer(0, 5);
    await say('MOVED 5', '2');
    expect(shown()).toBeNull();
    await answer(1, 6);
    await say('2');
    expect(shown()).toBeNull();
    await say('MOVED 6', '3');
    expect(shown()).toBe(3);
  });
  it('is looked at again where a move was refused', async () => {
    const { say, shown, move, refuse, error } = await standin();
    move();
    await refuse(0);
    await say('1');
    expect(shown()).toBe(1);
    expect(error()).toBe('It does not know that place.');
  });
});
