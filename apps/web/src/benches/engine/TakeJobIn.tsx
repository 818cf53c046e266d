import { choicesTakenIn, readHandOver, readingsTakenIn, sheetOf, type HandOver } from '@tare/contract';
import { CoreError, PART_KINDS } from '@tare/core';
import { Upload } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { ask } from '../../api/client.js';
import { firstDecisions } from '../../api/firstDecisions.js';
import { ProblemError } from '../../api/problem.js';
import { useWrite } from '../../api/useWrite.js';
import { benchPath } from '../../shell/paths.js';
import { FilePicker } from '../../ui/FilePicker.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho } from '../../ui/WhoFirst.js';

/** Begins a job with what another shop handed over: its figures, its choices, and every placement. */
export function TakeJobIn(): ReactNode {
  const navigate = useNavigate();
  const personId = useWho();
  const start = useWrite('POST jobs');
  const [problem, setProblem] = useState<string | null>(null);
  const takeIn = async (handOver: HandOver, by: string): Promise<void> => {
    const job = sheetOf(await start.mutateAsync({ personId: by, spec: handOver.spec }));
    const ids = { jobId: job.id };
    await firstDecisions(job.id, by, choicesTakenIn(handOver));
    const readings = readingsTakenIn(handOver, job.parts, PART_KINDS).map((reading) => ({ ...reading, id: crypto.randomUUID(), personId: by }));
    if (readings.length > 0) await ask('POST jobs/:jobId/readings/batch', { ids, body: { id: crypto.randomUUID(), personId: by, readings } });
    await navigate(benchPath(job.id, 'checkIn'));
  };
  const open = async (chosen: File): Promise<void> => {
    setProblem(null);
    if (personId === null) return;
    try {
      await takeIn(readHandOver(await chosen.text()), personId);
    } catch (error) {
      if (!(error instanceof CoreError || error instanceof ProblemError)) throw error;
      setProblem(error.message);
    }
  };
  return (
    <div className="grid gap-2">
      <FilePicker label="File of a job that was handed over" accept=".json,application/json" onFile={(chosen) => void open(chosen)}>
        <Upload aria-hidden className="size-5" /> A job that another shop handed over
      </FilePicker>
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
    </div>
  );
}
