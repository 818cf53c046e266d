import type { ReactNode } from 'react';
import { useSheet } from '../shell/JobContext.js';

/** How an entry was typed, where that says more than what is kept of it. */
export function SaidWords({ entryId }: { readonly entryId: string }): ReactNode {
  const said = useSheet().said[entryId];
  return said ? <span className="block font-sign text-ink-soft">{`typed as ${Object.values(said).join(', ')}`}</span> : null;
}
