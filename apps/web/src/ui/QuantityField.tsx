import type { Unit } from '@tare/core';
import { useState, type KeyboardEvent, type ReactNode, type Ref } from 'react';
import { useDisplayChange } from './display.js';
import { Field } from './Field.js';
import { useQuantityText } from './useQuantityText.js';

export interface QuantityFieldProps {
  readonly label: string;
  /** In which unit the number is kept; it also says what is wanted: a length, a mass. */
  readonly unit: Unit;
  readonly value: string;
  /** Told as by an ordinary field: the quantity as it was typed, with its unit where that is not this one. */
  readonly onChange: (event: { readonly target: { readonly value: string } }) => void;
  readonly onBlur?: () => void;
  readonly inputRef?: Ref<HTMLInputElement>;
  readonly isBit?: boolean;
  readonly pinsDeg?: readonly number[];
  readonly asShown?: boolean;
  readonly mayExceed?: boolean;
  /** What stands behind it where its unit has no word of its own: baud, mm/s. */
  readonly unitWords?: string;
  readonly onKeyDown?: (event: KeyboardEvent<HTMLInputElement>) => void;
  readonly hint?: string | undefined;
  readonly problem?: string | undefined;
  readonly hideLabel?: boolean;
  /** The unit stands at the head of its column. */
  readonly hideUnit?: boolean;
  readonly className?: string;
  readonly disabled?: boolean;
  readonly autoFocus?: boolean;
  /** The usual figure, in the unit that it is kept in: shown in the one that stands behind the field. */
  readonly placeholder?: string;
  readonly name?: string;
}

/**
 * The one field for a quantity: takes it as people say it, in their units, and shows what it understood before it is kept. A touch on
 * the unit turns it to the other system, for this field.
 */
export function QuantityField({
  unit,
  value,
  onChange,
  onBlur,
  inputRef,
  isBit,
  pinsDeg,
  asShown,
  mayExceed,
  unitWords,
  hideUnit = false,
  hint,
  problem,
  placeholder,
  ...field
}: QuantityFieldProps): ReactNode {
  const [left, setLeft] = useState(false);
  const typed = useQuantityText({ unit, value, onText: (text) => onChange({ target: { value: text } }), isBit, pinsDeg, asShown, mayExceed });
  const { refusal, sayGr, turnUnit } = typed;
  return (
    <Field
      {...field}
      {...(placeholder !== undefined && { placeholder: typed.inShownUnit(placeholder) })}
      inputMode="decimal"
      isFigure
      ref={inputRef}
      value={typed.shown}
      onChange={(event) => {
        setLeft(false);
        typed.type(event.target.value);
      }}
      onBlur={() => {
        setLeft(true);
        onBlur?.();
      }}
      unit={hideUnit ? '' : (unitWords ?? typed.shownUnit)}
      onUnit={turnUnit ?? undefined}
      hint={typed.understood ?? hint}
      problem={
        refusal !== null && (left || problem !== undefined)
          ? refusal
          : (problem ?? (left && typed.isNoNumber ? 'A number is wanted here.' : undefined))
      }
      below={sayGr && <GrainOrGram onSay={sayGr} />}
    />
  );
}

/** Asks once what somebody means by gr, and remembers it of them. */
export function GrainOrGram({ onSay }: { readonly onSay: (gr: 'grain' | 'g') => void }): ReactNode {
  const { change } = useDisplayChange();
  const say = (gr: 'grain' | 'g'): void => {
    change({ gr });
    onSay(gr);
  };
  return (
    <p className="mt-1 flex flex-wrap items-center gap-x-3">
      By gr, which do you mean?
      {(['grain', 'g'] as const).map((gr) => (
        <button key={gr} type="button" className="min-h-11 font-semibold underline underline-offset-4" onClick={() => say(gr)}>
          {gr === 'g' ? 'gram' : 'grain'}
        </button>
      ))}
    </p>
  );
}
