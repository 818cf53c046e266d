import { drawnCrank } from '@tare/card';
import { useMemo, type ReactNode } from 'react';
import { CrankViews } from '../../draw/CrankViews.js';
import { useOpenJob } from '../../shell/JobContext.js';
import type { PlannedCut } from './plannedCuts.js';
import { useLastMachine } from './useLastMachine.js';

/** The crank as it lies when a hole is drilled: turned until that hole is up, seen the way the machine looks. */
export function CrankAtDrill({ planned }: { readonly planned: readonly PlannedCut[] }): ReactNode {
  const { sheet } = useOpenJob();
  const machine = useLastMachine();
  const drawn = useMemo(() => {
    const asItIs = drawnCrank(sheet.spec, sheet.holes);
    const more = planned.map(({ cut, index }) => ({ cut, isPlanned: true, name: String(index + 1) }));
    return { ...asItIs, cuts: [...more, ...asItIs.cuts] };
  }, [sheet, planned]);
  return <CrankViews drawn={drawn} isGuess={!sheet.spec.crank.sizes} seenFrom={machine?.spec.convention.seenFrom ?? 'front'} />;
}
