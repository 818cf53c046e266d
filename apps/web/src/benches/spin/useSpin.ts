import { useQueryClient } from '@tanstack/react-query';
import type { SpinEvent, SpinRequest, Wave } from '@tare/contract';
import type { PlaneUnbalance } from '@tare/core';
import { useEffect, useRef, useState } from 'react';
import { requestLines } from '../../api/client.js';
import { ProblemError } from '../../api/problem.js';
import { jobKey } from '../../api/queries.js';

export interface SpinProgress {
  readonly speedRpm: number;
  readonly turn: number;
  readonly of: number;
  /** Mean of the turns so far. */
  readonly mean: PlaneUnbalance | null;
  readonly wave: Wave | null;
}

export type SpinOrder = Omit<SpinRequest, 'id' | 'cautionsConfirmed'>;

export interface Spin {
  /** Null while nothing turns. */
  readonly progress: SpinProgress | null;
  readonly problem: string | null;
  readonly start: (order: SpinOrder) => void;
  readonly stop: () => void;
}

const AT_REST: SpinProgress = { speedRpm: 0, turn: 0, of: 0, mean: null, wave: null };

/** Runs a spin on the machine and follows it; leaving the bench stops it. */
export function useSpin(jobId: string): Spin {
  const queries = useQueryClient();
  const [progress, setProgress] = useState<SpinProgress | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);

  const run = async (order: SpinOrder): Promise<void> => {
    const stop = new AbortController();
    running.current = stop;
    setProblem(null);
    setProgress({ ...AT_REST, of: order.turns });
    const outcome = { told: false };
    const hear = (event: SpinEvent): void => {
      if (event.type === 'problem') setProblem(event.detail);
      if (event.type === 'problem' || event.type === 'done') outcome.told = true;
      else setProgress((before) => next(before ?? AT_REST, event));
    };
    try {
      await requestLines<SpinEvent>(`jobs/${jobId}/spins`, { id: crypto.randomUUID(), ...order, cautionsConfirmed: true }, hear, stop.signal);
      if (!outcome.told) setProblem('The line to Tare’s server broke off. Look below whether the spin was kept; if not, spin again.');
    } catch (error) {
      if (stop.signal.aborted) setProblem('Stopped. Nothing was recorded, unless the last turn was in: then it stands below.');
      else if (error instanceof ProblemError) setProblem(error.message);
      else throw error;
    } finally {
      setProgress(null);
      running.current = null;
      await Promise.all([queries.invalidateQueries({ queryKey: jobKey(jobId) }), queries.invalidateQueries({ queryKey: ['jobs'] })]);
    }
  };
  return {
    progress,
    problem,
    start: (order) => void run(order),
    stop: () => running.current?.abort(),
  };
}

function next(before: SpinProgress, event: Extract<SpinEvent, { type: 'speed' | 'live' }>): SpinProgress {
  if (event.type === 'speed') return { ...before, speedRpm: event.speedRpm };
  const { turn, of, speedRpm, planes, wave } = event;
  return { turn, of, speedRpm, mean: planes, wave };
}
