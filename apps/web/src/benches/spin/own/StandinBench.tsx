import { AS_IT_SHOULD_BE, type Machine, type StandinRecording } from '@tare/contract';
import type { PlaneUnbalance } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { requestBytes } from '../../../api/client.js';
import { ProblemError } from '../../../api/problem.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { StandinTicks } from '../StandinDrawer.js';

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
  const [dials, setDials] = useState(AS_IT_SHOULD_BE);
  const [format, setFormat] = useState<StandinRecording['format']>('csv');
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
      hung: on,
      dials,
      format,
    };
    try {
      onRecorded(new File([await requestBytes(`jobs/${sheet.id}/standin-recording`, order)], `stand-in.${format}`));
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblem(error.message);
    } finally {
      setBusy(false);
    }
  };
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
      <label className="flex min-h-11 items-center gap-2">
        as
        <select
          className="min-h-9 border-2 border-edge bg-plate px-1"
          value={format}
          onChange={(event) => setFormat(event.target.value as typeof format)}
        >
          <option value="csv">CSV</option>
          <option value="wav">WAV</option>
        </select>
      </label>
      <StandinTicks dials={dials} onChange={setDials} />
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
    </div>
  );
}
