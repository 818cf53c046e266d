import { Info, TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { useSentence } from './useSentence.js';

/** Something went wrong, said where it happened. */
export function ProblemNotice({ children }: { readonly children: ReactNode }): ReactNode {
  const inMyUnits = useSentence();
  return (
    <p role="alert" className="flex items-start gap-2 border-l-4 border-outside bg-plate-low px-3 py-2 font-semibold text-outside">
      <TriangleAlert aria-hidden className="mt-0.5 size-5 shrink-0" />
      <span>{inMyUnits(children)}</span>
    </p>
  );
}

/** What to know at this step. */
export function Note({ children }: { readonly children: ReactNode }): ReactNode {
  const inMyUnits = useSentence();
  return (
    <p className="flex items-start gap-2 border-l-4 border-edge bg-plate-low px-3 py-2 text-ink-soft">
      <Info aria-hidden className="mt-0.5 size-5 shrink-0" />
      <span>{inMyUnits(children)}</span>
    </p>
  );
}

/** Danger to people: the only place for red. */
export function Caution({ children }: { readonly children: ReactNode }): ReactNode {
  return (
    <div className="border-l-8 border-danger bg-danger-wash px-4 py-3">
      <p className="mb-1 flex items-center gap-2 text-lg font-bold text-danger">
        <TriangleAlert aria-hidden className="size-6" /> Mind yourself
      </p>
      {children}
    </div>
  );
}
