import { fixed, timesIn100 } from '@tare/card';
import { adviseCut, type PlanChoices } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Note } from '../../ui/Notice.js';

/** A plan that ends inside more often than not. */
const LIKELY = 0.5;
const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'];

/** Whether another cut is worth it, in words: what it would do to the chance of being inside. */
export function Advice({ plans, insideNow }: { readonly plans: PlanChoices; readonly insideNow: number }): ReactNode {
  const { sheet } = useOpenJob();
  // Where nothing does it, that is said in its own place.
  if (plans.kind === 'notFound') return null;
  const cuts = new Set(sheet.holes.map(({ afterSpinId }) => afterSpinId)).size;
  const proposed = plans.kind === 'choices' ? plans.choices[0]! : null;
  const partOnly = plans.kind === 'choices' && (plans.share.a < 1 || plans.share.b < 1);
  const advice = adviseCut(insideNow, proposed, partOnly);
  const nth = `A ${ORDINALS[cuts] ?? 'further'} cut`;
  if (advice.kind === 'stop')
    return <Note>{`Stop here: by all that is known the crank is inside ${timesIn100(insideNow)}. Spin once more to show it; do not drill.`}</Note>;
  if (advice.kind === 'spinFirst')
    return (
      <Note>
        {proposed
          ? `${nth} is hardly worth it: the crank is inside ${timesIn100(insideNow)} now, and would be ${timesIn100(proposed.inside)}. Spin again with more turns first.`
          : `Spin again, with more turns, before ${nth.toLowerCase()}: what is left is too near nothing for what is known of it, and more drilling would be a guess.`}
      </Note>
    );
  if (!proposed) return null;
  const alone = proposed.inside >= LIKELY;
  return (
    <p>
      {`${nth} is worth it, for about ${fixed(proposed.minutes, 0)} minutes. `}
      {alone
        ? `After it the crank is inside ${timesIn100(proposed.inside)}.`
        : 'This cut alone will not bring it inside: it is the safe part of the way. Expect one more.'}
      {partOnly && ' What the cut really does shows how far the machine’s numbers can be trusted.'}
    </p>
  );
}
