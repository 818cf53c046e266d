import type { ButtonHTMLAttributes, ReactNode } from 'react';

export interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** The bench's one next step is `primary`; everything else is plain. */
  readonly look?: 'primary' | 'plain' | 'quiet';
}

const LOOKS = {
  primary: 'bg-enamel-deep text-on-enamel border-enamel-deep dark:bg-brass dark:text-on-brass dark:border-brass font-semibold text-lg px-6',
  plain: 'bg-plate text-ink border-edge px-4 hover:border-ink',
  quiet: 'bg-transparent text-ink-soft border-transparent px-2 underline underline-offset-4 hover:text-ink',
};

export function Button({ look = 'plain', className = '', type = 'button', ...rest }: ButtonProps): ReactNode {
  return (
    <button
      type={type}
      className={`inline-flex min-h-11 items-center justify-center gap-2 rounded-sm border-2 disabled:opacity-45 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
