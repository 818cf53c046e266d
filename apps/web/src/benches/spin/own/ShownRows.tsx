import type { Machine, ShownPair, ShownReading } from '@tare/contract';
import { typedQuantity } from '@tare/core';
import type { KeyboardEvent, ReactNode } from 'react';
import { QuantityField } from '../../../ui/QuantityField.js';
import { MACHINE_UNITS, UNIT_SHORT } from './unitWords.js';

/** What a machine showed of one spin, as it is typed. */
export interface ShownRow {
  readonly aAmount: string;
  readonly aDeg: string;
  readonly bAmount: string;
  readonly bDeg: string;
}
export const BLANK_ROW: ShownRow = { aAmount: '', aDeg: '', bAmount: '', bDeg: '' };

/** What a machine's two readings are of: planes, or the supports themselves where it has no unit. */
const shownPlanes = ({ spec }: Machine): readonly [string, string] => (spec.unit === 'none' ? ['left', 'right'] : ['A', 'B']);

/** The four numbers of a row, and what each is called. */
export function shownCells(machine: Machine): readonly (readonly [keyof ShownRow, string])[] {
  const [first, second] = shownPlanes(machine);
  return [
    ['aAmount', first],
    ['aDeg', `angle ${machine.spec.unit === 'none' ? '' : 'in '}${first}`],
    ['bAmount', second],
    ['bDeg', `angle ${machine.spec.unit === 'none' ? '' : 'in '}${second}`],
  ];
}

/** A row as numbers: ">100" is off the scale, and its angle may be left out then. */
export function shownOf(row: ShownRow, machine: Machine): ShownPair {
  const of = (amount: string, angle: string): ShownReading => {
    const offScale = /^\s*[>≥]/.test(amount);
    const angleDeg = offScale && angle.trim() === '' ? 0 : typedQuantity(angle, '°');
    return { amount: typedQuantity(amount.replace(/^\s*[>≥]/, ''), MACHINE_UNITS[machine.spec.unit]), angleDeg, ...(offScale ? { offScale } : {}) };
  };
  return { a: of(row.aAmount, row.aDeg), b: of(row.bAmount, row.bDeg) };
}

/** Numbers as they were typed. */
export function rowOfShown({ a, b }: ShownPair): ShownRow {
  const amount = ({ amount: value, offScale }: ShownReading): string => `${offScale === true ? '>' : ''}${value}`;
  return { aAmount: amount(a), aDeg: String(a.angleDeg), bAmount: amount(b), bDeg: String(b.angleDeg) };
}

/** The rows that hold something, as numbers, or what is wrong with them. */
export function readRows(rows: readonly ShownRow[], machine: Machine): readonly ShownPair[] | string {
  const filled = rows.filter((row) => Object.values(row).some((text) => text !== ''));
  if (filled.length === 0) return 'Type what the machine showed.';
  const shown = filled.map((row) => shownOf(row, machine));
  const bad = shown.findIndex(({ a, b }) => [a.amount, a.angleDeg, b.amount, b.angleDeg].some(Number.isNaN));
  return bad === -1 ? shown : `Reading ${bad + 1} is not whole: it has an amount and an angle for each plane.`;
}

/** From a number to the next that is asked for; from the last one Enter sends the form, as it does. */
function toNextNumber(event: KeyboardEvent<HTMLInputElement>): void {
  if (event.key !== 'Enter') return;
  const fields = [...(event.currentTarget.closest('table')?.querySelectorAll('input') ?? [])];
  const next = fields.slice(fields.indexOf(event.currentTarget) + 1).find(({ value }) => value === '');
  if (!next) return;
  event.preventDefault();
  next.focus();
}

interface ShownRowsProps {
  readonly machine: Machine;
  readonly caption: string;
  readonly rows: readonly ShownRow[];
  readonly onChange: (rows: readonly ShownRow[]) => void;
}

/** What the machine showed, a row for each reading. Enter keeps the cursor going from number to number, and ends at the button. */
export function ShownRows({ machine, caption, rows, onChange }: ShownRowsProps): ReactNode {
  const unit = UNIT_SHORT[machine.spec.unit];
  const [first, second] = shownPlanes(machine);
  return (
    <table className="w-fit border-separate border-spacing-x-2 border-spacing-y-1">
      <caption className="text-left">{caption}</caption>
      <thead className="text-left text-ink-soft">
        <tr>
          <th scope="col">Reading</th>
          <th scope="col">{`${first}${unit}`}</th>
          <th scope="col">at, °</th>
          <th scope="col">{`${second}${unit}`}</th>
          <th scope="col">at, °</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row, i) => (
          <tr key={i}>
            <th scope="row" className="figure-type">
              {i + 1}
            </th>
            {shownCells(machine).map(([key, name]) => (
              <td key={key} className="w-28">
                <QuantityField
                  hideLabel
                  label={`Reading ${i + 1}, ${name}`}
                  unit={key.endsWith('Deg') ? '°' : MACHINE_UNITS[machine.spec.unit]}
                  asShown
                  hideUnit
                  mayExceed={key.endsWith('Amount')}
                  value={row[key]}
                  onKeyDown={toNextNumber}
                  onChange={(event) => onChange(rows.map((one, k) => (k === i ? { ...one, [key]: event.target.value } : one)))}
                />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
