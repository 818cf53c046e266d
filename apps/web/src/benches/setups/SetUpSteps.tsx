import { timesIn100 } from '@tare/card';
import { earlierOutside, waitInShort, type SetUpStep } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useOpenJob } from '../../shell/JobContext.js';
import { surveyPath } from '../../shell/paths.js';
import { Button } from '../../ui/Button.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDecide } from '../../ui/useDecide.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { SetUpsEditor } from './SetUpsEditor.js';

/** What the job spins, one after the other: where each is, which one it is now, and the way to change them. */
export function SetUpSteps(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const [editing, setEditing] = useState(false);
  const current = sheet.setUp?.current;
  const edit = (
    <Button look="quiet" aria-expanded={editing} onClick={() => setEditing(!editing)}>
      {editing ? 'Leave the set-ups' : figures.setUps.length === 0 ? 'Spin it in stages, or with what bolts on …' : 'Change the set-ups …'}
    </Button>
  );
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-stretch gap-2">
        {figures.setUps.length > 0 && (
          <ol aria-label="Set-ups" className="flex flex-wrap gap-2">
            {figures.setUps.map((step, i) => (
              <li key={step.setUpId}>
                <button
                  type="button"
                  aria-current={step.setUpId === current?.id ? 'step' : undefined}
                  disabled={blocked && step.setUpId !== current?.id}
                  className={`grid min-h-14 rounded-sm border-2 px-3 py-1 text-left ${step.setUpId === current?.id ? 'border-ink bg-plate-low font-semibold' : 'border-edge hover:border-ink'}`}
                  onClick={() => {
                    if (step.setUpId !== current?.id) decide({ subject: 'setUps.current', value: step.setUpId });
                  }}
                >
                  <span>{`${i + 1}. ${step.name}`}</span>
                  <span className="text-[0.9rem] font-normal">
                    <StepMark step={step} />
                  </span>
                </button>
              </li>
            ))}
          </ol>
        )}
        {edit}
        {figures.setUps.length > 0 && figures.lastSpinId !== null && (
          <Link to={surveyPath(sheet.id)} className="inline-flex min-h-11 items-center underline underline-offset-4">
            How bad it is, on one page
          </Link>
        )}
      </div>
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
      <OpenAgain />
      {editing && <SetUpsEditor onDone={() => setEditing(false)} />}
    </div>
  );
}

/** Where a set-up is, in a word or two. */
function StepMark({ step }: { readonly step: SetUpStep }): ReactNode {
  const spins = `${step.spinIds.length} ${step.spinIds.length === 1 ? 'spin' : 'spins'}`;
  if (step.closed !== null) return <VerdictMark verdict="open">closed</VerdictMark>;
  if (step.spinIds.length === 0) return <VerdictMark verdict="open">not spun</VerdictMark>;
  if (step.changedSince) return <VerdictMark verdict="open">{`changed since ${spins}`}</VerdictMark>;
  if (step.acceptWaits.length > 0) return <VerdictMark verdict="open">{`${waitInShort(step.acceptWaits[0]!)}, ${spins}`}</VerdictMark>;
  if (step.verdict === 'inside') return <VerdictMark verdict="inside">{`inside, ${spins}`}</VerdictMark>;
  return (
    <VerdictMark
      verdict={step.verdict === 'outside' ? 'outside' : 'open'}
    >{`${step.verdict === 'outside' ? 'outside' : 'not settled'}, ${spins}`}</VerdictMark>
  );
}

/** An earlier set-up that later spins show outside after all is said, and is not quietly corrected through another. */
function OpenAgain(): ReactNode {
  const { sheet, figures } = useOpenJob();
  const open = earlierOutside(figures.setUps, sheet.setUp?.current.id);
  if (open.length === 0) return null;
  return (
    <ProblemNotice>
      {`By all spins together ${open.map(({ name, inside }) => `“${name}” is outside (inside ${timesIn100(inside ?? 0)})`).join(', ')}. Go back to it first, or open its parts again in this set-up with a reason.`}
    </ProblemNotice>
  );
}
