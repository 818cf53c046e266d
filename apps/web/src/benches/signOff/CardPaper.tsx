import { clock } from '@tare/card';
import type { CardLine, CardSection, CardTable, JobCard } from '@tare/contract';
import { Fragment, type ReactNode } from 'react';
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
  const look = (i: number): string => (columns[i]?.isFigure ? 'text-right figure-type' : 'text-left');
  return (
    <table aria-label={title} className="w-full text-[0.9rem] [&_td]:px-2 [&_td]:py-1 [&_th]:px-2">
      <thead className="border-b-2 border-ink text-ink-soft">
        <tr>
          {columns.map((column, i) => (
            <th key={column.title} scope="col" className={columns[i]?.isFigure ? 'text-right' : 'text-left'}>
              {column.title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row, r) => (
          <tr key={r} className="border-b border-edge">
            {row.map((cell, i) =>
              i === 0 ? (
                <th key={i} scope="row" className={`font-normal ${look(i)}`}>
                  <Line line={cell} />
                </th>
              ) : (
                <td key={i} className={look(i)}>
                  <Line line={cell} />
                </td>
              ),
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
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
