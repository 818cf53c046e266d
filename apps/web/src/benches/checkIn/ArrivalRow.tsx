import { ARRIVAL_WORDS, readQuantity, type Arrival, type ArrivalItem, type ArrivalKey } from '@tare/core';
import type { ReactNode } from 'react';
import { useOpenJob } from '../../shell/JobContext.js';
import { Button } from '../../ui/Button.js';
import { Field } from '../../ui/Field.js';
import { QuantityField } from '../../ui/QuantityField.js';
import { VerdictMark } from '../../ui/Verdict.js';
import { useDecide } from '../../ui/useDecide.js';
import { useKept } from '../../ui/form/useKept.js';

/** What belongs to an item and is easily left behind. */
const COMES_WITH: Partial<Record<ArrivalKey, string>> = {
  lockPair: 'or end buttons',
  rod: 'with caps and bolts',
  flywheel: 'with its bolts',
  keys: 'and bolts that spin with the crank',
  block: 'for its bores and decks',
};

interface ArrivalField {
  readonly hideLabel: true;
  readonly value: string;
  readonly onChange: (event: { readonly target: { readonly value: string } }) => void;
  readonly onKeyDown: (event: { readonly key: string }) => void;
}

/** One line of the list: counted, its condition and marks noted; kept when the cursor leaves. */
export function ArrivalRow({ item }: { readonly item: ArrivalItem }): ReactNode {
  const { sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const { key, count, needed } = item;
  const kept = sheet.arrivals[key];
  const initial = { count: kept ? String(kept.count) : '', condition: kept?.condition ?? '', marks: kept?.marks ?? '' };
  const { value: shown, set, isChanged, settle } = useKept(`arrival.${sheet.id}.${key}`, initial, initial);
  const found = readQuantity(shown.count, '');
  const complaint = found.kind !== 'blank' && (found.kind !== 'quantity' || !Number.isInteger(found.value)) ? 'A whole number, please.' : undefined;

  const keep = (arrival: Arrival): void => {
    decide({ subject: `arrival.${key}`, value: arrival }, settle);
  };
  const keepTyped = (): void => {
    if (!isChanged || complaint !== undefined) return;
    keep({ count: found.kind === 'quantity' ? found.value : 0, condition: shown.condition, marks: shown.marks });
  };
  const field = (name: 'count' | 'condition' | 'marks'): ArrivalField => ({
    hideLabel: true,
    value: shown[name],
    onChange: (event: { target: { value: string } }) => set({ ...shown, [name]: event.target.value }),
    onKeyDown: (event: { key: string }) => {
      if (event.key === 'Enter') keepTyped();
    },
  });
  const name = ARRIVAL_WORDS[key];
  const note = [COMES_WITH[key], needed ? undefined : 'if it comes along'].filter((words) => words !== undefined).join(', ');
  const here = kept !== undefined && kept.count >= count;
  return (
    <tr
      className="align-top"
      onBlur={(event) => {
        // Kept when the cursor leaves the line, not on its way from one field to the next.
        if (!event.currentTarget.contains(event.relatedTarget)) keepTyped();
      }}
    >
      <th scope="row" className="pt-2 text-left text-lg font-semibold">
        {name}
        {note !== '' && <span className="block text-[0.9rem] font-normal text-ink-soft">{note}</span>}
      </th>
      <td className="pt-2 figure-type">{count}</td>
      <td className="w-24">
        <QuantityField label={`${name}: found`} unit="" {...field('count')} problem={complaint ?? error?.message} />
      </td>
      <td>
        <Field label={`${name}: condition`} {...field('condition')} />
      </td>
      <td>
        <Field label={`${name}: marks`} {...field('marks')} />
      </td>
      <td className="w-36 pt-1">
        {here ? (
          <span className="inline-flex min-h-11 items-center">
            <VerdictMark verdict="inside">here</VerdictMark>
          </span>
        ) : (
          <Button
            aria-label={`${name}: all ${count} here`}
            disabled={blocked}
            onClick={() => keep({ count, condition: shown.condition, marks: shown.marks })}
          >
            {count === 1 ? 'Here' : `All ${count} here`}
          </Button>
        )}
      </td>
    </tr>
  );
}
