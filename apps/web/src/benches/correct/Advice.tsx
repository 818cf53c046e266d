import { adviseCut, type PlanChoices } from '@tare/core';
import type { ReactNode } from 'react';
import { fixed } from '../../format/numbers.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Note } from '../../ui/Notice.js';

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'];

/** Whether another cut is worth it, in words: what it would do to the chance of being inside. */
export function Advice({ plans, insideNow }: { readonly plans: PlanChoices; readonly insideNow: number }): ReactNode {
  const { sheet } = useOpenJob();
  // Where nothing does it, that is said in its own place.
  if (plans.kind === 'notFound') return null;
  const cuts = new Set(sheet.holes.map(({ afterSpinId }) => afterSpinId)).size;
  const proposed = plans.kind === 'choices' ? plans.choices[0]! : null;
  const partOnly = plans.kind === 'choices' && (plans.share.a < 1 || plans.share.b < 1);
  const of100 = (share: number): string => `${fixed(100 * share, 0)} of 100`;
  const advice = adviseCut(insideNow, proposed, partOnly);
  const nth = `A ${ORDINALS[cuts] ?? 'further'} cut`;
  if (advice.kind === 'stop')
    return <Note>{`Stop here: by all that is known it is inside in ${of100(insideNow)}. Spin once more to show it, rather than drill.`}</Note>;
  if (advice.kind === 'spinFirst')
    return (
      <Note>
        {proposed
          ? `${nth} is hardly worth it: it is inside in ${of100(insideNow)} as it is, and would be in ${of100(proposed.inside)}. Spin again with more turns first.`
          : `Spin again, with more turns, before ${nth.toLowerCase()}: what is left is too near nothing for what is known of it, and more drilling would be a guess.`}
      </Note>
    );
  if (!proposed) return null;
  return (
    <p>
      {`${nth} is worth it: inside in ${of100(insideNow)} as it is, in ${of100(proposed.inside)} after it, for about ${fixed(proposed.minutes, 0)} minutes.`}
      {partOnly && ' Part of what is there is left for the next one: what this one really does tells what the machine’s numbers are worth.'}
    </p>
  );
}
