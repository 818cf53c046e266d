import type { CrankFigures, MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../ui/DataTable.js';
import { useDisplay } from '../../ui/useDisplay.js';
import { AcceptanceMark } from './acceptanceWords.js';
import { PlaceEntry } from './PlaceEntry.js';
import { PlaceTable } from './PlaceTable.js';
import { useCrankSheet } from './useCrankSheet.js';

/** Clearance of every main with its error, the grades that come closest to the middle, what to order, and the end float. */
export function BearingSheet({ made, figures }: { readonly made: MadeReady; readonly figures: CrankFigures }): ReactNode {
  const entry = useCrankSheet('bearings');
  const { say, figure } = useDisplay();
  const { bearings, grades, order } = figures.groups.mains;
  const limits = made.limits?.mains.clearance;
  const band = limits && limits.lowMm !== null && limits.highMm !== null ? limits.highMm - limits.lowMm : null;
  return (
    <div className="grid gap-4">
      <PlaceEntry entry={entry} smallestBandMm={band} />
      <PlaceTable
        entry={entry}
        caption="Housings, torqued and in line with the load, and walls of the shells"
        verdictOf={(row) => {
          if (row === 'Crank') return figures.endFloat && <AcceptanceMark of={figures.endFloat.verdict} />;
          const own = bearings.find(({ number }) => row === `Main ${number}`);
          return (
            own && (
              <>
                <span className="figure-type">{`${figure(own.clearanceMm, 'mm', 3)}${own.deviationMm === null ? '' : ` ± ${figure(2 * own.deviationMm, 'mm', 3)}`}`}</span>{' '}
                <AcceptanceMark of={own.verdict} />
              </>
            )
          );
        }}
      />
      <p className="text-ink-soft">Where the lower wall was not read, the upper one serves for both, and its error counts twice.</p>
      {grades.length > 0 && (
        <DataTable
          caption="Grades that come closest to the middle"
          rows={grades}
          keyOf={({ id }) => id}
          columns={[
            { title: 'Main', is: 'words', cell: ({ id }) => id.replace('main.', 'Main ') },
            { title: 'Upper', is: 'words', cell: ({ upper }) => upper.name },
            { title: 'Lower', is: 'words', cell: ({ lower }) => lower.name },
            { title: 'Clearance then', cell: ({ clearanceMm }) => say(clearanceMm, 'mm', 3) },
            { title: 'Off the middle', cell: ({ offMm }) => say(offMm, 'mm', 3) },
          ]}
        />
      )}
      {order.length > 0 && (
        <p>{`To order: ${order.map(({ grade, halves }) => `${halves} ${halves === 1 ? 'half' : 'halves'} of ${grade.name}`).join(', ')}.`}</p>
      )}
    </div>
  );
}
