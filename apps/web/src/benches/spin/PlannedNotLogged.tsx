import { count } from '@tare/card';
import type { PlanEntry } from '@tare/contract';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { useDraft } from '../../ui/useDraft.js';
import { LogHole } from '../correct/LogHole.js';
import { cutsLeft, planTakenAfter, usePlannedMetal, type PlannedCut } from '../correct/plannedCuts.js';

export interface PlannedNotLogged {
  /** Nothing is spun before somebody has said what became of them. */
  readonly asks: boolean;
  readonly panel: ReactNode;
}

/**
 * Cuts of the plan that was taken which nobody logged: made and not written down they would be read as something else, so it is
 * asked before the crank is spun. That none of them was made is remembered for this plan and these cuts.
 */
export function usePlannedNotLogged(): PlannedNotLogged {
  const { sheet } = useOpenJob();
  const plan = planTakenAfter(sheet, sheet.spins.at(-1)?.id);
  const left = plan ? cutsLeft(sheet, plan) : [];
  const [notMade, setNotMade] = useDraft(`not-made.${plan?.id ?? ''}`);
  const said = left.map(({ index }) => index).join(' ');
  if (!plan || left.length === 0 || notMade === said) return { asks: false, panel: null };
  return { asks: true, panel: <Panel plan={plan} left={left} onNotMade={() => setNotMade(said)} /> };
}

function Panel({
  plan,
  left,
  onNotMade,
}: {
  readonly plan: PlanEntry;
  readonly left: readonly PlannedCut[];
  readonly onNotMade: () => void;
}): ReactNode {
  const { sheet } = useOpenJob();
  const { before, metals } = usePlannedMetal(sheet, plan);
  return (
    <section aria-label="Planned and not logged" className="grid gap-3 border-l-8 border-brass bg-plate-low px-4 py-3">
      <h2 className="text-xl font-semibold">{`${count(left.length, 'planned cut')} not in the log. Made, or not?`}</h2>
      <p>Metal that is gone and not written down would be taken for a fault of the machine or the drill. Log what was made; then spin.</p>
      <ol className="grid gap-2">
        {left.map(({ cut, index }) => (
          <LogHole key={index} plan={plan} hole={cut} metal={metals[index]!} before={before} index={index} />
        ))}
      </ol>
      <Button className="w-fit" onClick={onNotMade}>
        {left.length === 1 ? 'It was not made' : 'None of these was made'}
      </Button>
    </section>
  );
}
