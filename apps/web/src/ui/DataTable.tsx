import type { ReactNode } from 'react';

export interface DataColumn<R> {
  /** Blank over actions. */
  readonly title: ReactNode;
  /** Words stand left in the letters of labels, figures right in their own. */
  readonly is?: 'figure' | 'words';
  readonly cell: (row: R, index: number) => ReactNode;
  readonly className?: string | ((row: R) => string);
}

interface DataTableProps<R> {
  readonly caption: string;
  /** It stands under a title that says it already. */
  readonly hideCaption?: boolean;
  /** Its rows say everything: names and figures. */
  readonly hideHead?: boolean;
  /** The first column names its row. */
  readonly columns: readonly [DataColumn<R>, ...DataColumn<R>[]];
  readonly rows: readonly R[];
  readonly keyOf: (row: R, index: number) => string | number;
  readonly rowClass?: (row: R) => string;
  /** A line across the table before a row. */
  readonly before?: (row: R, index: number) => ReactNode;
  readonly className?: string;
}

const PLACES = { figure: 'text-right figure-type', words: 'text-left font-sign' } as const;

/** The one table of figures: its caption, each column's place and letters, its rows named; it scrolls by itself where it is too wide. */
export function DataTable<R>({
  caption,
  hideCaption = false,
  hideHead = false,
  columns,
  rows,
  keyOf,
  rowClass = () => '',
  before,
  className = 'w-full',
}: DataTableProps<R>): ReactNode {
  const [head, ...others] = columns;
  const look = (column: DataColumn<R>, row: R): string => (typeof column.className === 'function' ? column.className(row) : (column.className ?? ''));
  return (
    <div className="relative overflow-x-auto">
      <table className={`${className} [&_td]:pl-3 [&_th+th]:pl-3`}>
        <caption className={hideCaption ? 'sr-only' : 'text-left text-lg font-semibold'}>{caption}</caption>
        <thead className={hideHead ? 'sr-only' : 'border-b-2 border-ink text-ink-soft'}>
          <tr>
            {columns.map(({ title, is = 'figure' }, i) => (
              <th key={i} scope="col" className={i === 0 || is === 'words' ? 'text-left' : 'text-right'}>
                {title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, r) => [
            before?.(row, r),
            <tr key={keyOf(row, r)} className={`border-b border-edge align-baseline ${rowClass(row)}`}>
              <th scope="row" className={`py-1.5 text-left ${head.is === 'words' ? 'font-sign' : 'figure-type text-lg'} ${look(head, row)}`}>
                {head.cell(row, r)}
              </th>
              {others.map((column, c) => (
                <td key={c} className={`py-1.5 ${PLACES[column.is ?? 'figure']} ${look(column, row)}`}>
                  {column.cell(row, r)}
                </td>
              ))}
            </tr>,
          ])}
        </tbody>
      </table>
    </div>
  );
}
