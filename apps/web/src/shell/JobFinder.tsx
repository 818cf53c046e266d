import { jobTitle } from '@tare/card';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { useQueryClient } from '@tanstack/react-query';
import { jobsQuery, useJobs } from '../api/queries.js';
import { Field } from '../ui/Field.js';
import { Modal } from '../ui/Modal.js';
import { jobPath } from './paths.js';

interface JobFinderProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** Finds a job by number, customer, boat or engine; Enter opens the first. */
export function JobFinder({ open, onOpenChange }: JobFinderProps): ReactNode {
  return (
    <Modal title="Find a job" open={open} onOpenChange={onOpenChange}>
      <Search
        onFound={() => {
          onOpenChange(false);
        }}
      />
    </Modal>
  );
}

function Search({ onFound }: { readonly onFound: () => void }): ReactNode {
  const [q, setQ] = useState('');
  const { data: jobs = [] } = useJobs(q);
  const navigate = useNavigate();
  const queries = useQueryClient();
  const go = (path: string): void => {
    onFound();
    void navigate(path);
  };
  // Whoever types and presses Enter at once means what was typed, not what is still shown.
  const openFirst = async (): Promise<void> => {
    const [first] = await queries.query(jobsQuery(q));
    if (first) go(jobPath(first));
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        openFirst().catch(() => undefined);
      }}
    >
      <Field
        label="Number, customer, boat or engine"
        autoFocus
        value={q}
        onChange={(event) => {
          setQ(event.target.value);
        }}
      />
      <ul className="mt-2">
        {jobs.slice(0, 8).map((job) => (
          <li key={job.id}>
            <button
              type="button"
              className="flex min-h-11 w-full items-center gap-3 rounded-sm px-2 text-left hover:bg-blue-wash"
              onClick={() => {
                go(jobPath(job));
              }}
            >
              <span className="figure-type font-semibold">{job.number}</span> {jobTitle({ ...job, vessel: '' })}
            </button>
          </li>
        ))}
        {jobs.length === 0 && <li className="p-2 text-ink-soft">No job has that in its number, customer, boat or engine.</li>}
      </ul>
    </form>
  );
}
