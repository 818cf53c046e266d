import { fixed } from '@tare/card';
import type { PinBob } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable, type DataColumn } from '../../ui/DataTable.js';

interface BobRow {
  readonly title: string;
  readonly massG: (pin: PinBob) => number;
  /** Of a line with several parts, each of them. */
  readonly eachG?: (pin: PinBob) => readonly number[];
  readonly look: string;
}

/** The card: every line and subtotal, a column for each pin. */
export function BobCardTable({ pins }: { readonly pins: readonly PinBob[] }): ReactNode {
  const lines = pins[0]?.card.lines ?? [];
  const linesOf = (group: 'rotating' | 'reciprocating'): BobRow[] =>
    lines.flatMap(({ name, group: own, eachG }, i) =>
      own === group
        ? [
            {
              title: `${name}${eachG.length > 1 ? `, ${eachG.length} of them` : ''}`,
              massG: (pin) => pin.card.lines[i]!.sumG,
              eachG: (pin) => pin.card.lines[i]!.eachG,
              look: '',
            },
          ]
        : [],
    );
  const rows: readonly BobRow[] = [
    ...linesOf('rotating'),
    { title: 'rotating', massG: ({ card }) => card.rotatingG, look: 'border-b-2 font-semibold' },
    ...linesOf('reciprocating'),
    { title: 'reciprocating', massG: ({ card }) => card.reciprocatingG, look: 'font-semibold' },
    { title: 'factor × reciprocating', massG: ({ card }) => card.counteredG, look: 'border-b-2 border-ink' },
    { title: 'bob weight', massG: ({ card }) => card.bobWeightG, look: 'text-xl font-bold' },
  ];
  const columns: readonly DataColumn<BobRow>[] = pins.map((pin) => ({
    title: (
      <>
        <span className="text-lg">{pin.pin}</span> <span className="font-sign font-normal text-ink-soft">cyl. {pin.cylinders.join(', ')}</span>
      </>
    ),
    cell: ({ massG, eachG }) => (
      <span
        title={eachG?.(pin)
          .map((g) => fixed(g, 2))
          .join(' + ')}
      >
        {fixed(massG(pin), 2)}
      </span>
    ),
  }));
  return (
    <DataTable
      caption="Bob weight card in g, a column for each pin"
      hideCaption
      columns={[
        {
          title: 'Pin, and the cylinders on it',
          is: 'words',
          className: ({ look }) => (look === '' ? 'font-normal text-ink-soft' : ''),
          cell: ({ title }) => title,
        },
        ...columns,
      ]}
      rows={rows}
      keyOf={({ title }) => title}
      rowClass={({ look }) => look}
    />
  );
}
