import { ARRIVAL_WORDS, type ArrivalItem } from '@tare/core';
import type { ReactNode } from 'react';
import { useShop } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
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
          {sheet.spec.engineName}; {sheet.spec.customer}. Balanced{' '}
          {sheet.spec.balance === 'internal' ? 'internally' : 'externally: damper and flywheel have to come along'}.
        </p>
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-b-2 border-ink text-left">
              <th scope="col">Packed</th>
              <th scope="col">Item</th>
              <th scope="col">How many</th>
            </tr>
          </thead>
          <tbody>
            {list.map(({ key, count, needed }) => (
              <tr key={key} className="border-b border-edge">
                <td className="py-2">
                  <span className="inline-block size-5 border-2 border-ink" />
                </td>
                <td>
                  {ARRIVAL_WORDS[key]}
                  {needed ? '' : ', if it is to be balanced with the crank'}
                </td>
                <td className="figure-type">{count}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <ul className="mt-4 list-disc pl-6">
          <li>Number every part to its cylinder, and caps to their rods: a mixed cap scraps a rod.</li>
          <li>Bearings, bolts, locks and rings as they will run. Pins that were selected to a piston stay with it.</li>
          <li>Mark whatever bolts to the crank so that it goes back the same way round.</li>
        </ul>
      </article>
    </PrintSheet>
  );
}
