import { bandMm, type CrownRow, type DecksFigures, type MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../../ui/DataTable.js';
import { Note } from '../../../ui/Notice.js';
import { useDisplay } from '../../../ui/display.js';
import { AcceptanceMark } from '../acceptanceWords.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { useSheetEntry } from '../useSheetEntry.js';

/** How far every crown stands below its deck at the top of its stroke, now and once the decks are cut, and what it compresses to. */
export function CrownSheet({ made, decks }: { readonly made: MadeReady; readonly decks: DecksFigures }): ReactNode {
  const entry = useSheetEntry('crowns');
  const { limits } = made.decks;
  const known = decks.crowns.filter(({ now }) => now !== null);
  return (
    <div className="grid gap-4">
      {limits === null && <Note>Nobody typed the limits of the decks yet: depths are kept, and nothing is judged.</Note>}
      <PlaceEntry entry={entry} smallestBandMm={bandMm(limits?.pistonDown)} />
      <PlaceTable entry={entry} caption="Crowns below the deck at the top of the stroke; above it, less than 0" />
      {known.length === 0 ? (
        <p className="text-ink-soft">
          Reckoned from the deck’s height, half the stroke, the rod and the piston over its pin, as soon as those are known; what is measured counts
          before what is reckoned.
        </p>
      ) : (
        <CrownTable crowns={known} made={made} />
      )}
    </div>
  );
}

function CrownTable({ crowns, made }: { readonly crowns: readonly CrownRow[]; readonly made: MadeReady }): ReactNode {
  const { figure, unit } = useDisplay();
  const { leastCompressionRatio: least = null, mostCompressionRatio: most = null } = made.decks.limits ?? {};
  const ratio = (value: number | null | undefined): string => {
    if (value === null || value === undefined) return '–';
    const mark = (least !== null && value < least) || (most !== null && value > most) ? ' ▲' : '';
    return `${value.toFixed(2)}${mark}`;
  };
  return (
    <DataTable
      caption={`Crown below the deck (${unit('mm')}; ≈ reckoned, not measured), and compression to one`}
      rows={crowns}
      keyOf={({ cylinder }) => String(cylinder)}
      columns={[
        { title: 'Cylinder', is: 'words', cell: ({ cylinder }) => String(cylinder) },
        { title: 'Now', className: 'whitespace-nowrap', cell: ({ now }) => (now ? `${now.isMeasured ? '' : '≈ '}${figure(now.mm, 'mm', 3)}` : '–') },
        { title: 'Verdict', is: 'words', cell: ({ now }) => now && <AcceptanceMark of={now.verdict} /> },
        { title: 'Compression', cell: ({ now }) => ratio(now?.compression) },
        { title: 'Once cut', cell: ({ then }) => (then ? figure(then.mm, 'mm', 3) : '–') },
        { title: 'Verdict then', is: 'words', cell: ({ then }) => then && <AcceptanceMark of={then.verdict} /> },
        { title: 'Compression then', cell: ({ then }) => ratio(then?.compression) },
      ]}
    />
  );
}
