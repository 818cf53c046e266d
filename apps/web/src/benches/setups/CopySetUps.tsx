import { NO_SET_UPS, latestOn, type SetUp } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useJob, useJobs } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';

/** Set-ups as an earlier job had them. */
export function CopySetUps({ onCopied }: { readonly onCopied: (setUps: readonly SetUp[]) => void }): ReactNode {
  const { sheet } = useOpenJob();
  const { data: jobs = [] } = useJobs('');
  const [from, setFrom] = useState('');
  const others = jobs.filter(({ id }) => id !== sheet.id);
  if (others.length === 0) return null;
  return (
    <>
      <Choice
        label="Or as an earlier job had them"
        className="w-72"
        value={from}
        onChange={(event) => setFrom(event.target.value)}
        options={[
          { value: '', label: 'which job' },
          ...others.map(({ id, number, engineName }) => ({ value: id, label: `${number}. ${engineName}` })),
        ]}
      />
      {from !== '' && <Copy jobId={from} onCopied={onCopied} />}
    </>
  );
}

function Copy({ jobId, onCopied }: { readonly jobId: string; readonly onCopied: (setUps: readonly SetUp[]) => void }): ReactNode {
  const { data } = useJob(jobId);
  const { list } = (data && latestOn(data.decisions, 'setUps')) ?? NO_SET_UPS;
  if (!data) return null;
  if (list.length === 0) return <p className="text-ink-soft">That job spun one thing.</p>;
  // What was closed or opened again there was of that crank.
  return (
    <Button onClick={() => onCopied(list.map((setUp) => ({ ...setUp, id: crypto.randomUUID(), reopened: [], closed: null })))}>
      {`Copy its ${list.length} set-ups`}
    </Button>
  );
}
