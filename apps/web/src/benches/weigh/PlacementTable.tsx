import { fixed, KIND_NAMES, MEASURE_NAMES } from '@tare/card';
import type { ReadingEntry } from '@tare/contract';
import { apartG, everyPart, hasEnds, measuresOf, strayReadings, type Measure, type ReadingSummary, placesByDivision } from '@tare/core';
import type { ReactNode } from 'react';
import { useInstruments } from '../../api/instruments.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { sameCell, type Cell } from './nextCell.js';
import type { Weighing } from './useWeighing.js';

/** A strip of parts across, placements down, means and spreads below; the waiting cell stands out at arm's length. */
export function PlacementTable({ weighing }: { readonly weighing: Weighing }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const { kind } = weighing;
  const parts = everyPart(figures)
    .filter(({ part }) => part.kind === kind)
    .sort((a, b) => a.part.cylinder - b.part.cylinder);
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-right figure-type">
        <caption className="sr-only">Readings in g</caption>
        <thead>
          <tr className="border-b-2 border-ink">
            <th scope="col" className="pr-2 text-left font-sign font-normal text-ink-soft">
              {KIND_NAMES[kind].one}
            </th>
            {parts.map(({ part, needsReweighing }) => (
              <th key={part.id} scope="col" className="min-w-16 px-1 text-lg">
                {part.cylinder}
                {part.spare && <span className="block font-sign text-[0.85rem] font-normal text-ink-soft">spare</span>}
                {part.damaged && <span className="block font-sign text-[0.85rem] font-normal text-outside">▲ damaged</span>}
                {needsReweighing && <span className="block font-sign text-[0.85rem] font-normal text-outside">cut since</span>}
              </th>
            ))}
          </tr>
        </thead>
        {measuresOf(kind, sheet.weighChoices.rodSchool).map((measure) => (
          <MeasureRows key={measure} measure={measure} weighing={weighing} />
        ))}
        {hasEnds(kind) && (
          <tbody>
            <tr className="border-t-2 border-ink">
              <th scope="row" className="pr-2 text-left font-sign font-normal text-ink-soft">
                Ends − total
              </th>
              {parts.map(({ part, rod }) => (
                <td key={part.id} className="px-1 py-1">
                  {rod?.kind === 'adjusted' ? fixed(rod.closureG, 2) : '·'}
                </td>
              ))}
            </tr>
            <tr>
              <th scope="row" className="pr-2 text-left font-sign font-normal text-ink-soft">
                Adds up?
              </th>
              {parts.map(({ part, rod }) => (
                <td key={part.id} className="px-1 py-1 font-sign">
                  {rod?.kind === 'adjusted' && <VerdictMark verdict={rod.closes ? 'inside' : 'outside'}>{rod.closes ? 'yes' : 'no'}</VerdictMark>}
                  {rod?.kind === 'derived' && <VerdictMark verdict="open">unchecked</VerdictMark>}
                  {rod?.kind === 'unknown' && rod.totalG !== null && (
                    <VerdictMark verdict={rod.impossible ? 'outside' : 'open'}>{rod.impossible ? 'cannot be' : 'ends?'}</VerdictMark>
                  )}
                </td>
              ))}
            </tr>
          </tbody>
        )}
      </table>
      {hasEnds(kind) && parts.some(({ rod }) => rod?.kind === 'adjusted' && !rod.closes) && (
        <p className="mt-2 font-semibold text-outside">
          ▲ A rod’s ends do not add up to its total within the scatter: the fixture moved or the rod was not level. Weigh it again.
        </p>
      )}
      {hasEnds(kind) && (
        <p className="mt-2 text-ink-soft">
          The rod hangs level between the two supports, one of them on the scale. Tolerance for matching:{' '}
          <span className="figure-type">{sheet.spec.matchToleranceG}</span> g.
        </p>
      )}
    </div>
  );
}

function MeasureRows({ measure, weighing }: { readonly measure: Measure; readonly weighing: Weighing }): ReactNode {
  const { figures } = useOpenJob();
  const placesOf = useReadingPlaces();
  const { cells, readingsOf, want, waiting, pick, kind, divisionG, isDoubtful } = weighing;
  const own = cells.filter((cell) => cell.measure === measure);
  const columns = own.map((cell) => {
    const readings = readingsOf(cell);
    return {
      cell,
      readings,
      flags: flagsOf(readings, divisionG),
    };
  });
  const rows = Math.max(want, ...columns.map(({ cell, readings }) => readings.length + (sameCell(cell, waiting) ? 1 : 0)));
  const summaryOf = (cell: Cell): ReadingSummary | undefined => {
    const weighed = everyPart(figures).find(({ part }) => part.id === cell.partId);
    return weighed?.needsReweighing ? undefined : weighed?.now[measure];
  };
  return (
    <tbody>
      {hasEnds(kind) && (
        <tr>
          <th scope="rowgroup" colSpan={own.length + 1} className="border-t-2 border-edge pt-1 text-left font-sign">
            {MEASURE_NAMES[measure]}
          </th>
        </tr>
      )}
      {Array.from({ length: rows }, (_, row) => (
        <tr key={row} className="border-b border-edge">
          <th scope="row" className="pr-2 text-left font-sign font-normal text-ink-soft">
            placement {row + 1}
          </th>
          {columns.map(({ cell, readings, flags }) => {
            const reading = readings[row];
            const waits = sameCell(cell, waiting) && readings.length === row;
            const flag = flags[row] ?? (reading && isDoubtful(reading) ? 'zero moved' : null);
            return (
              <td key={cell.partId} className="p-0">
                <button
                  type="button"
                  tabIndex={-1}
                  aria-label={`Weigh ${KIND_NAMES[kind].one.toLowerCase()} ${cell.cylinder}${measure === 'mass' ? '' : ` ${MEASURE_NAMES[measure].toLowerCase()}`}`}
                  aria-current={waits}
                  className={`min-h-9 w-full px-1 text-right ${waits ? 'bg-ink text-plate outline-3 outline-brass' : 'hover:bg-plate-low'}`}
                  onClick={() => pick(cell)}
                >
                  {flag && <span className="font-sign text-[0.85rem] text-outside">▲ {flag} </span>}
                  {reading ? readingText(reading, placesOf(reading)) : waits ? '▸' : ''}
                </button>
              </td>
            );
          })}
        </tr>
      ))}
      <SummaryRow title="mean" cells={own} value={(cell) => summaryOf(cell)?.meanG} strong />
      <SummaryRow title="spread" cells={own} value={(cell) => summaryOf(cell)?.spreadG} />
      <SummaryRow title="s" cells={own} value={(cell) => summaryOf(cell)?.deviationG} places={3} />
      <SummaryRow title="standard error" cells={own} value={(cell) => summaryOf(cell)?.standardErrorG} places={3} />
    </tbody>
  );
}

interface SummaryRowProps {
  readonly title: string;
  readonly cells: readonly Cell[];
  readonly value: (cell: Cell) => number | null | undefined;
  readonly places?: number;
  readonly strong?: boolean;
}

function SummaryRow({ title, cells, value, places = 2, strong = false }: SummaryRowProps): ReactNode {
  return (
    <tr className={strong ? 'text-[1.1rem] font-semibold' : 'text-ink-soft'}>
      <th scope="row" className="pr-2 text-left font-sign font-normal">
        {title}
      </th>
      {cells.map((cell) => {
        const v = value(cell);
        return (
          <td key={cell.partId} className="px-1 py-0.5">
            {v === undefined || v === null ? '' : fixed(v, places)}
          </td>
        );
      })}
    </tr>
  );
}

/** What contradicts the readings that were taken as the last one was: a difference and a weight outright do not compare. Of two neither is the stray. */
function flagsOf(readings: readonly ReadingEntry[], divisionG: number): ('stray' | 'apart' | null)[] {
  const school = readings.at(-1)?.referencePartId;
  const alike = readings.filter((r) => r.referencePartId === school);
  const valuesG = alike.map((r) => r.valueG);
  const strays = strayReadings(valuesG, divisionG);
  const [firstG, secondG, ...others] = valuesG;
  const isApart = others.length === 0 && secondG !== undefined && Math.abs(firstG! - secondG) > apartG(firstG!, divisionG);
  return readings.map((r) => {
    const at = alike.indexOf(r);
    if (at < 0) return null;
    return isApart ? 'apart' : strays[at] ? 'stray' : null;
  });
}

/** A difference carries its sign. */
const readingText = ({ valueG, referencePartId }: ReadingEntry, places: number): string =>
  `${referencePartId !== null && valueG >= 0 ? '+' : ''}${fixed(valueG, places)}`;

/** A reading is shown as its scale shows it, 418.30 on one that counts in 0.01 g; of no known scale as it was typed, with at least one place. */
function useReadingPlaces(): (reading: ReadingEntry) => number {
  const { data: cupboard } = useInstruments();
  return ({ valueG, instrumentId }) => {
    const divisionG = cupboard?.instruments.find(({ id }) => id === instrumentId)?.spec.divisionG;
    const typed = Math.min(2, Math.max(1, String(valueG).split('.')[1]?.length ?? 0));
    return divisionG === undefined ? typed : Math.max(placesByDivision(divisionG), typed);
  };
}
