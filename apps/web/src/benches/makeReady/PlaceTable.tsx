import { group } from 'd3-array';
import type { ReactNode } from 'react';
import { useDisplay } from '../../ui/display.js';
import { isAt, type Place } from './sheets.js';
import type { SheetEntry } from './useSheetEntry.js';

interface PlaceTableProps {
  readonly entry: SheetEntry;
  readonly caption: string;
  /** Places of the figures shown, mm. */
  readonly places?: number;
  /** What stands behind a row: its verdict. */
  readonly verdictOf?: (row: string) => ReactNode;
}

/** A sheet as it is walked: a row a journal, a column a place of it; the place that waits stands out. */
export function PlaceTable({ entry, caption, places = 3, verdictOf }: PlaceTableProps): ReactNode {
  const { figure, unit } = useDisplay();
  const rows = [...group(entry.places, ({ row }) => row)];
  const columns = [...new Set(entry.places.map(({ column }) => column))];
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-right figure-type">
        <caption className="pb-1 text-left font-sign text-ink-soft">{`${caption} (${unit('mm')})`}</caption>
        <thead>
          <tr className="border-b-2 border-ink">
            <th aria-label="Journal" />
            {columns.map((column) => (
              <th key={column} scope="col" className="min-w-16 px-1 font-sign font-normal text-ink-soft">
                {column}
              </th>
            ))}
            {verdictOf && (
              <th scope="col" className="pl-2 text-left font-sign font-normal text-ink-soft">
                Verdict
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map(([row, own]) => (
            <tr key={row} className="border-b border-edge">
              <th scope="row" className="pr-2 text-left font-sign whitespace-nowrap">
                {row}
              </th>
              {columns.map((column) => {
                const place = own.find((one) => one.column === column);
                return <td key={column}>{place && <PlaceCell entry={entry} place={place} say={(mm) => figure(mm, 'mm', places)} />}</td>;
              })}
              {verdictOf && <td className="py-1 pl-2 text-left font-sign">{verdictOf(row)}</td>}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function PlaceCell({ entry, place, say }: { readonly entry: SheetEntry; readonly place: Place; readonly say: (mm: number) => string }): ReactNode {
  const read = entry.readingsAt(place);
  const waits = entry.waiting !== null && isAt(entry.waiting, place);
  const mean = read.length === 0 ? null : read.reduce((sum, one) => sum + entry.sizeOf(one), 0) / read.length;
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={`Read ${place.row}, ${place.column}`}
      aria-current={waits}
      className={`min-h-9 w-full px-1 text-right ${waits ? 'bg-ink text-plate outline-3 outline-brass' : 'hover:bg-plate-low'}`}
      onClick={() => entry.pick(place)}
    >
      {mean === null ? (waits ? '▸' : '') : say(mean)}
      {read.length > 1 && <span className="text-[0.8rem] opacity-80"> ×{read.length}</span>}
    </button>
  );
}
