import { useId, type InputHTMLAttributes, type ReactNode } from 'react';

interface FieldProps extends InputHTMLAttributes<HTMLInputElement> {
  readonly label: string;
  readonly unit?: string;
  readonly hint?: string | undefined;
  /** The sentence that says what is wrong with it. */
  readonly problem?: string | undefined;
  readonly hideLabel?: boolean;
  /** A number is set in the figures' face. */
  readonly isFigure?: boolean;
}

/** A labelled field with its unit; a complaint stands right under it. */
export function Field({ label, unit, hint, problem, hideLabel = false, isFigure = false, className = '', ...input }: FieldProps): ReactNode {
  const id = useId();
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
        {unit && <span className="shrink-0 text-ink-soft">{unit}</span>}
      </div>
      {note !== undefined && (
        <p
          id={noteId}
          role={problem ? 'alert' : undefined}
          className={`mt-1 text-[0.9rem] ${problem ? 'font-semibold text-outside' : 'text-ink-soft'}`}
        >
          {problem ? `▲ ${problem}` : hint}
        </p>
      )}
    </div>
  );
}

/** A field for a number: plain text, so that a decimal comma and a half-typed number survive. */
export function NumberField(props: FieldProps): ReactNode {
  return <Field inputMode="decimal" isFigure {...props} />;
}
