import { fixed } from '@tare/card';
import { useQueryClient } from '@tanstack/react-query';
import type { Calibration, Machine, RecordingSummary } from '@tare/contract';
import { hungUnbalance } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { sendGzipped } from '../../../api/client.js';
import { useRereadMachines } from '../../../api/machines.js';
import { ProblemError } from '../../../api/problem.js';
import { jobKey } from '../../../api/queries.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { useWho } from '../../../ui/WhoFirst.js';
import { useCautions } from '../Cautions.js';
import { useHung } from '../useHung.js';
import { useSpinSetUp } from '../useSpinSetUp.js';
import { StandinBench } from './StandinBench.js';

/** Brings in a recorded spin; the recording itself is kept with it. */
export function RecordedSpinForm({ machine, calibration }: { readonly machine: Machine; readonly calibration: Calibration }): ReactNode {
  const { sheet } = useOpenJob();
  const queries = useQueryClient();
  const rereadMachines = useRereadMachines();
  const personId = useWho();
  const { cautions, allConfirmed, startOver } = useCautions();
  const { hungPieces, whole, fields } = useHung();
  const { setUp, fields: setUpFields, startOver: newSetUp } = useSpinSetUp();
  const [file, setFile] = useState<File | null>(null);
  /** What share of the work is done; null while none is under way. */
  const [doneRatio, setDoneRatio] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [summary, setSummary] = useState<RecordingSummary | null>(null);
  const [id, setId] = useState(() => crypto.randomUUID());
  const send = async (chosen: File, who: string): Promise<void> => {
    setDoneRatio(0);
    setProblem(null);
    setSummary(null);
    const query = new URLSearchParams({ id, machineId: machine.id, calibrationId: calibration.id, cautionsConfirmed: 'true' });
    if (hungPieces.length > 0) query.set('hungPieces', JSON.stringify(hungPieces));
    for (const [key, value] of Object.entries(setUp)) query.set(key, typeof value === 'object' ? JSON.stringify(value) : String(value));
    try {
      const answer = await sendGzipped<{ summary: RecordingSummary }>(
        `jobs/${sheet.id}/spins/recorded?${query.toString()}`,
        chosen,
        who,
        setDoneRatio,
      );
      setSummary(answer.summary);
      setId(crypto.randomUUID());
      setFile(null);
      startOver();
      newSetUp();
      await Promise.all([queries.invalidateQueries({ queryKey: jobKey(sheet.id) }), rereadMachines()]);
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblem(error.message);
    } finally {
      setDoneRatio(null);
    }
  };
  return (
    <form
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        if (file && personId !== null) void send(file, personId);
      }}
    >
      {cautions}
      {setUpFields}
      {fields}
      <label className="grid w-fit gap-1">
        <span className="text-ink-soft">The recording: CSV with a heading, or WAV with a tach channel</span>
        <input
          type="file"
          accept=".csv,.wav,text/csv,text/plain,audio/wav"
          className="min-h-11"
          onChange={(event) => setFile(event.target.files?.[0] ?? null)}
        />
      </label>
      {file && <p>{`Chosen: ${file.name}`}</p>}
      <StandinBench
        machine={machine}
        name="this spin"
        trial={whole ? hungUnbalance(hungPieces, sheet.spec.crank.planes) : null}
        onRecorded={setFile}
      />
      {machine.spec.scatterGmm === null && (
        <Note>
          The region will tell the scatter of the turns alone. What remounting, drift and the calibration add is more: write this machine’s scatter
          from spin to spin down on its page.
        </Note>
      )}
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
      {summary && <RecordingWords summary={summary} />}
      <Button type="submit" look="primary" className="w-fit" disabled={!file || doneRatio !== null || personId === null || !allConfirmed || !whole}>
        {doneRatio === null ? 'Bring in this spin' : workingWords(doneRatio)}
      </Button>
    </form>
  );
}

/** How far a recording is. */
export const workingWords = (doneRatio: number): string => `Working it out: ${Math.round(100 * doneRatio)} % …`;

/** What a recording said of itself. */
export function RecordingWords({ summary }: { readonly summary: RecordingSummary }): ReactNode {
  return (
    <div className="grid gap-1">
      <p>{`${summary.turns} whole turns at ${fixed(summary.speedRpm, 0)} rpm, the speed steady to ${fixed(100 * summary.wanderRatio, 2)} %.`}</p>
      {summary.warnings.map(({ kind, sentence }, i) => (
        <p key={`${kind}${i}`} className="font-semibold text-outside">{`▲ ${sentence}`}</p>
      ))}
    </div>
  );
}
