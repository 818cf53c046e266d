import type { Cut, MetalNow } from '@tare/core';
import { useState, type ReactNode } from 'react';
import { Disclosure } from '../../ui/Disclosure.js';
import { RimEnd } from '../../draw/RimEnd.js';

/** Every rim that the plan touches, seen from the front: where its holes lie among those that are there. */
export function EndViews({ metal: { crank, standing }, planned }: { readonly metal: MetalNow; readonly planned: readonly Cut[] }): ReactNode {
  const [open, setOpen] = useState(false);
  const touched = crank.counterweights.filter(({ id }) => planned.some(({ counterweightId }) => counterweightId === id));
  return (
    <Disclosure open={open} onToggle={(event) => setOpen(event.currentTarget.open)} title="From the front, one rim by one">
      {open && (
        <div className="flex flex-wrap gap-4">
          {touched.map((counterweight) => (
            <RimEnd key={counterweight.id} crank={crank} counterweight={counterweight} holes={standing} planned={planned} />
          ))}
        </div>
      )}
    </Disclosure>
  );
}
