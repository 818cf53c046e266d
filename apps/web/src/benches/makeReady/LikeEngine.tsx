import { limitsOf, type EngineLimits } from '@tare/contract';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { jobQuery, useJobs } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Choice } from '../../ui/Choice.js';

interface LikeEngineProps {
  readonly onTaken: (limits: EngineLimits) => void;
  readonly isBlocked: boolean;
}

/** The shop's own library: limits that were typed for another of its jobs, copied from there. */
export function LikeEngine({ onTaken, isBlocked }: LikeEngineProps): ReactNode {
  const { sheet } = useOpenJob();
  const { data: jobs = [] } = useJobs('');
  const queries = useQueryClient();
  const [jobId, setJobId] = useState('');
  const [isNone, setNone] = useState(false);
  const others = jobs.filter(({ id }) => id !== sheet.id);
  const take = async (): Promise<void> => {
    const limits = limitsOf((await queries.query(jobQuery(jobId))).decisions);
    const isEmpty = Object.keys(limits).length === 0;
    setNone(isEmpty);
    if (!isEmpty) onTaken(limits);
  };
  if (others.length === 0) return null;
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Choice
        label="or as for a like engine"
        className="w-64"
        value={jobId}
        {...(isNone ? { hint: 'Nobody typed limits for that one.' } : {})}
        onChange={(event) => {
          setJobId(event.target.value);
          setNone(false);
        }}
        options={[{ value: '', label: 'none' }, ...others.map(({ id, number, engineName }) => ({ value: id, label: `${number}: ${engineName}` }))]}
      />
      <Button disabled={jobId === '' || isBlocked} onClick={() => void take()}>
        Copy its limits
      </Button>
    </div>
  );
}
