import type { CardLine, CardSection, CardTable } from '@tare/contract';
import type { ReactNode } from 'react';
import { DataTable, type DataColumn } from '../../ui/DataTable.js';
import { Worked } from '../../ui/Worked.js';

/** One section of a card as it stands on paper. */
export function Section({ section: { title, lines, table } }: { readonly section: Omit<CardSection, 'id'> }): ReactNode {
  return (
    <section aria-label={title} className="print-whole grid gap-1 overflow-x-auto">
      <h3 className="text-lg">{title}</h3>
      {lines.map((one, i) => (
        <p key={i}>
          <Line line={one} />
        </p>
      ))}
      {table && <Table title={title} table={table} />}
    </section>
  );
}

function Table({ title, table: { columns, rows } }: { readonly title: string; readonly table: CardTable }): ReactNode {
  const [first, ...others] = columns.map((column, i): DataColumn<readonly CardLine[]> => ({
    title: column.title,
    is: column.isFigure ? 'figure' : 'words',
    ...(i === 0 ? { className: 'text-[0.9rem] font-normal' } : {}),
    cell: (row) => <Line line={row[i]!} />,
  }));
  return first ? (
    <DataTable caption={title} hideCaption className="w-full text-[0.9rem]" columns={[first, ...others]} rows={rows} keyOf={(_, r) => r} />
  ) : null;
}

const Line = ({ line }: { readonly line: CardLine }): ReactNode =>
  line.map((part, i) =>
    typeof part === 'string' ? (
      part
    ) : (
      <span key={i} className="figure-type whitespace-nowrap">
        <Worked working={part.working ?? null}>{part.text}</Worked>
      </span>
    ),
  );
