import { clock, degrees, gramsWords, NOUNS, shortSize, wordOf } from '@tare/card';
import { loggedCut, type HoleEntry } from '@tare/contract';
import { counterweightOf } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../ui/DataTable.js';
import { Disclosure } from '../../ui/Disclosure.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { VoidButton } from '../../ui/VoidButton.js';
import { draftOfLogged } from './ownCut.js';
import { EntryMore } from '../photos/EntryMore.js';
import { useCutMetals } from './useCutMetals.js';
import { useDisplay } from '../../ui/display.js';
import { SaidWords } from '../../ui/SaidWords.js';

interface CutTableProps {
  /** Opens the form in which a cut is put right. */
  readonly onAmend: (cut: HoleEntry) => void;
}

/** Every cut that is in the crank: each can be put right, be voided where it never was, and have photos. */
export function CutTable({ onAmend }: CutTableProps): ReactNode {
  const { systems } = useDisplay();
  const { sheet } = useOpenJob();
  const nameOf = usePersonName();
  const took = useCutMetals();
  const counterweightName = ({ counterweightId }: HoleEntry): string => counterweightOf(sheet.spec.crank, counterweightId).name;
  if (sheet.holes.length === 0) return null;
  return (
    <Disclosure large title={`Every cut so far (${sheet.holes.length})`}>
      <DataTable
        caption="Every cut so far"
        hideCaption
        rows={sheet.holes}
        keyOf={({ id }) => id}
        columns={[
          { title: 'Where', cell: (cut) => `${counterweightName(cut)} at ${degrees(cut.angleDeg, 1)}` },
          {
            title: 'What',
            is: 'words',
            cell: (cut) => (
              <>
                <span className="figure-type">{`${NOUNS[wordOf(cut)]}, ${shortSize(cut, systems)}`}</span>
                <SaidWords entryId={cut.id} />
                {cut.note !== '' && <span className="block text-ink-soft">{cut.note}</span>}
              </>
            ),
          },
          { title: 'Took', cell: ({ id }) => (took.has(id) ? gramsWords(took.get(id)!) : '') },
          { title: 'After', is: 'words', cell: ({ afterSpinId }) => afterWords(sheet.spins.findIndex(({ id }) => id === afterSpinId) + 1) },
          { title: 'Who, when', is: 'words', className: 'text-ink-soft', cell: ({ personId, at }) => `${nameOf(personId)}, ${clock(at)}` },
          {
            title: '',
            is: 'words',
            cell: (cut) => (
              <EntryMore entryId={cut.id} title={`the cut in ${counterweightName(cut)}`}>
                {draftOfLogged(loggedCut(cut)) && (
                  <button type="button" className="min-h-11 underline underline-offset-4" onClick={() => onAmend(cut)}>
                    Put this cut right
                  </button>
                )}
                <VoidButton entryId={cut.id} what="this cut" reasons={['it was never made', 'logged twice', 'another crank']} />
              </EntryMore>
            ),
          },
        ]}
      />
    </Disclosure>
  );
}

/** Which spin a cut came after, counted from 1; 0 for none. */
const afterWords = (spin: number): string => (spin === 0 ? 'before any spin' : `spin ${spin}`);
