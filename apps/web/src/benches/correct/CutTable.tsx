import { clock, degrees, gramsWords, NOUNS, shortSize, wordOf } from '@tare/card';
import { loggedCut, type HoleEntry } from '@tare/contract';
import { counterweightOf } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { usePersonName } from '../../ui/usePersonName.js';
import { VoidButton } from '../../ui/VoidButton.js';
import { draftOfLogged } from './ownCut.js';
import { EntryMore } from '../photos/EntryMore.js';
import { useCutMetals } from './useCutMetals.js';
import { useDisplay } from '../../ui/useDisplay.js';
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
  if (sheet.holes.length === 0) return null;
  return (
    <details>
      <summary className="min-h-11 py-2 text-lg">{`Every cut so far (${sheet.holes.length})`}</summary>
      <table className="w-full text-left [&_td]:pr-4 [&_th]:pr-4">
        <thead className="border-b-2 border-ink text-ink-soft">
          <tr>
            <th scope="col">Where</th>
            <th scope="col">What</th>
            <th scope="col">Took</th>
            <th scope="col">After</th>
            <th scope="col">Who, when</th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          {sheet.holes.map((cut) => {
            const { name } = counterweightOf(sheet.spec.crank, cut.counterweightId);
            const after = sheet.spins.findIndex(({ id }) => id === cut.afterSpinId) + 1;
            return (
              <tr key={cut.id} className="border-b border-edge align-top">
                <th scope="row" className="figure-type">{`${name} at ${degrees(cut.angleDeg, 1)}`}</th>
                <td className="figure-type">
                  {`${NOUNS[wordOf(cut)]}, ${shortSize(cut, systems)}`}
                  <SaidWords entryId={cut.id} />
                  {cut.note !== '' && <span className="block font-sign text-ink-soft">{cut.note}</span>}
                </td>
                <td className="figure-type">{took.has(cut.id) ? gramsWords(took.get(cut.id)!) : ''}</td>
                <td>{after === 0 ? 'before any spin' : `spin ${after}`}</td>
                <td className="text-ink-soft">{`${nameOf(cut.personId)}, ${clock(cut.at)}`}</td>
                <td>
                  <EntryMore entryId={cut.id} title={`the cut in ${name}`}>
                    {draftOfLogged(loggedCut(cut)) && (
                      <button type="button" className="min-h-11 underline underline-offset-4" onClick={() => onAmend(cut)}>
                        Put this cut right
                      </button>
                    )}
                    <VoidButton entryId={cut.id} what="this cut" reasons={['it was never made', 'logged twice', 'another crank']} />
                  </EntryMore>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </details>
  );
}
