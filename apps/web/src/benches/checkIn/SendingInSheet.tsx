import { jobTitle } from '@tare/card';
import { ARRIVAL_WORDS, type ArrivalItem } from '@tare/core';
import type { ReactNode } from 'react';
import { useShop } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { DataTable } from '../../ui/DataTable.js';
import { PrintSheet } from '../../ui/PrintSheet.js';

interface SendingInSheetProps {
  readonly list: readonly ArrivalItem[];
  readonly onPrinted: () => void;
}

/** A list for whoever sends parts in: what to pack, and how to mark it. */
export function SendingInSheet({ list, onPrinted }: SendingInSheetProps): ReactNode {
  const { sheet } = useOpenJob();
  const { data: shop } = useShop();
  return (
    <PrintSheet isReady={shop !== undefined} onPrinted={onPrinted}>
      <article className="text-[1.1rem]">
        <p>{shop?.name}</p>
        <h1 className="text-2xl">Parts to send in, job {sheet.number}</h1>
        <p className="mb-4">
          {jobTitle({ ...sheet.spec, vessel: '' })}. Balanced{' '}
          {sheet.spec.balance === 'internal' ? 'internally' : 'externally: damper and flywheel have to come along'}.
        </p>
        <DataTable
          caption="What to pack"
          hideCaption
          columns={[
            { title: 'Packed', is: 'words', className: 'py-2', cell: () => <span className="inline-block size-5 border-2 border-ink" /> },
            {
              title: 'Item',
              is: 'words',
              cell: ({ key, needed }) => `${ARRIVAL_WORDS[key]}${needed ? '' : ', if it is to be balanced with the crank'}`,
            },
            { title: 'How many', cell: ({ count }) => count },
          ]}
          rows={list}
          keyOf={({ key }) => key}
        />
        <ul className="mt-4 list-disc pl-6">
          <li>Number every part to its cylinder, and caps to their rods: a mixed cap scraps a rod.</li>
          <li>Bearings, bolts, locks and rings as they will run. Pins that were selected to a piston stay with it.</li>
          <li>Mark whatever bolts to the crank so that it goes back the same way round.</li>
        </ul>
      </article>
    </PrintSheet>
  );
}
