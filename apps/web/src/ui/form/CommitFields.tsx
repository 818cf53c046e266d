import type { Said } from '@tare/contract';
import { readQuantity, type Unit } from '@tare/core';
import type { KeyboardEvent, ReactNode } from 'react';
import { Field } from '../Field.js';
import { QuantityField } from '../QuantityField.js';
import { useDraft } from '../useDraft.js';
import { saidOf } from './saidOf.js';

interface CommitProps {
  readonly label: string;
  /** Where what is half typed is kept on this machine. */
  readonly place: string;
  readonly className?: string;
  readonly disabled?: boolean;
}

interface CommitQuantityProps extends CommitProps {
  readonly unit: Unit;
  /** What is kept now. */
  readonly kept: number;
  readonly isGood: (value: number) => boolean;
  /** Said where it is no good. */
  readonly complaint: string;
  /** Called with a good figure, and how it was said, once the cursor leaves or Enter is pressed; `settled` when it is kept. */
  readonly onCommit: (value: number, settled: () => void, said: { readonly said?: Said }) => void;
}

/** A figure that is kept when the cursor leaves it. What is no figure stays where it was typed, with a sentence, and nothing is kept. */
export function CommitQuantity({ place, kept, isGood, complaint, onCommit, ...field }: CommitQuantityProps): ReactNode {
  const { text, isTouched, change, settle } = useTouched(place, String(Math.round(kept * 1e6) / 1e6));
  const parsed = readQuantity(text, field.unit);
  const good = parsed.kind === 'quantity' && isGood(parsed.value);
  return (
    <QuantityField
      {...field}
      value={text}
      problem={good ? undefined : complaint}
      onChange={(event) => change(event.target.value)}
      {...leaving(() => {
        if (isTouched && good) onCommit(parsed.value, settle, saidOf({ [field.label]: text }));
      })}
    />
  );
}

interface CommitTextProps extends CommitProps {
  readonly kept: string;
  readonly maxLength?: number;
  readonly onCommit: (text: string, settled: () => void) => void;
}

/** Words that are kept when the cursor leaves them. */
export function CommitText({ place, kept, onCommit, ...field }: CommitTextProps): ReactNode {
  const { text, isTouched, change, settle } = useTouched(place, kept);
  return (
    <Field
      {...field}
      value={text}
      onChange={(event) => change(event.target.value)}
      {...leaving(() => {
        if (isTouched) onCommit(text.trim(), settle);
      })}
    />
  );
}

interface Touched {
  readonly text: string;
  readonly isTouched: boolean;
  readonly change: (text: string) => void;
  readonly settle: () => void;
}

/** What is typed, marked so that a text that was emptied is not taken for one that nobody touched. */
function useTouched(place: string, kept: string): Touched {
  const [draft, setDraft] = useDraft(place);
  return {
    text: draft === '' ? kept : draft.slice(1),
    isTouched: draft !== '',
    change: (text) => setDraft(`=${text}`),
    // What was typed on since it was sent stays.
    settle: () => setDraft((now) => (now === draft ? '' : now)),
  };
}

const leaving = (commit: () => void): { readonly onBlur: () => void; readonly onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => void } => ({
  onBlur: commit,
  onKeyDown: (event) => {
    if (event.key === 'Enter') commit();
  },
});
