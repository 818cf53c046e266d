import { boxWords } from '@tare/card';
import type { BobBoxEntry } from '@tare/contract';
import { readQuantity, type BobBox, type Unit } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { useBobBoxChange } from '../../../api/shopThings.js';
import type { ProblemError } from '../../../api/problem.js';
import { AddRow, TakeOff } from '../../../ui/RowButtons.js';
import { Button } from '../../../ui/Button.js';
import { Field } from '../../../ui/Field.js';
import { QuantityField } from '../../../ui/QuantityField.js';
import { useDisplay } from '../../../ui/useDisplay.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { readDraft } from '../../../ui/readDraft.js';
import { useDraft } from '../../../ui/useDraft.js';
import { useWho } from '../../../ui/WhoFirst.js';

/** Every figure is text until it is checked. */
type Typed<T> = Readonly<Record<keyof T, string>>;
interface TypedBox {
  readonly clamps: readonly Typed<BobBox['clamps'][number]>[];
  readonly pieces: readonly Typed<BobBox['pieces'][number]>[];
}

const typedOf = <T extends object>(thing: T): Typed<T> =>
  Object.fromEntries(Object.entries(thing).map(([key, value]) => [key, String(value)])) as Typed<T>;

const CLAMP_FIELDS = [
  ['name', 'Clamp', null],
  ['fromMm', 'Pins from', 'mm'],
  ['toMm', 'to', 'mm'],
  ['halfG', 'One half with stud', 'g'],
  ['studMm', 'Stud holds', 'mm'],
  ['count', 'How many', ''],
] as const;
const PIECE_FIELDS = [
  ['name', 'Piece', null],
  ['massG', 'Mass', 'g'],
  ['thicknessMm', 'Thick', 'mm'],
  ['count', 'How many', ''],
] as const;

/** The shop's clamps, discs, washers and nuts, opened to be written down. */
export function BoxEditor({ entry }: { readonly entry: BobBoxEntry }): ReactNode {
  const { clamps, pieces } = entry.box;
  return (
    <details>
      <summary className="min-h-11 py-2">
        The shop’s box:{' '}
        <span className="text-ink-soft">{entry.version === 0 ? 'nothing written down yet' : boxWords(clamps.length, pieces.length)}</span>
      </summary>
      <BoxTables key={entry.version} entry={entry} />
    </details>
  );
}

const BLANK_CLAMP = { id: '', name: '', fromMm: '', toMm: '', halfG: '', studMm: '', count: '1' };
const BLANK_PIECE = { id: '', name: '', massG: '', thicknessMm: '', count: '2' };

function BoxTables({ entry }: { readonly entry: BobBoxEntry }): ReactNode {
  const personId = useWho();
  const change = useBobBoxChange();
  const [draft, setDraft] = useDraft(`bob-box.${entry.version}`);
  const box = readDraft<TypedBox>(
    draft,
    { clamps: [BLANK_CLAMP], pieces: [BLANK_PIECE] },
    { clamps: entry.box.clamps.map(typedOf), pieces: entry.box.pieces.map(typedOf) },
  );
  const [problem, setProblem] = useState<string | null>(null);
  const set = (next: Partial<TypedBox>): void => setDraft(JSON.stringify({ ...box, ...next }));
  const keep = (): void => {
    const read = boxOf(box);
    setProblem(typeof read === 'string' ? read : null);
    if (typeof read === 'string' || personId === null) return;
    change.mutate({ personId, baseVersion: entry.version, box: read }, { onSuccess: () => setDraft('') });
  };
  return (
    <div className="grid gap-4">
      <ThingTable
        title="Clamps"
        fields={CLAMP_FIELDS}
        rows={box.clamps}
        error={change.error}
        path="box.clamps"
        onChange={(clamps) => set({ clamps })}
        blank={BLANK_CLAMP}
      />
      <ThingTable
        title="Pieces"
        fields={PIECE_FIELDS}
        rows={box.pieces}
        error={change.error}
        path="box.pieces"
        onChange={(pieces) => set({ pieces })}
        blank={BLANK_PIECE}
      />
      {problem !== null && <ProblemNotice>{problem}</ProblemNotice>}
      {change.error && <ProblemNotice>{change.error.message}</ProblemNotice>}
      <div className="flex gap-3">
        <Button disabled={draft === '' || personId === null || change.isPending} onClick={keep}>
          Keep the box
        </Button>
        {draft !== '' && (
          <Button look="quiet" onClick={() => setDraft('')}>
            Leave it as it was
          </Button>
        )}
      </div>
    </div>
  );
}

interface ThingTableProps<T extends Readonly<Record<string, string>>> {
  readonly title: string;
  /** Key, name, and the unit of a figure; null for words. */
  readonly fields: readonly (readonly [string & keyof T, string, Unit | null])[];
  readonly rows: readonly T[];
  readonly error: ProblemError | null;
  readonly path: string;
  readonly blank: T;
  readonly onChange: (rows: readonly T[]) => void;
}

function ThingTable<T extends Readonly<Record<string, string>>>({
  title,
  fields,
  rows,
  error,
  path,
  blank,
  onChange,
}: ThingTableProps<T>): ReactNode {
  const display = useDisplay();
  return (
    <table className="w-full border-separate border-spacing-x-2 border-spacing-y-1">
      <caption className="text-left font-semibold">{title}</caption>
      <thead className="text-left text-ink-soft">
        <tr>
          {fields.map(([key, name, unit]) => (
            <th key={key} scope="col">
              {unit ? `${name}, ${display.unit(unit)}` : name}
            </th>
          ))}
          <td />
        </tr>
      </thead>
      <tbody>
        {rows.map((row, i) => (
          <tr key={row['id']} className="align-top">
            {fields.map(([key, name, unit]) => {
              const props = {
                hideLabel: true,
                label: `${name} of ${title.toLowerCase()} ${i + 1}`,
                value: row[key]!,
                problem: error?.fields.find(({ field }) => field === `${path}.${i}.${key}`)?.message,
                onChange: (event: { target: { value: string } }) =>
                  onChange(rows.map((one, k) => (k === i ? { ...one, [key]: event.target.value } : one))),
              };
              return <td key={key}>{unit === null ? <Field {...props} /> : <QuantityField unit={unit} hideUnit {...props} />}</td>;
            })}
            <td className="w-12">
              <TakeOff
                label={`Take ${row['name'] === '' ? 'this row' : row['name']!} out of the box`}
                onClick={() => onChange(rows.filter((_, k) => k !== i))}
              />
            </td>
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <td colSpan={fields.length + 1}>
            <AddRow onClick={() => onChange([...rows, { ...blank, id: crypto.randomUUID() }])}>{`Add to the ${title.toLowerCase()}`}</AddRow>
          </td>
        </tr>
      </tfoot>
    </table>
  );
}

/** The box as numbers, or the sentence that says which figure is none. */
function boxOf({ clamps, pieces }: TypedBox): BobBox | string {
  const problems: string[] = [];
  const number = (typed: string, what: string, unit: Unit): number => {
    const parsed = readQuantity(typed, unit);
    if (parsed.kind === 'quantity') return parsed.value;
    problems.push(`${what} is “${typed}”; it has to be a number.`);
    return Number.NaN;
  };
  const name = (typed: string, what: string): string => {
    if (typed.trim() === '') problems.push(`${what} has no name.`);
    return typed.trim();
  };
  const box: BobBox = {
    clamps: clamps.map((c, i) => ({
      id: c.id,
      name: name(c.name, `Clamp ${i + 1}`),
      fromMm: number(c.fromMm, `The least pin of ${c.name}`, 'mm'),
      toMm: number(c.toMm, `The largest pin of ${c.name}`, 'mm'),
      halfG: number(c.halfG, `Half of ${c.name}`, 'g'),
      studMm: number(c.studMm, `The stud of ${c.name}`, 'mm'),
      count: number(c.count, `The number of ${c.name}`, ''),
    })),
    pieces: pieces.map((p, i) => ({
      id: p.id,
      name: name(p.name, `Piece ${i + 1}`),
      massG: number(p.massG, `The mass of ${p.name}`, 'g'),
      thicknessMm: number(p.thicknessMm, `The thickness of ${p.name}`, 'mm'),
      count: number(p.count, `The number of ${p.name}`, ''),
    })),
  };
  return problems[0] ?? box;
}
