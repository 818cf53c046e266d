import { bandMm, type BoresFigures, type MadeReady } from '@tare/core';
import type { ReactNode } from 'react';
import { Note } from '../../../ui/Notice.js';
import { useDisplay } from '../../../ui/display.js';
import { AcceptanceMark } from '../acceptanceWords.js';
import { LogAmount } from '../LogAmount.js';
import { PlaceEntry } from '../PlaceEntry.js';
import { PlaceTable } from '../PlaceTable.js';
import { useSheetEntry } from '../useSheetEntry.js';

/** The gap between the ends of every ring in its own bore, judged as it will be once that is honed, and what is filed off. */
export function RingSheet({ made, bores }: { readonly made: MadeReady; readonly bores: BoresFigures }): ReactNode {
  const entry = useSheetEntry('rings');
  const { say } = useDisplay();
  const rings = made.bores.limits?.rings ?? [];
  const bands = rings.flatMap((ring) => bandMm(ring) ?? []);
  return (
    <div className="grid gap-4">
      {rings.length === 0 && <Note>Nobody typed the gaps of the rings yet, with the limits of the bores: they are kept, and nothing is judged.</Note>}
      <PlaceEntry entry={entry} smallestBandMm={bands.length === 0 ? null : Math.min(...bands)} />
      <PlaceTable entry={entry} caption="Ring gaps" />
      {bores.rings.length > 0 && (
        <ul aria-label="What of the ring gaps" className="grid gap-2">
          {bores.rings.map((gap) => (
            <li key={`${gap.cylinder}.${gap.ring}`} className="flex flex-wrap items-end gap-3 border-b border-edge pb-2">
              <span className="min-w-44 pb-2">
                <strong>{`Bore ${gap.cylinder}, ${gap.name}: `}</strong>
                <span className="figure-type">{say(gap.mm, 'mm', 3)}</span>
                {gap.honedMm !== gap.mm && `, ${say(gap.honedMm, 'mm', 3)} once honed`}
              </span>
              <span className="pb-2">
                <AcceptanceMark of={gap.verdict} />
              </span>
              {gap.toFileMm !== null && (
                <LogAmount
                  label="filed off in all"
                  className="w-36"
                  suggestedMm={gap.toFileMm}
                  places={2}
                  mostMm={5}
                  workOf={(takenMm) => ({ kind: 'fileRing', cylinder: gap.cylinder, ring: gap.ring, takenMm })}
                >
                  It was filed: measure it again
                </LogAmount>
              )}
              {gap.verdict.kind === 'outside' && gap.verdict.side === 'high' && (
                <span className="pb-2">Filing only opens it: it takes another ring.</span>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
