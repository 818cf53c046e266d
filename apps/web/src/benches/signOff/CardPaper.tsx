import { clock } from '@tare/card';
import type { CardLine, CardSection, CardTable, JobCard } from '@tare/contract';
import { Fragment, type ReactNode } from 'react';
import { DataTable, type DataColumn } from '../../ui/DataTable.js';
import { Worked } from '../../ui/Worked.js';
import { ChosenPhotos } from './ChosenPhotos.js';

interface CardPaperProps {
  readonly jobId: string;
  readonly card: JobCard;
  /** Stands behind the unbalance: the rim map of the crank as it is. */
  readonly map: ReactNode;
}

/** The card as the customer gets it: on the screen, on paper, as a picture. */
export function CardPaper({ jobId, card, map }: CardPaperProps): ReactNode {
  const { shopName, number, engineName, vessel, customer, signed, coreVersion, sections, photoIds } = card;
  return (
    <article aria-label={`Balance card, job ${number}`} className="grid gap-4 border-2 border-ink bg-plate p-5 print:border-0 print:p-0">
      <header className="flex flex-wrap justify-between gap-4 border-b-2 border-ink pb-2">
        <div>
          <p className="text-ink-soft">{shopName}</p>
          <h2 className="text-2xl">Balance card, job {number}</h2>
          <p className="text-lg">
            {engineName}
            {vessel && `, ${vessel}`}; {customer}
          </p>
        </div>
        <div className="text-right">
          <p>{signed ? `Signed off by ${signed.by}` : 'Not signed off'}</p>
          <p className="text-ink-soft">{signed ? `${clock(signed.at)}; arithmetic ${signed.coreVersion}` : `Arithmetic ${coreVersion}`}</p>
        </div>
      </header>
      {sections.map((section) => (
        <Fragment key={section.id}>
          <Section section={section} />
          {section.id === 'unbalance' && map}
        </Fragment>
      ))}
      <ChosenPhotos jobId={jobId} ids={photoIds} />
    </article>
  );
}

function Section({ section: { title, lines, table } }: { readonly section: CardSection }): ReactNode {
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
