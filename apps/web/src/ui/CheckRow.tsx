import type { InputHTMLAttributes, ReactNode, Ref } from 'react';

interface CheckRowProps extends Omit<InputHTMLAttributes<HTMLInputElement>, 'type' | 'className'> {
  readonly ref?: Ref<HTMLInputElement>;
  readonly children: ReactNode;
}

/** A box to tick with its words beside it: a touch on either ticks it. */
export const CheckRow = ({ children, ...box }: CheckRowProps): ReactNode => (
  <label className="flex min-h-11 items-center gap-2">
    <input type="checkbox" className="size-5 shrink-0 accent-ink" {...box} />
    {children}
  </label>
);
