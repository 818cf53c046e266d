import type { Display } from '@tare/contract';
import { figureIn, METRIC, sayIn, shownUnit, type Systems, type Unit } from '@tare/core';
import { createContext, use, useMemo, type ReactNode } from 'react';
import { useAtTheBench } from '../api/person.js';
import type { ProblemError } from '../api/problem.js';
import { useKnownShop } from '../api/queries.js';
import { useWrite } from '../api/useWrite.js';

/** A figure with its unit, as good as so many places of the unit it is kept in. */
export type Say = (value: number, keptIn: Unit, places: number) => string;

interface HowShown {
  readonly systems: Systems;
  readonly gr: Display['gr'];
  /** In which unit this person types and reads what is kept in that one. */
  readonly unit: (keptIn: Unit) => Unit;
  readonly say: Say;
  /** A figure whose unit stands in the head of its column. */
  readonly figure: (value: number, keptIn: Unit, places: number) => string;
}

const NOT_SAID: Display = { systems: METRIC, gr: null };

const howShown = ({ systems, gr }: Display): HowShown => ({
  systems,
  gr,
  unit: (keptIn) => shownUnit(keptIn, systems),
  say: (value, keptIn, places) => sayIn(systems, value, keptIn, places),
  figure: (value, keptIn, places) => figureIn(systems, value, keptIn, places),
});

const DisplayContext = createContext<HowShown>(howShown(NOT_SAID));

/** Finds once for all fields and figures how whoever is at the bench has them shown: a form has a hundred of them. */
export function DisplayProvider({ children }: { readonly children: ReactNode }): ReactNode {
  const shop = useKnownShop();
  const { personId } = useAtTheBench();
  const { systems, gr } = (personId === null ? undefined : shop?.displays[personId]) ?? NOT_SAID;
  const shown = useMemo(() => howShown({ systems, gr }), [systems, gr]);
  return <DisplayContext value={shown}>{children}</DisplayContext>;
}

/** In which units whoever is at the bench types and reads; metric until they say otherwise. */
export const useDisplay = (): HowShown => use(DisplayContext);

interface DisplayChange {
  readonly change: (change: Partial<Display>) => void;
  /** Nobody is at the bench. */
  readonly blocked: boolean;
  readonly error: ProblemError | null;
}

/** Remembers a choice of units for whoever is at the bench. */
export function useDisplayChange(): DisplayChange {
  const shop = useKnownShop();
  const { personId } = useAtTheBench();
  const { mutate, error } = useWrite('PUT shop/display');
  return {
    change: (change) => {
      if (personId === null) return;
      const { version: baseVersion = 0, ...before } = { ...NOT_SAID, ...shop?.displays[personId] };
      mutate({ personId, baseVersion, ...before, ...change });
    },
    blocked: personId === null,
    error,
  };
}
