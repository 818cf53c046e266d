import { bandMm, type CrankFigures, type MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { AcceptanceMark, JudgedSize } from './acceptanceWords.js';
import { BestGrades } from './BestGrades.js';
import { PlaceEntry } from './PlaceEntry.js';
import { PlaceTable } from './PlaceTable.js';
import { SaysOtherwise } from './SaysOtherwise.js';
import { useSheetEntry } from './useSheetEntry.js';

/** Clearance of every main with its error, the grades that come closest to the middle, what to order, and the end float. */
export function BearingSheet({ made, figures }: { readonly made: MadeReady; readonly figures: CrankFigures }): ReactNode {
  const entry = useSheetEntry('bearings');
  const { bearings, grades, order } = figures.groups.mains;
  const limits = made.limits?.mains.clearance;
  const band = bandMm(limits);
  return (
    <div className="grid gap-4">
      <PlaceEntry entry={entry} smallestBandMm={band} />
      <PlaceTable
        entry={entry}
        caption="Housings, torqued and in line with the load, and walls of the shells"
        verdictOf={(row) => {
          if (row === 'Crank') return figures.endFloat && <AcceptanceMark of={figures.endFloat.verdict} />;
          const own = bearings.find(({ number }) => row === `Main ${number}`);
          return own && <JudgedSize mm={own.clearanceMm} deviationMm={own.deviationMm} verdict={own.verdict} />;
        }}
      />
      <p className="text-ink-soft">Where the lower wall was not read, the upper one serves for both, and its error counts twice.</p>
      <SaysOtherwise bearings={bearings.map((one) => ({ ...one, name: `Main ${one.number}` }))} />
      <BestGrades of="Main" grades={grades} order={order} />
    </div>
  );
}
