import type { BenchId } from '@tare/core';
import type { ComponentType } from 'react';

/** Each bench is its own chunk: the first screen carries no bench that nobody has opened. */
export const BENCH_PAGES: Readonly<Record<BenchId, () => Promise<{ Component: ComponentType }>>> = {
  engine: async () => ({ Component: (await import('../benches/engine/EngineBench.js')).EngineBench }),
  checkIn: async () => ({ Component: (await import('../benches/checkIn/CheckInBench.js')).CheckInBench }),
  makeReady: async () => ({ Component: (await import('../benches/makeReady/MakeReadyBench.js')).MakeReadyBench }),
  weigh: async () => ({ Component: (await import('../benches/weigh/WeighBench.js')).WeighBench }),
  match: async () => ({ Component: (await import('../benches/match/MatchBench.js')).MatchBench }),
  bobs: async () => ({ Component: (await import('../benches/bobs/BobBench.js')).BobBench }),
  spin: async () => ({ Component: (await import('../benches/spin/SpinBench.js')).SpinBench }),
  correct: async () => ({ Component: (await import('../benches/correct/CorrectBench.js')).CorrectBench }),
  signOff: async () => ({ Component: (await import('../benches/signOff/SignOffBench.js')).SignOffBench }),
};

let fetched = false;

/**
 * Fetches the benches' scripts before anybody asks, so that one opens from the list without waiting for its own: the one that a job
 * opens on at once, the others while nothing else is to be done.
 */
export function fetchBenches(): void {
  if (fetched) return;
  fetched = true;
  const fetchAll = (pages: (() => Promise<unknown>)[]): void => void Promise.all(pages.map((page) => page())).catch(() => (fetched = false));
  fetchAll([BENCH_PAGES.weigh]);
  const others = (): void => fetchAll(Object.values(BENCH_PAGES));
  if ('requestIdleCallback' in window) window.requestIdleCallback(others);
  else setTimeout(others, 500);
}
