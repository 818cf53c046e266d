import type { Unit } from '@tare/core';
import type { ReactNode } from 'react';
import { useFieldArray, type ArrayPath, type FieldArray, type FieldPath, type FieldValues, type UseFormReturn } from 'react-hook-form';
import { FormField } from './FormFields.js';
import { FormQuantity } from './FormQuantity.js';
import { AddRow, TakeOff } from '../RowButtons.js';
import { useDisplay } from '../display.js';

export interface RowColumn {
  /** Of the row's field; with dots where it lies deeper. */
  readonly key: string;
  /** At the head of the column. */
  readonly title: string;
  /** Null for words. */
  readonly unit: Unit | null;
  /** What the field is called, by the row's number; left out: the title of the noun. */
  readonly label?: (number: number) => string;
  /** Holds from the list's beginning: only its other columns can be corrected. */
  readonly isFixed?: boolean;
  /** A bit may be said by its name. */
  readonly isBit?: boolean;
  /** The field's list where that is not the table's. */
  readonly of?: string;
}

interface RowTableProps<F extends FieldValues> {
  readonly form: UseFormReturn<F>;
  readonly name: ArrayPath<F>;
  readonly caption: string;
  /** It stands under a title that says it already. */
  readonly hideCaption?: boolean;
  /** What a row is: "pin". */
  readonly noun: string;
  readonly columns: readonly RowColumn[];
  /** Its number stands at the head of each row. */
  readonly isNumbered?: boolean;
  /** Rows can be neither added nor taken off. */
  readonly isFixed?: boolean;
  readonly addWords: string;
  /** A new row. */
  readonly blank: (rows: number) => FieldArray<F, ArrayPath<F>>;
  /** Called beside adding and taking off, for lists that go along. */
  readonly onAdded?: () => void;
  readonly onTaken?: (index: number) => void;
}

/** A list that is typed as a table: a row a thing, a column a figure, rows added and taken off. */
export function RowTable<F extends FieldValues>(props: RowTableProps<F>): ReactNode {
  const { form, name, caption, hideCaption = false, noun, columns, isNumbered = false, isFixed = false, addWords, blank, onAdded, onTaken } = props;
  const display = useDisplay();
  const { fields, append, remove } = useFieldArray({ control: form.control, name, keyName: 'rowId' });
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full border-separate border-spacing-x-1.5 border-spacing-y-1 [&_td]:min-w-24">
        <caption className={hideCaption ? 'sr-only' : 'text-left font-semibold'}>{caption}</caption>
        <thead className="text-left text-ink-soft">
          <tr>
            {isNumbered && (
              <th scope="col" className="font-normal">
                {noun.replace(/^./, (letter) => letter.toUpperCase())}
              </th>
            )}
            {columns.map(({ key, title, unit, of }) => (
              <th key={`${of} ${key}`} scope="col" className="font-normal">
                {unit === null || unit === '' ? title : `${title}, ${display.unit(unit)}`}
              </th>
            ))}
            <th>
              <span className="sr-only">Take off</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {fields.map((row, i) => (
            <tr key={row.rowId} className="align-top">
              {isNumbered && (
                <th scope="row" className="w-12 pt-2 text-left figure-type">
                  {i + 1}
                </th>
              )}
              {columns.map(({ key, title, unit, label, isFixed: holds = false, isBit = false, of = name }) => {
                const path = `${of}.${i}.${key}` as FieldPath<F>;
                const called = label?.(i + 1) ?? `${title} of ${noun} ${i + 1}`;
                return (
                  <td key={`${of} ${key}`}>
                    {unit === null ? (
                      <FormField label={called} hideLabel disabled={holds} control={form.control} name={path} />
                    ) : (
                      <FormQuantity label={called} unit={unit} isBit={isBit} hideUnit hideLabel disabled={holds} control={form.control} name={path} />
                    )}
                  </td>
                );
              })}
              <td className="w-12">
                {!isFixed && (
                  <TakeOff
                    label={`Take ${noun} ${i + 1} off`}
                    onClick={() => {
                      remove(i);
                      onTaken?.(i);
                    }}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
        {!isFixed && (
          <tfoot>
            <tr>
              <td colSpan={columns.length + 2}>
                <AddRow
                  onClick={() => {
                    append(blank(fields.length));
                    onAdded?.();
                  }}
                >
                  {addWords}
                </AddRow>
              </td>
            </tr>
          </tfoot>
        )}
      </table>
    </div>
  );
}
