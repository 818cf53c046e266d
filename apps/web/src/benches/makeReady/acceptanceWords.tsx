import type { Acceptance } from '@tare/core';
import type { ReactNode } from 'react';
import { useDisplay } from '../../ui/display.js';
import { VerdictMark } from '../../ui/Verdict.js';

/** Inside, outside, or what would settle it. */
export function AcceptanceMark({ of }: { readonly of: Acceptance }): ReactNode {
  if (of.kind === 'inside') return <VerdictMark verdict="inside">inside</VerdictMark>;
  if (of.kind === 'outside') return <VerdictMark verdict="outside">{of.side === 'low' ? 'under the limit' : 'over the limit'}</VerdictMark>;
  return (
    <VerdictMark verdict="open">
      {of.isUnstudied
        ? 'cannot yet tell: study the gauge'
        : of.timesPlacements === null
          ? 'cannot tell: on the limit'
          : `cannot yet tell: ${of.timesPlacements} times the placements`}
    </VerdictMark>
  );
}

/** A size with twice its deviation, and where it lies. */
export function JudgedSize({
  mm,
  deviationMm,
  verdict,
}: {
  readonly mm: number;
  readonly deviationMm: number | null;
  readonly verdict: Acceptance;
}): ReactNode {
  const { figure } = useDisplay();
  return (
    <>
      <span className="figure-type">{`${figure(mm, 'mm', 3)}${deviationMm === null ? '' : ` ± ${figure(2 * deviationMm, 'mm', 3)}`}`}</span>{' '}
      <AcceptanceMark of={verdict} />
    </>
  );
}
