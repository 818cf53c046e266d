import { clock, jobTitle } from '@tare/card';
import { JOURNAL_GROUPS, type CrankFigures, type MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { PrintSheet } from '../../ui/PrintSheet.js';
import { useDisplay } from '../../ui/display.js';
import { usePersonName } from '../../ui/usePersonName.js';

interface CrankTagProps {
  readonly made: MadeReady;
  readonly figures: CrankFigures;
  readonly onPrinted: () => void;
}

/** The tag that goes on the crank: what its journals measure now, how far under, by whom. */
export function CrankTag({ made, figures, onPrinted }: CrankTagProps): ReactNode {
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const { say } = useDisplay();
  const last = sheet.works.at(-1);
  return (
    <PrintSheet isReady onPrinted={onPrinted}>
      <article aria-label="Tag of the crank" className="w-96 border-2 border-ink p-3 text-lg">
        <h1 className="text-xl">{`Crank, job ${sheet.number}`}</h1>
        <p>{jobTitle(sheet.spec)}</p>
        {JOURNAL_GROUPS.map((group) => {
          const means = figures.groups[group].journals.flatMap(({ number, figures: own }) => (own ? [{ number, mm: own.meanMm }] : []));
          const under = made.works.flatMap(({ work }) =>
            work.kind === (group === 'mains' ? 'grindMains' : 'grindPins') && 'underMm' in work ? [work.underMm] : [],
          );
          return (
            <p key={group}>
              <strong>{group === 'mains' ? 'Mains' : 'Pins'}</strong>
              {under.length > 0 && ` ${say(under.at(-1)!, 'mm', 2)} under`}
              {means.length === 0 ? ' not measured' : `: ${means.map(({ number, mm }) => `${number} ${say(mm, 'mm', 3)}`).join(', ')}`}
            </p>
          );
        })}
        {last && <p>{`${nameOf(last.personId)}, ${clock(last.at)}`}</p>}
      </article>
    </PrintSheet>
  );
}
