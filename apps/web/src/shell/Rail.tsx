import { BENCH_NAMES, jobTitle } from '@tare/card';
import type { BenchState } from '@tare/core';
import type { ReactNode } from 'react';
import { NavLink } from 'react-router';
import { useOpenJob } from './JobContext.js';
import { benchPath, surveyPath } from './paths.js';

const STATE_WORDS: Readonly<Record<BenchState, string>> = {
  waiting: 'waiting',
  ready: 'ready',
  underWay: 'under way',
  done: 'done',
  reopened: 'open again',
};

/** The job's benches in working order, each with where it stands and why. */
export function Rail(): ReactNode {
  const { sheet, statuses } = useOpenJob();
  return (
    <nav aria-label="Benches of this job" className="no-print flex items-stretch gap-x-1 relative overflow-x-auto bg-enamel px-4 py-2 text-on-enamel">
      <div className="mr-3 flex shrink-0 items-center">
        <span
          className="rounded-xs border border-on-brass/40 bg-brass px-2.5 py-1 figure-type text-lg font-bold text-on-brass"
          title={jobTitle(sheet.spec)}
        >
          <span className="sr-only">Job </span>
          {sheet.number}
        </span>
      </div>
      {statuses.map(({ bench, state, why }) => (
        <NavLink
          key={bench}
          to={benchPath(sheet.id, bench)}
          className={({ isActive }) =>
            `flex min-h-12 min-w-fit grow flex-col justify-center rounded-sm px-2 py-1 ${isActive ? 'bg-plate text-ink [--tick:var(--plate)]' : '[--tick:var(--enamel)] hover:bg-enamel-deep'}`
          }
        >
          <span className="flex items-center gap-2 text-lg leading-tight font-semibold whitespace-nowrap">
            <StateMark state={state} />
            {BENCH_NAMES[bench]}
            <span className="sr-only">: {STATE_WORDS[state]}</span>
          </span>
          <span className="max-w-36 truncate text-[0.85rem] leading-tight opacity-90">{why}</span>
        </NavLink>
      ))}
      {sheet.spec.jobKind === 'survey' && (
        <NavLink
          to={surveyPath(sheet.id)}
          className={({ isActive }) =>
            `flex min-h-12 min-w-fit grow flex-col justify-center rounded-sm px-3 py-1 text-lg leading-tight font-semibold ${isActive ? 'bg-plate text-ink' : 'hover:bg-enamel-deep'}`
          }
        >
          How bad it is
        </NavLink>
      )}
    </nav>
  );
}

/** A bench's state by shape: dashed ring, ring, half, disc with tick, turned arrow. */
function StateMark({ state }: { readonly state: BenchState }): ReactNode {
  return (
    <svg viewBox="0 0 16 16" className="size-4 shrink-0" aria-hidden fill="none" stroke="currentColor" strokeWidth="2">
      {state === 'waiting' && <circle cx="8" cy="8" r="6" strokeDasharray="2.2 2.5" />}
      {state === 'ready' && <circle cx="8" cy="8" r="6" />}
      {state === 'underWay' && (
        <>
          <circle cx="8" cy="8" r="6" />
          <path d="M8 2a6 6 0 0 1 0 12Z" fill="currentColor" />
        </>
      )}
      {state === 'done' && (
        <>
          <circle cx="8" cy="8" r="7" fill="currentColor" stroke="none" />
          <path d="m4.5 8.2 2.5 2.4 4.5-5" stroke="var(--tick)" strokeWidth="2.2" />
        </>
      )}
      {state === 'reopened' && <path d="M13.5 8A5.5 5.5 0 1 1 8 2.5h4M12 .5l2 2-2 2" />}
    </svg>
  );
}
