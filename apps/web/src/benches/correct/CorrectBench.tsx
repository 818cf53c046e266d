import { trackJob } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { RimMap } from '../../draw/RimMap.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { Note } from '../../ui/Notice.js';
import { CorrectFrame } from './CorrectFrame.js';
import { DrillList } from './DrillList.js';
import { Known } from './Known.js';
import { Planning } from './Planning.js';

/** Takes metal out of the counterweights until both planes are inside. */
export function CorrectBench(): ReactNode {
  const { sheet, figures } = useOpenJob();
  // A plan can be undone; what was cut by it stays, and the next one starts from that.
  const [putAside, setPutAside] = useState<string | null>(null);
  const last = figures.spins.at(-1);
  const inside = last?.verdict === 'inside' && figures.holesSinceLastSpin === 0;
  const taken = sheet.plans.filter((plan) => plan.spinId === last?.spinId).at(-1);
  const left = taken ? taken.holes.filter((_, i) => !sheet.holes.some((h) => h.planId === taken.id && h.planIndex === i)) : [];
  if (!last)
    return (
      <CorrectFrame next="The correction waits for a spin.">
        <Note>Spin the crank first: the plan is made from what it reads.</Note>
      </CorrectFrame>
    );
  if (inside) {
    return (
      <CorrectFrame next="Inside the tolerance. Nothing more to drill: stop here.">
        <Known tracked={trackJob(sheet)!} />
        <RimMap crank={sheet.spec.crank} tolerance={figures.tolerance} reading={last} drilled={sheet.holes} planned={[]} />
        <Link className="underline underline-offset-4" to={benchPath(sheet.id, 'signOff')}>
          On to the sign-off
        </Link>
      </CorrectFrame>
    );
  }
  if (taken && taken.id !== putAside && (left.length > 0 || figures.holesSinceLastSpin > 0)) {
    return (
      <CorrectFrame
        next={
          left.length > 0
            ? 'Drill these, log each with the depth you measure, then spin again.'
            : 'Every hole of this plan is in. Spin again to see what is left.'
        }
      >
        <RimMap crank={sheet.spec.crank} tolerance={figures.tolerance} reading={last} drilled={sheet.holes} planned={left} />
        <DrillList plan={taken} onPutAside={() => setPutAside(taken.id)} />
      </CorrectFrame>
    );
  }
  return <Planning />;
}
