import { factsOf, sheetOf } from '@tare/contract';
import { benchesOf, benchStatuses, CoreError, jobFigures, type BenchId } from '@tare/core';
import { useMemo, useState, type ReactNode } from 'react';
import { Link, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { usePendingEntries, withPending } from '../api/outboxContext.js';
import { useJob } from '../api/queries.js';
import { useKeys, type KeyAction } from '../ui/useKeys.js';
import { Card } from './Card.js';
import { JobOpen, type JobFiguresOpen } from './JobContext.js';
import { KeysHelp } from './KeysHelp.js';
import { benchPath } from './paths.js';
import { Rail } from './Rail.js';

/** A job's frame: the rail above, one bench in the middle, the card beside it. */
export function JobFrame(): ReactNode {
  const { jobId = '' } = useParams();
  const { data: stored, error, isPending } = useJob(jobId);
  const pending = usePendingEntries(stored);
  const sheet = useMemo(() => stored && sheetOf(withPending(stored, pending)), [stored, pending]);
  const [helping, setHelping] = useState(false);
  useFrameKeys(jobId, benchesOf(stored?.spec.jobKind), () => {
    setHelping(true);
  });

  const worked = useMemo<JobFiguresOpen | CoreError | null>(() => {
    if (!sheet) return null;
    // For ./tare bench, which counts how often a job is worked out.
    performance.mark('tare.figures');
    const facts = factsOf(sheet);
    try {
      const figures = jobFigures(facts);
      return { facts, figures, statuses: benchStatuses(facts, figures) };
    } catch (cause) {
      if (cause instanceof CoreError) return cause;
      throw cause;
    }
  }, [sheet]);

  if (worked instanceof CoreError) return <Trouble title="This job’s figures do not fit together">{worked.message}</Trouble>;
  if (!sheet || !worked)
    return isPending ? (
      <p className="p-8 text-ink-soft">Fetching the job …</p>
    ) : (
      <Trouble title={error?.problem.title ?? 'No answer'}>{error?.message}</Trouble>
    );
  return (
    <JobOpen sheet={sheet} worked={worked}>
      <Rail />
      {error && (
        <p role="alert" className="no-print bg-brass px-4 py-1 font-semibold text-on-brass">
          {error.message}
        </p>
      )}
      <div className="mx-auto grid w-full max-w-[110rem] grow grid-cols-1 gap-4 p-4 lg:grid-cols-[minmax(0,1fr)_21rem] print:block print:p-0">
        <main className="min-w-0">
          <Outlet />
        </main>
        <Card />
      </div>
      <KeysHelp open={helping} onOpenChange={setHelping} />
    </JobOpen>
  );
}

function Trouble({ title, children }: { readonly title: string; readonly children: ReactNode }): ReactNode {
  return (
    <main className="mx-auto max-w-2xl p-8">
      <h1 className="mb-3 text-3xl">{title}</h1>
      <p className="mb-4" role="alert">
        {children}
      </p>
      <Link to="/" className="underline underline-offset-4">
        To the job list
      </Link>
    </main>
  );
}

/** `[` and `]` walk the rail, `?` lists the keys. */
function useFrameKeys(jobId: string, benches: readonly BenchId[], help: () => void): void {
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const keys = useMemo<KeyAction[]>(() => {
    const here = benches.indexOf(pathname.split('/').at(-1) as BenchId);
    const walk = (by: number): void => {
      const bench = benches[here + by];
      if (bench) void navigate(benchPath(jobId, bench));
    };
    return [
      {
        key: '[',
        does: 'the bench before',
        act: () => {
          walk(-1);
        },
      },
      {
        key: ']',
        does: 'the next bench',
        act: () => {
          walk(1);
        },
      },
      { key: '?', does: 'these keys', act: help },
    ];
  }, [pathname, jobId, benches, navigate, help]);
  useKeys(keys);
}
