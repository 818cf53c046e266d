import { useQueryClient } from '@tanstack/react-query';
import type { Calibration, Machine, RecordingSummary } from '@tare/contract';
import { useState, type ReactNode } from 'react';
import { sendGzipped } from '../../../api/client.js';
import { ProblemError } from '../../../api/problem.js';
import { jobKey } from '../../../api/queries.js';
import { fixed } from '../../../format/numbers.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { useWho } from '../../../ui/WhoFirst.js';
import { useCautions } from '../Cautions.js';
import { StandinBench } from './StandinBench.js';

const NOTHING_ON_IT = { aGmm: { re: 0, im: 0 }, bGmm: { re: 0, im: 0 } };

/** Brings in a recorded spin; the recording itself is kept with it. */
export function RecordedSpinForm({ machine, calibration }: { readonly machine: Machine; readonly calibration: Calibration }): ReactNode {
  const { sheet } = useOpenJob();
  const queries = useQueryClient();
  const personId = useWho();
  const { cautions, allConfirmed } = useCautions();
  const [file, setFile] = useState<File | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [summary, setSummary] = useState<RecordingSummary | null>(null);
  const [id, setId] = useState(() => crypto.randomUUID());
  const send = async (chosen: File, who: string): Promise<void> => {
    setBusy(true);
    setProblem(null);
    setSummary(null);
    const query = new URLSearchParams({ id, personId: who, machineId: machine.id, calibrationId: calibration.id, cautionsConfirmed: 'true' });
    try {
      const answer = await sendGzipped<{ summary: RecordingSummary }>(`jobs/${sheet.id}/spins/recorded?${query.toString()}`, chosen);
      setSummary(answer.summary);
      setId(crypto.randomUUID());
      setFile(null);
      await queries.invalidateQueries({ queryKey: jobKey(sheet.id) });
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error;
      setProblem(error.message);
    } finally {
      setBusy(false);
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
      <label className="grid w-fit gap-1">
        <span className="text-ink-soft">The recording, CSV with a heading</span>
        <input type="file" accept=".csv,text/csv,text/plain" className="min-h-11" onChange={(event) => setFile(event.target.files?.[0] ?? null)} />
      </label>
      {file && <p>{`Chosen: ${file.name}`}</p>}
      <StandinBench machine={machine} name="this spin" trial={NOTHING_ON_IT} onRecorded={setFile} />
      {machine.spec.scatterGmm === null && (
        <Note>
          The region will tell the scatter of the turns alone. What remounting, drift and the calibration add is more: write this machine’s scatter
          from spin to spin down on its page.
        </Note>
      )}
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
      {summary && <RecordingWords summary={summary} />}
      <Button type="submit" look="primary" className="w-fit" disabled={!file || busy || personId === null || !allConfirmed}>
        {busy ? 'Working it out …' : 'Bring in this spin'}
      </Button>
    </form>
  );
}

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
