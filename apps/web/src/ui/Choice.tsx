import { useId, type ReactNode, type SelectHTMLAttributes } from 'react';

interface ChoiceProps extends SelectHTMLAttributes<HTMLSelectElement> {
  readonly label: string;
  readonly hint?: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
}

/** One of a few named choices, with its reason under it. The system's own list: it works with gloves and keyboard alike. */
export function Choice({ label, hint, options, className = '', ...select }: ChoiceProps): ReactNode {
  const id = useId();
  return (
    <div className={className}>
      <label htmlFor={id} className="mb-0.5 block text-ink-soft">
        {label}
      </label>
      <select
        id={id}
        aria-describedby={hint ? `${id}-hint` : undefined}
        className="min-h-11 w-full rounded-sm border-2 border-edge bg-plate px-2 text-ink disabled:opacity-60"
        {...select}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
      {hint && (
        <p id={`${id}-hint`} className="mt-1 text-[0.9rem] text-ink-soft">
          {hint}
        </p>
      )}
    </div>
  );
}
