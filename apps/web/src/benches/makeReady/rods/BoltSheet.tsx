import { bandMm, type MadeReady, type RodsFigures } from '@tare/core';
import type { ReactNode } from 'react';
import { useDisplay } from '../../../ui/display.js';
import { AcceptanceMark } from '../acceptanceWords.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { useSheetEntry } from '../useSheetEntry.js';

/** Rod bolts free, torqued and free again: their stretch against its band, and what they keep of it. */
export function BoltSheet({ made, rods }: { readonly made: MadeReady; readonly rods: RodsFigures }): ReactNode {
  const entry = useSheetEntry('rodBolts');
  const { figure } = useDisplay();
  const stretch = made.rods.limits?.stretch;
  const band = bandMm(stretch);
  return (
    <div className="grid gap-4">
      <PlaceEntry entry={entry} smallestBandMm={band} />
      <PlaceTable
        entry={entry}
        caption="Lengths of the bolts"
        verdictOf={(name) =>
          rods.rows
            .find(({ rod }) => name === `Rod ${rod}`)
            ?.bolts.map((bolt, i) => (
              <span key={i} className="mr-3 inline-flex items-center gap-1">
                {bolt.stretch && (
                  <>
                    <span className="figure-type">{figure(bolt.stretchMm!, 'mm', 3)}</span> <AcceptanceMark of={bolt.stretch} />
                  </>
                )}
                {bolt.longer && (
                  <>
                    <span className="text-ink-soft">keeps</span> <span className="figure-type">{figure(bolt.longerMm!, 'mm', 3)}</span>{' '}
                    <AcceptanceMark of={bolt.longer} />
                  </>
                )}
              </span>
            ))
        }
      />
      <p className="text-ink-soft">Bolts are exchanged one at a time, so that the cap keeps its place.</p>
    </div>
  );
}
