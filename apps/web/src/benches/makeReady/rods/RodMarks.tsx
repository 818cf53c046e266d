import type { MadeReady, RodsFigures } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { CheckRow } from '../../../ui/CheckRow.js';
import { CommitQuantity, CommitText } from '../../../ui/form/CommitFields.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { useLogWork } from '../LogWork.js';
import { PartPictures } from '../PartPictures.js';

/** What is stamped on rod and cap, what is known of the bolts, and where a crack shows: a rod by its cylinder. */
export function RodMarks({ made: { rods: said }, rods }: { readonly made: MadeReady; readonly rods: RodsFigures }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const work = useLogWork();
  return (
    <section className="grid gap-2" aria-label="Numbers, bolts and cracks">
      <h2 className="text-lg font-semibold">Numbers, bolts and cracks</h2>
      <ul className="grid gap-2">
        {rods.rows.map(({ rod, asks }) => {
          const numbers = said.numbers[rod] ?? { rod: '', cap: '' };
          const bolts = said.bolts[rod] ?? { areNew: false, uses: 0 };
          return (
            <li key={rod} className="flex flex-wrap items-end gap-3 border-b border-edge pb-2">
              <strong className="w-14 pb-2">{`Rod ${rod}`}</strong>
              <CommitText
                label="rod bears"
                className="w-20"
                place={`rod-number.${sheet.id}.${rod}`}
                kept={numbers.rod}
                maxLength={20}
                onCommit={(text, settled) => decide({ subject: `rods.numbers.${rod}`, value: { ...numbers, rod: text.trim() } }, settled)}
              />
              <CommitText
                label="cap bears"
                className="w-20"
                place={`cap-number.${sheet.id}.${rod}`}
                kept={numbers.cap}
                maxLength={20}
                onCommit={(text, settled) => decide({ subject: `rods.numbers.${rod}`, value: { ...numbers, cap: text.trim() } }, settled)}
              />
              <CommitQuantity
                label="bolts used"
                unit=""
                className="w-24"
                place={`bolt-uses.${sheet.id}.${rod}`}
                kept={bolts.uses}
                isGood={(n) => Number.isInteger(n) && n >= 0 && n < 1000}
                complaint="A whole number."
                onCommit={(uses, settled) => decide({ subject: `rods.bolts.${rod}`, value: { ...bolts, uses } }, settled)}
              />
              <CheckRow
                disabled={blocked}
                checked={bolts.areNew}
                onChange={(event) => decide({ subject: `rods.bolts.${rod}`, value: { ...bolts, areNew: event.target.checked } })}
              >
                new
              </CheckRow>
              <Button disabled={work.isBlocked} onClick={() => work.log({ kind: 'newBolts', rod })}>
                New bolts in
              </Button>
              <CommitText
                label="a crack shows"
                className="w-40"
                place={`rod-crack.${sheet.id}.${rod}`}
                kept={said.cracks[rod] ?? ''}
                maxLength={200}
                onCommit={(text, settled) => decide({ subject: `rods.cracks.${rod}`, value: text.trim() }, settled)}
              />
              {asks !== null && <span className="pb-2">{`▲ Say ${asks}.`}</span>}
              <PartPictures kind="rod" cylinder={rod} />
            </li>
          );
        })}
      </ul>
      {(error?.message ?? work.error) && <ProblemNotice>{error?.message ?? work.error}</ProblemNotice>}
    </section>
  );
}
