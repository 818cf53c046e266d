import { wrap, type Remote } from 'comlink';
import type { Matcher } from './matcher.worker.js';

export interface RunningMatcher {
  readonly remote: Remote<Matcher>;
  readonly end: () => void;
}

/** A worker of its own, so that a solver that takes long can be stopped by ending it. */
export function startMatcher(): RunningMatcher {
  const worker = new Worker(new URL('./matcher.worker.ts', import.meta.url), { type: 'module' });
  return { remote: wrap<Matcher>(worker), end: () => worker.terminate() };
}

let shared: RunningMatcher | null = null;
/** One worker for short work that nobody stops. */
export const sharedMatcher = (): Remote<Matcher> => (shared ??= startMatcher()).remote;
