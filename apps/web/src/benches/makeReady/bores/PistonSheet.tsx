import { bandMm, type BoresFigures, type MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../../ui/DataTable.js';
import { Note } from '../../../ui/Notice.js';
import { useDisplay } from '../../../ui/display.js';
import { AcceptanceMark } from '../acceptanceWords.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { useSheetEntry } from '../useSheetEntry.js';

/** Pistons at their gauge points, and into which bore each goes so that the clearances come closest. */
export function PistonSheet({ made, bores }: { readonly made: MadeReady; readonly bores: BoresFigures }): ReactNode {
  const entry = useSheetEntry('pistons');
  const { say } = useDisplay();
  const { clearance } = made.bores.limits ?? {};
  const band = bandMm(clearance);
  const negative = bores.fits.filter(({ clearanceMm }) => clearanceMm <= 0);
  return (
    <div className="grid gap-4">
      <PlaceEntry entry={entry} smallestBandMm={band} />
      <PlaceTable entry={entry} caption="Pistons" />
      {bores.fits.length === 0 ? (
        <p className="text-ink-soft">Once every bore and every piston is measured, and the clearance is typed, each piston is given its bore.</p>
      ) : (
        <>
          <DataTable
            caption="Pistons to bores, so that the clearances come closest to the middle"
            rows={bores.fits}
            keyOf={({ bore }) => bore}
            columns={[
              { title: 'Bore', is: 'words', cell: ({ bore }) => bore },
              { title: 'Piston', is: 'words', cell: ({ piston, bore }) => (piston === bore ? piston : `${piston} ←`) },
              { title: 'Clearance', cell: ({ clearanceMm }) => say(clearanceMm, 'mm', 3) },
              {
                title: 'Verdict',
                is: 'words',
                cell: ({ verdict, hone }) => (verdict ? <AcceptanceMark of={verdict} /> : hone && `hone to ${say(hone.toMm, 'mm', 3)}`),
              },
            ]}
          />
          {bores.worstOffMm !== null && (
            <p>{`The furthest off the middle: ${say(bores.worstOffMm, 'mm', 3)}. No other way of placing them comes closer.`}</p>
          )}
        </>
      )}
      {negative.map(({ bore, piston }) => (
        <Note key={bore}>{`▲ Bore ${bore} is smaller than piston ${piston}: one of them was measured wrongly, or is another’s.`}</Note>
      ))}
    </div>
  );
}
