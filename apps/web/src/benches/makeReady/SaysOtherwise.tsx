import type { ReactNode } from 'react';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDisplay } from '../../ui/display.js';

interface SaysOtherwiseProps {
  readonly bearings: readonly { readonly name: string; readonly clearanceMm: number; readonly seenMm: number | null; readonly disagrees: boolean }[];
}

/** Bearings whose second method says another clearance than their sizes. */
export function SaysOtherwise({ bearings }: SaysOtherwiseProps): ReactNode {
  const { say } = useDisplay();
  return bearings
    .filter(({ disagrees }) => disagrees)
    .map(({ name, clearanceMm, seenMm }) => (
      <ProblemNotice key={name}>
        {`${name}: ${say(clearanceMm, 'mm', 3)} by its sizes, ${say(seenMm!, 'mm', 3)} the other way. One of them is wrong: measure again before it goes together.`}
      </ProblemNotice>
    ));
}
