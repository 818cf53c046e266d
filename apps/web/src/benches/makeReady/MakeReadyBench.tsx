import type { ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { crankFigures, JOURNAL_GROUPS, type CrankFigures, type MadeReady } from '@tare/core';
import { keptSpecOf } from '@tare/contract';
import { useMemo } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { BearingSheet } from './BearingSheet.js';
import { CrackForm } from './CrackForm.js';
import { EffectOnBalance } from './EffectOnBalance.js';
import { JournalSheet } from './JournalSheet.js';
import { LimitsForm } from './LimitsForm.js';
import { RunOutSheet } from './RunOutSheet.js';
import { CRANK_SHEETS, SHEET_NAMES, type CrankSheet } from './sheets.js';
import { useMadeReady } from './useCrankSheet.js';
import { WorkLog } from './WorkLog.js';

/** The crank before anything is weighed: measured, judged against limits, made good, and what that does to the balance. */
export function MakeReadyBench(): ReactNode {
  const { sheet } = useOpenJob();
  const made = useMadeReady();
  const spec = keptSpecOf(sheet);
  const figures = useMemo(() => crankFigures(made, spec), [made, spec]);
  const [params, setParams] = useSearchParams();
  const shown: CrankSheet = CRANK_SHEETS.find((one) => one === params.get('sheet')) ?? (made.limits === null ? 'limits' : 'runOut');
  return (
    <div className="grid gap-4 border-2 border-edge bg-plate p-5">
      <BenchHead title="Make ready" next={nextStep(made, figures)} />
      <WhoFirst />
      <div className="flex flex-wrap gap-1" role="group" aria-label="Sheets of the crank">
        {CRANK_SHEETS.map((one) => (
          <button
            key={one}
            type="button"
            aria-pressed={one === shown}
            className={`min-h-11 rounded-sm border-2 px-3 ${one === shown ? 'border-ink bg-ink font-semibold text-plate' : 'border-edge bg-plate-low hover:border-ink'}`}
            onClick={() => setParams({ sheet: one }, { replace: true })}
          >
            {SHEET_NAMES[one]}
          </button>
        ))}
      </div>
      {shown === 'limits' && <LimitsForm key={sheet.decisions['inspect.limits']?.version ?? 0} limits={made.limits} />}
      {shown === 'runOut' && <RunOutSheet made={made} figures={figures} />}
      {(shown === 'mains' || shown === 'pins') && <JournalSheet key={shown} group={shown} made={made} figures={figures} />}
      {shown === 'bearings' && <BearingSheet figures={figures} made={made} />}
      {shown === 'cracks' && <CrackForm key={sheet.decisions['inspect.cracks']?.version ?? 0} made={made} />}
      {shown === 'work' && <WorkLog made={made} figures={figures} />}
      <EffectOnBalance made={made} figures={figures} />
    </div>
  );
}

function nextStep(made: MadeReady, { runOut, groups, cracksDue, isCracked }: CrankFigures): string {
  if (isCracked) return 'The crank is cracked: nothing later is worked on until another one is here.';
  if (made.limits === null) return 'Type the limits from the engine’s own data, or bring them in as a file.';
  const planned = JOURNAL_GROUPS.filter((group) => made.planned[group] !== undefined);
  if (planned.length > 0) return `The ${planned.join(' and the ')} are to be ground: Spin waits for it, and they are measured again afterwards.`;
  if (cracksDue === 'again') return 'It was pushed: the crack test is due again.';
  if (runOut.kind === 'waiting') return `Turn it on its blocks and read the indicator on main ${runOut.mains.join(', ')}.`;
  if (runOut.kind === 'refused') return runOut.reason;
  const bent = runOut.mains.filter(({ verdict }) => verdict.kind === 'outside');
  if (bent.length > 0) return `Main ${bent.map(({ main }) => main).join(', ')} runs out too far: straighten it before anything else.`;
  const toGrind = [...groups.mains.journals, ...groups.pins.journals].filter(({ figures }) => figures?.advice === 'grind');
  if (toGrind.length > 0)
    return `${toGrind.length} ${toGrind.length === 1 ? 'journal lies' : 'journals lie'} outside: decide on an undersize for the whole group.`;
  if (cracksDue === 'never') return 'Straight. Say who tested it for cracks and how, or who waived that.';
  return 'Measure what is open; what is done stays on record.';
}
