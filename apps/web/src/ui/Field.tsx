import { useId, type InputHTMLAttributes, type ReactNode, type Ref } from 'react';
import { useSentence } from './useSentence.js';

interface FieldProps extends InputHTMLAttributes<HTMLInputElement> {
  readonly ref?: Ref<HTMLInputElement> | undefined;
  readonly label: string;
  readonly unit?: string;
  /** Turns the unit to another one. */
  readonly onUnit?: (() => void) | undefined;
  readonly hint?: string | undefined;
  /** The sentence that says what is wrong with it. */
  readonly problem?: string | undefined;
  readonly hideLabel?: boolean;
  /** A number is set in the figures' face. */
  readonly isFigure?: boolean;
  /** What is asked about what was typed. */
  readonly below?: ReactNode;
}

/** A labelled field with its unit; a complaint stands right under it. */
export function Field({
  label,
  unit,
  onUnit,
  hint,
  problem,
  hideLabel = false,
  isFigure = false,
  className = '',
  below,
  ...input
}: FieldProps): ReactNode {
  const id = useId();
  const inMyUnits = useSentence();
  const noteId = `${id}-note`;
  const note = problem ?? hint;
  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'mb-0.5 block text-ink-soft'}>
        {label}
      </label>
      <div className="flex items-baseline gap-2">
        <input
          id={id}
          className={`min-h-11 w-full min-w-0 rounded-sm border-2 bg-plate px-2 ${isFigure ? 'figure-type' : ''} ${problem ? 'border-outside' : 'border-edge'}`}
          aria-invalid={problem !== undefined}
          aria-describedby={note === undefined ? undefined : noteId}
          autoComplete="off"
          {...input}
        />
        {unit &&
          (onUnit ? (
            // Who types says the unit in the field; a touch or a click may turn it here, and Tab goes on to the next field.
            <button
              type="button"
              tabIndex={-1}
              className="min-h-11 shrink-0 text-ink-soft"
              title={`Type in ${unit}, or turn to the other unit`}
              onClick={onUnit}
            >
              {unit}
            </button>
          ) : (
            <span className="shrink-0 text-ink-soft">{unit}</span>
          ))}
      </div>
      {note !== undefined && (
        <p
          id={noteId}
          role={problem ? 'alert' : undefined}
          className={`mt-1 text-[0.9rem] ${problem ? 'font-semibold text-outside' : 'text-ink-soft'}`}
        >
          {problem ? <>▲ {inMyUnits(problem)}</> : hint}
        </p>
      )}
      {below}
    </div>
  );
}
