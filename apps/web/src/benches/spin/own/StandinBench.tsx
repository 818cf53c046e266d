import type { Machine, StandinRecording } from '@tare/contract';
import type { PlaneUnbalance } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { requestText } from '../../../api/client.js';
import { ProblemError } from '../../../api/problem.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { ProblemNotice } from '../../../ui/Notice.js';

interface StandinBenchProps {
  readonly machine: Machine;
  /** What it is for, in the button. */
  readonly name: string;
  /** What hangs on the crank; null while that is not typed whole. */
  readonly trial: PlaneUnbalance | null;
  readonly onRecorded: (file: File) => void;
}

const TURNS = 60;
/** Every press is another run. */
const MOST_RUNS = 1_000_000;

/** The stand-in bench in place of a real one: it spins the job's hidden crank and hands over what a logger would have written. */
export function StandinBench({ machine, name, trial, onRecorded }: StandinBenchProps): ReactNode {
  const { sheet } = useOpenJob();
  const [soft, setSoft] = useState(false);
  const [looseBob, setLoose] = useState(false);
  const [endStopForgotten, setForgotten] = useState(false);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const record = async (on: PlaneUnbalance): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const order: StandinRecording = {
      machineId: machine.id,
      speedRpm: Math.min(600, machine.spec.fastestRpm),
      turns: TURNS,
      run: 1 + Math.floor(Math.random() * MOST_RUNS),
      trial: on,
      supports: soft ? 'soft' : 'hard',
      looseBob,
      endStopForgotten,
    };
    try {
      onRecorded(new File([await requestText(`jobs/${sheet.id}/standin-recording`, order)], 'stand-in.csv', { type: 'text/csv' }));
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblem(error.message);
    } finally {
      setBusy(false);
    }
  };
  const tick = (label: string, on: boolean, set: (on: boolean) => void): ReactNode => (
    <label className="flex min-h-11 items-center gap-2">
      <input type="checkbox" className="size-5 shrink-0 accent-ink" checked={on} onChange={(event) => set(event.target.checked)} />
      {label}
    </label>
  );
  return (
    <div
      role="group"
      aria-label={`Stand-in bench, ${name}`}
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-2 border-dashed border-steel px-3 py-1"
    >
      <span className="text-ink-soft">On the stand-in bench:</span>
      <Button disabled={busy || trial === null} onClick={() => trial && void record(trial)}>
        {busy ? 'It is spinning …' : `Record ${name}`}
      </Button>
      {tick('soft supports', soft, setSoft)}
      {tick('a loose bob', looseBob, setLoose)}
      {tick('end stop forgotten', endStopForgotten, setForgotten)}
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
    </div>
  );
}
