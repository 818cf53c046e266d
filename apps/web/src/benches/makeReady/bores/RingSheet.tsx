import { bandMm, type BoresFigures, type MadeReady, type RingGap } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { typedQuantity } from '@tare/core';
import { Button } from '../../../ui/Button.js';
import { Note, ProblemNotice } from '../../../ui/Notice.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { useDisplay } from '../../../ui/useDisplay.js';
import { AcceptanceMark } from '../acceptanceWords.js';
import { useLogWork } from '../LogWork.js';
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
              {gap.toFileMm !== null && <FileRing gap={gap} toFileMm={gap.toFileMm} />}
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

/** Filed, and by how much: both ends together. */
function FileRing({ gap: { cylinder, ring }, toFileMm }: { readonly gap: RingGap; readonly toFileMm: number }): ReactNode {
  const { log, isBlocked, error } = useLogWork();
  const [taken, setTaken] = useState('');
  const takenMm = taken.trim() === '' ? toFileMm : typedQuantity(taken, 'mm');
  return (
    <>
      <QuantityField
        label="filed off in all"
        unit="mm"
        className="w-36"
        placeholder={toFileMm.toFixed(2)}
        value={taken}
        onChange={(event) => setTaken(event.target.value)}
      />
      <Button disabled={isBlocked || !(takenMm > 0 && takenMm <= 5)} onClick={() => log({ kind: 'fileRing', cylinder, ring, takenMm })}>
        It was filed: measure it again
      </Button>
      {error !== null && <ProblemNotice>{error}</ProblemNotice>}
    </>
  );
}
