import type { SwapProblem, SwapResult } from '@tare/core';
import { proxy } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { startMatcher, type RunningMatcher } from '../matcher.js';

export interface SwapSearch {
  readonly state: 'idle' | 'running' | 'done' | 'stopped' | 'failed';
  /** What the solver has done last, in a word. */
  readonly word: string;
  /** The best so far; stopped early it stands, with its gap. */
  readonly best: SwapResult | null;
}

const IDLE: SwapSearch = { state: 'idle', word: '', best: null };

/** Looks for swaps beside the screen. A new problem, or leaving the bench, ends the search before it. */
export function useSwapSearch(): {
  readonly search: SwapSearch;
  readonly start: (problem: SwapProblem) => void;
  readonly stop: () => void;
  readonly clear: () => void;
} {
  const [search, setSearch] = useState<SwapSearch>(IDLE);
  const running = useRef<RunningMatcher | null>(null);
  const end = useCallback(() => {
    running.current?.end();
    running.current = null;
  }, []);
  useEffect(() => end, [end]);

  const start = useCallback(
    (problem: SwapProblem) => {
      end();
      const own = startMatcher();
      running.current = own;
      const isOwn = (): boolean => running.current === own;
      setSearch({ state: 'running', word: 'started', best: null });
      own.remote
        .swap(
          problem,
          proxy(({ word, best }) => {
            if (isOwn()) setSearch({ state: 'running', word, best });
          }),
        )
        .then(
          (best) => {
            if (isOwn()) setSearch({ state: 'done', word: 'done', best });
          },
          (error: unknown) => {
            if (isOwn()) setSearch({ state: 'failed', word: error instanceof Error ? error.message : 'The search broke off.', best: null });
          },
        )
        .finally(() => {
          if (isOwn()) end();
        });
    },
    [end],
  );
  const stop = useCallback(() => {
    end();
    setSearch((now) => ({ ...now, state: 'stopped' }));
  }, [end]);
  const clear = useCallback(() => {
    end();
    setSearch(IDLE);
  }, [end]);
  return { search, start, stop, clear };
}
