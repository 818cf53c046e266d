import type { ReactNode } from 'react';

interface BenchHeadProps {
  readonly title: string;
  /** What to do next, in a sentence. */
  readonly next: ReactNode;
  readonly children?: ReactNode;
}

/** A bench's title and what to do next there. */
export function BenchHead({ title, next, children }: BenchHeadProps): ReactNode {
  return (
    <div className="grid items-start gap-x-6 gap-y-2 md:grid-cols-[minmax(0,1fr)_auto]">
      <div>
        <h1 className="text-3xl">{title}</h1>
        <p className="mt-1 max-w-3xl text-lg">{next}</p>
      </div>
      {children}
    </div>
  );
}
