import { bandMm, type MadeReady, type RodsFigures } from '@tare/core';
import type { ReactNode } from 'react';
import { useDisplay } from '../../../ui/display.js';
import { AcceptanceMark } from '../acceptanceWords.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { useSheetEntry } from '../useSheetEntry.js';

/** Small ends, centre distances, bend and twist of the rods. */
export function RodLinesSheet({ made, rods }: { readonly made: MadeReady; readonly rods: RodsFigures }): ReactNode {
  const entry = useSheetEntry('rodLines');
  const { say } = useDisplay();
  const { limits } = made.rods;
  const band = bandMm(limits?.smallEnd);
  return (
    <div className="grid gap-4">
      {limits && <p className="text-ink-soft">{`Bend and twist are read over a length of ${say(limits.overMm, 'mm', 0)}.`}</p>}
      <PlaceEntry entry={entry} smallestBandMm={band} />
      <PlaceTable
        entry={entry}
        caption="Small ends, centre distances, bend and twist"
        verdictOf={(name) => {
          const row = rods.rows.find(({ rod }) => name === `Rod ${rod}`);
          const judged = [['small end', row?.smallEnd] as const, ['bend', row?.bend] as const, ['twist', row?.twist] as const];
          return judged.flatMap(([what, size]) =>
            size ? (
              <span key={what} className="mr-3 inline-flex items-center gap-1">
                <span className="text-ink-soft">{what}</span> <AcceptanceMark of={size.verdict} />
              </span>
            ) : (
              []
            ),
          );
        }}
      />
    </div>
  );
}
