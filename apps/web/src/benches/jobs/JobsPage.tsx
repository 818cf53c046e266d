import { BENCH_NAMES, clock } from '@tare/card';
import { Plus } from 'lucide-react';
import type { JobLine } from '@tare/contract';
import { LAYOUTS } from '@tare/core';
import { useEffect, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useJobs } from '../../api/queries.js';
import { fetchBenches } from '../../shell/benchPages.js';
import { jobPath } from '../../shell/paths.js';
import { Field } from '../../ui/Field.js';
import { ProblemNotice } from '../../ui/Notice.js';

/** Every job of the shop, newest first, each opening on the bench where it stands. */
export function JobsPage(): ReactNode {
  const [q, setQ] = useState('');
  const { data: jobs, error } = useJobs(q);
  useEffect(fetchBenches, []);
  return (
    <main className="mx-auto w-full max-w-6xl p-4">
      <div className="mb-4 flex flex-wrap items-end justify-between gap-4">
        <h1 className="text-3xl">Jobs in the shop</h1>
        <div className="flex flex-wrap items-end gap-3">
          <Field
            label="Number, customer, boat or engine"
            value={q}
            onChange={(event) => {
              setQ(event.target.value);
            }}
            className="w-72"
          />
          <Link
            to="/jobs/new"
            className="inline-flex min-h-11 items-center gap-2 rounded-sm border-2 border-enamel-deep bg-enamel-deep px-6 text-lg font-semibold text-on-enamel dark:border-brass dark:bg-brass dark:text-on-brass"
          >
            <Plus aria-hidden className="size-5" /> New job
          </Link>
        </div>
      </div>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      {jobs?.length === 0 && (
        <p className="border-2 border-dashed border-edge p-8 text-center text-lg text-ink-soft">
          {q === ''
            ? 'No job yet. Start one with the engine that stands in front of you: New job.'
            : 'No job has that in its number, customer, boat or engine.'}
        </p>
      )}
      <ul className="grid gap-2">
        {jobs?.map((job) => (
          <JobRow key={job.id} job={job} />
        ))}
      </ul>
    </main>
  );
}

function JobRow({ job }: { readonly job: JobLine }): ReactNode {
  return (
    <li>
      <Link
        to={jobPath(job)}
        className="grid min-h-16 grid-cols-[auto_1fr] items-center gap-x-4 border-2 border-edge bg-plate px-4 py-2 hover:border-ink md:grid-cols-[auto_minmax(0,1.3fr)_minmax(0,1fr)_15rem]"
      >
        <span className="rounded-xs bg-brass px-2.5 py-1 figure-type text-lg font-bold text-on-brass">{job.number}</span>
        <span>
          <span className="block text-lg leading-tight font-semibold">{job.engineName}</span>
          <span className="text-ink-soft">{LAYOUTS[job.layoutId].name}</span>
        </span>
        <span className="col-start-2 md:col-start-auto">
          <span className="block">{job.vessel || job.customer}</span>
          <span className="text-ink-soft">{job.vessel ? job.customer : ''}</span>
        </span>
        <span className="col-start-2 md:col-start-auto md:text-right">
          <span className="block font-semibold">
            {job.standing.state === 'done' ? 'Signed off' : `${BENCH_NAMES[job.standing.bench]}: ${job.standing.why}`}
          </span>
          <span className="text-[0.9rem] text-ink-soft">in since {clock(job.at)}</span>
        </span>
      </Link>
    </li>
  );
}
