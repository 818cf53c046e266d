import type { DetailsHTMLAttributes, ReactNode } from 'react';

interface DisclosureProps extends Omit<DetailsHTMLAttributes<HTMLDetailsElement>, 'title'> {
  /** What stands there while it is folded away. */
  readonly title: ReactNode;
  /** A part of the bench of its own. */
  readonly large?: boolean;
  readonly children: ReactNode;
}

/** Reference matter folded away under its title: a touch, Enter or the space bar opens it. */
export const Disclosure = ({ title, large = false, children, ...details }: DisclosureProps): ReactNode => (
  <details {...details}>
    <summary className={`min-h-11 cursor-pointer py-2 ${large ? 'text-lg' : ''}`}>{title}</summary>
    {children}
  </details>
);
