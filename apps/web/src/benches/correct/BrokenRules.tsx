import { degrees, NOUNS, shortSize, wordOf } from '@tare/card';
import { loggedCut } from '@tare/contract';
import { counterweightOf, loggedBreaches } from '@tare/core';
import { useMemo, type ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useDisplay } from '../../ui/display.js';

/** What is in the metal and breaks a rule: it is recorded all the same, and has to be seen by whoever cuts next to it. */
export function BrokenRules(): ReactNode {
  const { systems } = useDisplay();
  const { sheet } = useOpenJob();
  const { crank } = sheet.spec;
  const broken = useMemo(() => loggedBreaches(crank, sheet.holes.map(loggedCut)), [crank, sheet.holes]);
  return broken.map(({ cut, words }) => (
    <ProblemNotice key={cut.id}>
      {`${counterweightOf(crank, cut.counterweightId).name} at ${degrees(cut.angleDeg, 1)}, ${NOUNS[wordOf(cut)]}, ${shortSize(cut, systems)}, is in the metal and breaks a rule. ${words.join(' ')} Look at it before the crank turns fast, and ask whoever answers for it.`}
    </ProblemNotice>
  ));
}
